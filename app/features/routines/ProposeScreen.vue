<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { PURPOSES, TODAY_STATES, type Proposal, type Purpose, type TodayState } from '#core/compose'
import { purposeNow } from '#core/plan'
import { useComposerWorker } from './composerWorker'
import { proposeReasonPhrase } from './composerWords'
import { useKnownPerson, useLearnedForms } from './knownPerson'
import { useCompiled } from '~/shared/store/compiled'
import { wallMs } from '~/shared/clock/wallClock'
import { useFollowStore } from '~/shared/session/follow'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { plural } from '~/shared/words/numbers'
import { TODAY_WORDS } from '~/shared/words/body'
import { PURPOSE_WORDS } from '~/shared/words/practice'
import { lengthPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { plainCopy } from '~/shared/store/plainCopy'

/** From a purpose, the minutes and how the body feels to a routine that fits, with its reasons. */
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
const compiled = useCompiled()
const follow = useFollowStore()
const learned = useLearnedForms()
const known = useKnownPerson()
const { searching, ask, cancel } = useComposerWorker()
useHead({ title: 'Suggest a routine · Pebblebrook' })

/** Today asks for one with its minutes and states in the address. */
const { query } = useRoute()
const MINUTES = { least: 2, usual: 12, most: 120 }
const askedMinutes = Number(query.minutes)
const minutes = ref(
  askedMinutes >= MINUTES.least && askedMinutes <= MINUTES.most ? Math.round(askedMinutes) : MINUTES.usual,
)
const states = ref<TodayState[]>(
  TODAY_STATES.filter((state) =>
    String(query.states ?? '')
      .split(',')
      .includes(state),
  ),
)
const isAsked = query.minutes !== undefined || query.states !== undefined
const purpose = ref<Purpose>(isAsked ? purposeNow({ states: states.value }, new Date(wallMs()).getHours()) : 'morning')
/** With little learned yet there is not much to choose from. */
const ENOUGH_LEARNED = 12
const fromCatalogue = ref(learned.value.learnedIds.length < ENOUGH_LEARNED)
const another = ref(0)
const proposal = shallowRef<Proposal | null>(null)
const failure = ref('')

async function look(which: number) {
  another.value = which
  failure.value = ''
  const { conditions } = settings
  const allowedIds = fromCatalogue.value ? library.forms.map(({ id }) => id) : learned.value.learnedIds
  const stages = library.forms.flatMap(({ id }) => {
    const stage = known.value.stageOf(id)
    return stage ? [[id, stage] as const] : []
  })
  const request = plainCopy({
    purpose: purpose.value,
    minutes: minutes.value,
    states: states.value,
    conditions,
    ...library.setting,
    allowedIds,
    stages,
    days: learned.value.days,
    seed: Number(journal.today.replaceAll('-', '')),
    another: which,
  })
  try {
    proposal.value = await ask((remote) => remote.propose(request as never))
  } catch (error) {
    failure.value = (error as Error).message
  }
}
onMounted(() => {
  if (isAsked) void look(0)
})
const toggle = (state: TodayState) =>
  (states.value = states.value.includes(state)
    ? states.value.filter((other) => other !== state)
    : [...states.value, state])

const named = computed(() =>
  proposal.value
    ? { ...proposal.value.routine, name: `${minutes.value} minutes: ${PURPOSE_WORDS[purpose.value]}`, purpose: '' }
    : null,
)
const drawn = computed(() => (named.value ? compiled(named.value) : null))
const reasonsOf = (formId: string) =>
  (proposal.value?.reasons.find((each) => each.formId === formId)?.reasons ?? []).map(proposeReasonPhrase).join(' · ')

async function keep() {
  if (!named.value) return
  const id = `mine-${newUuid()}`
  await library.putRoutine({ ...named.value, id })
  await navigateTo(`/routines/${id}`)
}
async function followIt() {
  if (!named.value) return
  follow.prepare(named.value)
  await navigateTo('/follow')
}
const purposes = PURPOSES.map((value) => ({ value, name: PURPOSE_WORDS[value] }))
</script>

<template>
  <div class="stack">
    <NuxtLink to="/routines">Routines</NuxtLink>
    <h1>Suggest a routine</h1>
    <form class="asks" @submit.prevent="look(0)">
      <ChoiceField v-model="purpose" label="What for" :options="purposes" />
      <div class="field">
        <label for="minutes">Minutes</label>
        <InputNumber v-model="minutes" input-id="minutes" :min="MINUTES.least" :max="MINUTES.most" show-buttons />
      </div>
      <fieldset class="states">
        <legend class="label">Today</legend>
        <label v-for="state in TODAY_STATES" :key="state" class="row">
          <input type="checkbox" :checked="states.includes(state)" @change="toggle(state)" />
          {{ TODAY_WORDS[state] }}
        </label>
      </fieldset>
      <label class="row"
        ><ToggleSwitch v-model="fromCatalogue" /> from the catalogue too, not only what I have learned</label
      >
      <div class="row">
        <Button type="submit" label="Propose" :disabled="searching" />
        <Button v-if="searching" label="Cancel" severity="secondary" text @click="cancel" />
      </div>
    </form>
    <p v-if="searching" role="status">Choosing…</p>
    <p v-if="failure" class="fault" role="alert">{{ failure }}</p>
    <section v-if="proposal && named && !searching" class="stack" aria-labelledby="proposed">
      <h2 id="proposed">{{ named.name }}</h2>
      <p v-if="proposal.empty">
        None of the forms that you have learned suits this. Allow the catalogue, or say less about today.
      </p>
      <template v-else-if="drawn?.ok">
        <p>
          <strong>{{ lengthPhrase(drawn.totals.totalSeconds) }}</strong> at my pace
          <template v-if="drawn.totals.closingShare !== null">
            · closing {{ lengthPhrase(drawn.totals.closingSeconds) }}</template
          >
          <span v-if="!proposal.fit.met">
            ·
            {{
              proposal.fit.proven
                ? `as close to ${plural(minutes, 'minute')} as these forms come`
                : `the closest to ${plural(minutes, 'minute')} that was found`
            }}</span
          >
        </p>
        <BrookDrawing :timeline="drawn.timeline" size="large" />
        <ol class="chosen">
          <li v-for="step in drawn.totals.bySteps" :key="step.stepId">
            <strong>{{ step.formName }}</strong>
            <span class="small soft">{{
              reasonsOf(drawn.timeline.occurrences.find(({ stepId }) => stepId === step.stepId)!.formId)
            }}</span>
          </li>
        </ol>
        <div class="row">
          <Button label="Start" icon="pi pi-play" @click="followIt" />
          <Button label="Save and edit" severity="secondary" @click="keep" />
          <Button label="Another" severity="secondary" @click="look(another + 1)" />
        </div>
      </template>
    </section>
  </div>
</template>

<style scoped>
.asks {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 1rem 1.6rem;
}
.asks :deep(.p-inputnumber-input) {
  width: 5.5rem;
}
.states {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
}
.chosen {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 20rem), 1fr));
  gap: 0.5rem 1.5rem;
}
.chosen li {
  display: grid;
}
</style>
