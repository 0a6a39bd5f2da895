<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { COUNT_UNITS, type CountingKind, type Side } from '#core/forms'
import { readElsewhereLine, type ElsewhereLine } from '#core/formats'
import { usualTime, type SessionRecord } from '#core/journal'
import { deviceTimeZone, wallMs } from '~/shared/clock/wallClock'
import { inOrderOfNames } from '~/shared/words/order'
import { useJournalStore } from '~/shared/store/journal'
import { useSettingsStore } from '~/shared/store/settings'
import { useLibraryStore } from '~/shared/store/library'
import FeltScales from '~/shared/ui/FeltScales.vue'
import RecallChoice from '~/shared/ui/RecallChoice.vue'
import SensationChoices from '~/shared/ui/SensationChoices.vue'
import ZeroToTen from '~/shared/ui/ZeroToTen.vue'
import { EXERTION_LEGEND } from '~/shared/words/body'
import { SIDE_WORDS } from '~/shared/words/practice'
import { CHANGED_ELSEWHERE } from './journalWords'
import { ASKS_WORDS, correctionEntry, readCorrection, stepOf, withLine, type CorrectionEntry } from './correctionEntry'

/**
 * What an entry says, field by field: what it was, when, how long, how many of each form and side, and how it felt. A practice done
 * elsewhere is written in the same fields, or in one line that fills them.
 */
const props = defineProps<{ isNew: boolean; onDay?: string }>()
const session = defineModel<SessionRecord | null>('session', { required: true })
const emit = defineEmits<{ keep: [record: SessionRecord] }>()
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
const entry = ref<CorrectionEntry | null>(null)
const fault = ref('')
const line = ref('')
/** Parts of the line that were not understood: the form asks for them. */
const asks = ref<ElsewhereLine['asks']>([])
watch(session, (chosen) => {
  fault.value = ''
  line.value = ''
  asks.value = []
  entry.value = chosen && correctionEntry(chosen)
})
watch(line, (text) => {
  if (!session.value || !entry.value || !text.trim()) return
  const at = { ...library.setting, nowMs: wallMs(), timeZone: deviceTimeZone(), dayEndsAtHour: settings.dayEndsAtHour }
  const read = readElsewhereLine(text, { ...at, usualTime: usualTime(journal.sessions), onDay: props.onDay })
  entry.value = withLine(correctionEntry(session.value), read, library.setting, newUuid)
  asks.value = read.asks
})

const forms = computed(() => [...library.forms].sort(inOrderOfNames))
const adding = ref<string | null>(null)
function add(formId: string) {
  const form = library.formsById.get(formId)
  if (!form || !entry.value) return
  entry.value.steps.push(stepOf(form, form.counts.usual, library.setting, newUuid()))
  adding.value = null
}
const countName = (formName: string, side: Side, counting: CountingKind) =>
  [formName, SIDE_WORDS[side], COUNT_UNITS[counting]].filter(Boolean).join(', ')

function keep() {
  if (!session.value || !entry.value) return
  if (!props.isNew && !journal.isAsSeen(session.value)) return void (fault.value = CHANGED_ELSEWHERE)
  const read = readCorrection(session.value, entry.value, wallMs())
  if (!read.ok) return void (fault.value = read.fault)
  const { recorded: _, ...fresh } = read.record
  session.value = null
  emit('keep', props.isNew ? fresh : read.record)
}
</script>

<template>
  <Dialog
    :visible="session !== null"
    modal
    :header="isNew ? 'Practice done elsewhere' : 'Edit'"
    :draggable="false"
    class="correction"
    @update:visible="session = null"
  >
    <form v-if="entry" id="right-form" class="stack" novalidate @submit.prevent="keep">
      <div v-if="isNew" class="field">
        <label for="right-line">In one line</label>
        <InputText
          id="right-line"
          v-model="line"
          maxlength="1000"
          autofocus
          autocomplete="off"
          aria-describedby="right-line-how"
          placeholder="class 60 min yesterday 18:30, calm 4"
        />
        <p id="right-line-how" class="small soft">
          What it was, how long, when; energy, calm or ease from 1 to 5, effort from 0 to 10; then forms with their
          counts, and words. It fills the fields below.
        </p>
        <ul v-if="asks.length > 0" class="small" role="status">
          <li v-for="ask in asks" :key="ask">{{ ASKS_WORDS[ask] }}</li>
        </ul>
      </div>
      <div class="field">
        <label for="right-title">What it was</label>
        <InputText id="right-title" v-model="entry.title" maxlength="120" :autofocus="!isNew" />
      </div>
      <div class="row">
        <div class="field">
          <label for="right-day">Day</label>
          <InputText id="right-day" v-model="entry.day" type="date" />
        </div>
        <div class="field">
          <label for="right-time">Time</label>
          <InputText id="right-time" v-model="entry.time" type="time" />
        </div>
        <div class="field">
          <label for="right-minutes">Minutes practised</label>
          <InputNumber v-model="entry.minutes" input-id="right-minutes" :max-fraction-digits="1" :min="0" :max="1440" />
        </div>
      </div>
      <p class="small soft">By the clock in {{ session?.timeZone.replaceAll('_', ' ') }}.</p>
      <fieldset class="steps">
        <legend>How many of each</legend>
        <div v-for="step in entry.steps" :key="step.stepId" class="step">
          <span>{{ step.formName }}</span>
          <span class="counts">
            <label v-for="each in step.counts" :key="each.side" class="small">
              {{ SIDE_WORDS[each.side] }}
              <InputNumber
                v-model="each.count"
                :aria-label="countName(step.formName, each.side, step.counting)"
                :min="0"
                :max="86400"
                :max-fraction-digits="1"
                :allow-empty="false"
                show-buttons
                button-layout="horizontal"
                increment-icon="pi pi-plus"
                decrement-icon="pi pi-minus"
              />
              {{ COUNT_UNITS[step.counting] === 'seconds' ? 'seconds' : '' }}
            </label>
          </span>
        </div>
        <Select
          v-model="adding"
          :options="forms"
          option-label="name"
          option-value="id"
          filter
          placeholder="Add a form that was done"
          aria-label="Add a form that was done"
          @update:model-value="add"
        />
      </fieldset>
      <FeltScales v-model="entry.before" legend="How it was before" />
      <FeltScales v-model="entry.after" legend="How it was after" />
      <ZeroToTen v-model="entry.exertion" :legend="EXERTION_LEGEND" />
      <RecallChoice v-model="entry.recall" />
      <SensationChoices v-model="entry.sensations" />
      <div class="field">
        <label for="right-words">Words</label>
        <Textarea id="right-words" v-model="entry.words" rows="2" maxlength="4000" auto-resize />
      </div>
    </form>
    <template #footer>
      <div class="foot">
        <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        <Button label="Cancel" severity="secondary" text @click="session = null" />
        <Button type="submit" form="right-form" label="Save" />
      </div>
    </template>
  </Dialog>
</template>

<style scoped>
.steps {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
.step {
  display: grid;
  grid-template-columns: minmax(8rem, 16rem) auto;
  gap: 0.2rem 1rem;
  align-items: center;
  width: 100%;
  border-bottom: 1px solid var(--pb-line);
  padding-bottom: 0.4rem;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
}
.counts label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}
.counts :deep(input) {
  width: 4.5rem;
  text-align: center;
}
.counts :deep(button) {
  color: var(--pb-ink);
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: end;
  gap: 0.5rem 1rem;
}
@media (max-width: 600px) {
  .step {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
