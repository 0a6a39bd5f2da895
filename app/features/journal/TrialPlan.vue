<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { changeSpread, TRIAL_LIMITS, trialPlan, trialSchema, type Trial, type TrialCompares } from '#core/evidence'
import { validate } from '#core/basics'
import { FEELING_SCALES, type FeelingScale } from '#core/journal'
import { stepsOf } from '#core/routine'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { WEEKDAY_WORDS } from '~/shared/words/time'
import { outcomeName } from './benefitWords'
import { useJournalWorker } from './journalWorker'
import { armPhrase, planPhrase } from './trialWords'
import { useTrialNames } from './useTrialNames'

/** Planning a trial: what is compared, on which days, and how surely it would find a difference. */
const emit = defineEmits<{ plan: [trial: Trial] }>()
const library = useLibraryStore()
const journal = useJournalStore()
const names = useTrialNames()
const { ask } = useJournalWorker()

const KINDS = [
  { name: 'two routines', value: 'routines' },
  { name: 'a routine with a form and without it', value: 'form' },
  { name: 'a routine in the morning and in the evening', value: 'times' },
] as const
const kind = ref<TrialCompares['kind']>('routines')
const routines = computed(() => library.routines.map(({ id, name }) => ({ value: id, name })))
const routineId = ref(library.routines[0]!.id)
const otherRoutineId = ref(library.routines.find(({ id }) => id !== routineId.value)?.id ?? routineId.value)
const formsIn = computed(() => {
  const routine = library.routines.find(({ id }) => id === routineId.value)
  const ids = new Set(routine ? stepsOf(routine).map(({ formId }) => formId) : [])
  return [...ids].map((value) => ({ value, name: names.form(value) }))
})
const formId = ref('')
watch(
  formsIn,
  (all) => {
    if (!all.some(({ value }) => value === formId.value)) formId.value = all[0]?.value ?? ''
  },
  { immediate: true },
)
const outcomes = FEELING_SCALES.map((value) => ({ value, name: outcomeName(value) }))
const outcome = ref<FeelingScale>('calm')
const weekdays = ref([1, 2, 3, 4, 5, 6, 7])
function toggle(weekday: number) {
  weekdays.value = weekdays.value.includes(weekday)
    ? weekdays.value.filter((each) => each !== weekday)
    : [...weekdays.value, weekday].sort()
}
const firstDay = ref(journal.today)
const pairs = ref(7)
const compares = computed<TrialCompares>(() => {
  if (kind.value === 'routines') return { kind: 'routines', otherRoutineId: otherRoutineId.value }
  return kind.value === 'form' ? { kind: 'form', formId: formId.value } : { kind: 'times' }
})
const seed = Math.floor(Math.random() * 2 ** 31)
const draft = computed<Trial>(() => {
  const chosen = { routineId: routineId.value, compares: compares.value }
  const name = `${armPhrase(chosen, 'one', names)} or ${armPhrase(chosen, 'other', names)}`
  return {
    id: `trial-${newUuid()}`,
    name: name.slice(0, 120).trim(),
    ...chosen,
    outcome: outcome.value,
    firstDay: firstDay.value,
    weekdays: weekdays.value,
    pairs: pairs.value,
    seed,
    open: false,
  }
})
const checked = computed(() => validate(trialSchema, draft.value, 'The trial'))
const days = computed(() => (checked.value.ok ? trialPlan(draft.value) : []))
const isSame = computed(() => kind.value === 'routines' && routineId.value === otherRoutineId.value)

/** How far my own changes spread, and so how surely the trial would tell. */
const spread = computed(() => changeSpread(journal.sessions, outcome.value))
const sure = shallowRef<{ wanted: number; power: number } | null>(null)
watch(
  [pairs, spread],
  async ([many, far]) => {
    if (many >= TRIAL_LIMITS.leastPairs && many <= TRIAL_LIMITS.mostPairs) {
      const told = await ask((remote) => remote.trial(many, 1, far))
      if (told) sure.value = told
    }
  },
  { immediate: true },
)
</script>

<template>
  <form class="stack" @submit.prevent="emit('plan', draft)">
    <div class="fields">
      <ChoiceField v-model="kind" label="Compare" :options="KINDS" />
      <ChoiceField v-model="routineId" :label="kind === 'routines' ? 'The one' : 'The routine'" :options="routines" />
      <ChoiceField v-if="kind === 'routines'" v-model="otherRoutineId" label="The other" :options="routines" />
      <ChoiceField v-else-if="kind === 'form'" v-model="formId" label="With and without" :options="formsIn" />
      <ChoiceField v-model="outcome" label="By what it does to" :options="outcomes" />
      <div class="field">
        <label for="trial-first">First day</label>
        <InputText id="trial-first" v-model="firstDay" type="date" :min="journal.today" required />
      </div>
      <div class="field">
        <label for="trial-pairs">Days of each</label>
        <InputNumber
          v-model="pairs"
          input-id="trial-pairs"
          show-buttons
          :min="TRIAL_LIMITS.leastPairs"
          :max="TRIAL_LIMITS.mostPairs"
        />
      </div>
    </div>
    <fieldset class="ticks">
      <legend class="label">On these days of the week</legend>
      <label v-for="(name, index) in WEEKDAY_WORDS" :key="name" class="row">
        <input type="checkbox" :checked="weekdays.includes(index + 1)" @change="toggle(index + 1)" />
        {{ name }}
      </label>
    </fieldset>
    <p v-if="isSame" class="fault" role="alert">Choose two routines that are not the same.</p>
    <p v-else-if="!checked.ok" class="fault" role="alert">{{ checked.faults[0]!.message }}</p>
    <p v-else role="status">{{ planPhrase(days, sure?.power ?? null, sure?.wanted ?? null) }}</p>
    <p class="small soft">
      The days go in pairs, one of each, and chance chooses which comes first. What it shows stays hidden until the last
      day is over, unless you ask: who looks every day finds something in the end.
    </p>
    <div class="row">
      <Button type="submit" label="Plan the trial" :disabled="isSame || !checked.ok" />
    </div>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(17rem, 100%), 1fr));
  gap: 1rem 1.5rem;
  max-width: 62rem;
}
</style>
