<script setup lang="ts">
import { dequal } from 'dequal/lite'
import type { FitBinding, FitChange, FitResult } from '#core/compose'
import { closingShareWanted, formsUsed, setMark, formIdsOf, stepsOf, type Routine } from '#core/routine'
import { useComposerWorker } from './composerWorker'
import { useLearnedForms } from './knownPerson'
import { useConcerned } from '~/shared/store/concerned'
import { useCompiled } from '~/shared/store/compiled'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { plainCopy } from '~/shared/store/plainCopy'

/** Fit the routine to the minutes at hand: what would change is shown with its reason, and taken, refused or pinned. */
const props = defineProps<{ routine: Routine; seconds: number }>()
const emit = defineEmits<{ change: [change: (now: Routine) => Routine, what: string] }>()
const library = useLibraryStore()
const { settings } = useSettingsStore()
const compiled = useCompiled()
const { searching, ask, cancel } = useComposerWorker()

/** It begins at the length that the routine has, and goes with it until I say another. */
const minutesOf = (seconds: number) => Math.max(1, Math.round(seconds / 60))
const asked = ref<number | null>(null)
const minutes = computed({
  get: () => asked.value ?? minutesOf(props.seconds),
  set: (value) => (asked.value = value),
})
/** Counts that I set by hand may be changed too. */
const frees = ref(false)
const hasByHand = computed(() => [...props.routine.entries, ...stepsOf(props.routine)].some(({ byHand }) => byHand))
const share = computed(() => closingShareWanted(props.routine, settings.rules))
function setShare(percent: number | null) {
  if (percent === null || percent === Math.round(share.value * 100)) return
  emit(
    'change',
    (now) => ({ ...now, closingShare: percent / 100 }),
    `A closing of at least ${percent}% in this routine.`,
  )
}
const learned = useLearnedForms()
const concerned = useConcerned()
/** Forms that I know and that ask nothing of me that I should not do: one of them may fill the time. */
const spare = computed(() => {
  const used = formIdsOf(props.routine)
  return learned.value.learnedIds
    .filter((id) => !used.has(id))
    .flatMap((id) => library.formsById.get(id) ?? [])
    .filter(({ part }) => part === 'work' || part === 'stand' || part === 'loosen')
    .filter(({ id }) => !concerned.value.has(id))
})
/** How far off it may be; null where the shortest repetition leaves no nearer length. */
const tolerance = ref<number | null>(null)
const TOLERANCES = [
  { value: null, name: 'as close as possible' },
  { value: 15, name: 'give or take 15 s' },
  { value: 30, name: 'give or take 30 s' },
  { value: 60, name: 'give or take a minute' },
]
const result = shallowRef<FitResult | null>(null)
/** The routine that was asked for last, as it was. */
let fittedFrom: Routine | null = null
/** Entries that are to stay as they are in this fit. */
const refused = ref<string[]>([])
const failure = ref('')

async function fit(from = props.routine) {
  failure.value = ''
  fittedFrom = from
  const routine = setMark(from, refused.value, 'pinned', true)
  try {
    const request = plainCopy({
      ...library.setting,
      routine,
      forms: [...formsUsed(routine, library.forms), ...spare.value],
      spareIds: spare.value.map(({ id }) => id),
      frees: frees.value,
      targetSeconds: minutes.value * 60,
      toleranceSeconds: tolerance.value,
    })
    result.value = await ask((remote) => remote.fit(request))
  } catch (error) {
    failure.value = (error as Error).message
  }
}
function begin() {
  refused.value = []
  void fit()
}
defineExpose({
  fitTo: (wanted: number) => {
    minutes.value = Math.min(360, Math.max(1, wanted))
    begin()
  },
})
function refuse(entryId: string, from = props.routine) {
  refused.value = [...refused.value, entryId]
  void fit(from)
}
/**
 * Take a routine as it was fitted; what was only refused for this fit is not pinned for good. Where it was changed meanwhile, what was fitted no
 * longer fits it, and nothing is taken.
 */
function takeIt(routine: Routine, what = '') {
  const shown = props.routine
  const refusedOnly = refused.value.filter((id) => !shown.entries.find((each) => each.id === id)?.pinned)
  const fitted = setMark(routine, refusedOnly, 'pinned', false)
  emit('change', (now) => (now === shown ? fitted : now), `Fitted to ${minutes.value} minutes${what}.`)
  leave()
}
/** What was shown goes, and the focus with it: back to the minutes, from where it came. */
function leave() {
  result.value = null
  void nextTick(() => document.getElementById('fit-minutes')?.focus())
}
/** Do it to the routine, which comes back here a picture later, and answer what it will be. */
function changed(change: (now: Routine) => Routine, what: string): Routine {
  emit('change', change, what)
  return change(props.routine)
}
function freeAndFit(entryId: string | null) {
  if (entryId === null) frees.value = true
  void fit(entryId === null ? undefined : changed((now) => setMark(now, [entryId], 'byHand', false), 'Freed.'))
}
const pin = (entryId: string) =>
  refuse(
    entryId,
    changed((now) => setMark(now, [entryId], 'pinned', true), 'Pinned.'),
  )
// The routine was changed by hand: what was proposed no longer fits it, and what is being looked for is looked for anew.
watch(
  () => props.routine,
  (now) => {
    if (!fittedFrom || dequal(now, fittedFrom)) return
    if (searching.value) void fit()
    else result.value = null
  },
)
const drawn = computed(() => (result.value ? compiled(result.value.routine) : null))

const UNITS = { count: '', rounds: ' rounds', each: ' in each position' }
const changeWords = ({ of, from, to, reason }: FitChange) =>
  reason === 'dropped' ? 'left out' : `${from} → ${to}${UNITS[of]}`
const REASONS: Record<FitChange['reason'], string> = {
  longer: 'to fill the time',
  shorter: 'to save time',
  closing: 'so that the closing keeps its share',
  dropped: 'optional, and the time is short',
  usual: 'nearer to its usual count',
  exact: 'so that the length comes out',
}
function bindingWords(binding: FitBinding): string {
  switch (binding.kind) {
    case 'closing':
      return 'The closing share keeps it from fitting; with less of a closing it would.'
    case 'pinned':
      return `${binding.name} is pinned: unpinned, it would fit.`
    case 'byHand':
      return binding.entryId === null
        ? 'The counts that were set by hand keep it from fitting; freed, it would fit.'
        : `The count of ${binding.name} was set by hand: freed, it would fit.`
    case 'moreRounds':
      return `With the work in ${binding.rounds} rounds it would fit.`
    case 'addForm':
      return `With ${binding.name} besides it would fit.`
    case 'leaveOut':
      return `Without ${binding.names.join(', ')} it would fit.`
    case 'tooMany':
      return `Without ${binding.name} it would fit.`
    case 'tooFew':
      return 'Every form is at its most already: add one to fill the time.'
    case 'tooMuch':
      return 'Every form is at its least already: leave out more than one, or make some optional.'
    case 'noClosing':
      return 'There is nothing to gather and settle: add a closing.'
  }
}
</script>

<template>
  <section class="stack" aria-labelledby="fit">
    <h2 id="fit">Fit to time</h2>
    <form class="row" @submit.prevent="begin">
      <label for="fit-minutes">I have</label>
      <InputNumber v-model="minutes" input-id="fit-minutes" :min="1" :max="360" show-buttons suffix=" min" />
      <Select
        v-model="tolerance"
        :options="TOLERANCES"
        option-label="name"
        option-value="value"
        placeholder="as close as possible"
        aria-label="How closely"
      />
      <span class="together">
        <label for="fit-closing">closing at least</label>
        <InputNumber
          :model-value="Math.round(share * 100)"
          input-id="fit-closing"
          :min="0"
          :max="50"
          suffix=" %"
          @update:model-value="setShare"
        />
      </span>
      <label v-if="hasByHand" class="row"><input v-model="frees" type="checkbox" /> counts that I set may change</label>
      <Button type="submit" label="Fit" :disabled="searching || routine.entries.length === 0" />
      <Button v-if="searching" label="Cancel" severity="secondary" text @click="cancel" />
    </form>
    <p v-if="searching" role="status">Looking for the best counts…</p>
    <p v-if="failure" class="fault" role="alert">{{ failure }}</p>
    <div v-if="result" class="stack" role="status">
      <p>
        <strong>{{ durationPhrase(result.seconds) }}</strong><template v-if="result.met"> — it fits.</template
        ><template v-else>
          — {{ result.proven ? 'as close as possible to' : 'the closest that was found to' }}
          {{ plural(minutes, 'minute') }}.</template
        >
        <span v-if="!result.closingKept" class="fault"> The closing cannot keep its share.</span>
        <span v-if="!result.proven" class="soft">
          It may not be the best one: the search ended before that was settled.</span
        >
      </p>
      <ul v-if="result.bindings.length > 0">
        <li
          v-for="binding in result.bindings"
          :key="'entryId' in binding ? `${binding.kind} ${binding.entryId}` : binding.kind"
        >
          {{ bindingWords(binding) }}
          <Button
            v-if="binding.kind === 'closing'"
            :label="`Take ${durationPhrase(binding.seconds)} with a closing of ${percentPhrase(binding.sharePossible)}`"
            size="small"
            severity="secondary"
            @click="takeIt(binding.routine, ', with less of a closing')"
          />
          <Button
            v-else-if="binding.kind === 'byHand'"
            label="Free it and fit again"
            size="small"
            severity="secondary"
            @click="freeAndFit(binding.entryId)"
          />
          <Button
            v-else-if="'routine' in binding"
            :label="`Take ${durationPhrase(binding.seconds)} so`"
            size="small"
            severity="secondary"
            @click="takeIt(binding.routine)"
          />
        </li>
      </ul>
      <BrookDrawing v-if="drawn?.ok" :timeline="drawn.timeline" size="small" />
      <p v-if="result.changes.length === 0">Nothing needs to change.</p>
      <ul class="changes">
        <li v-for="each in result.changes" :key="each.entryId">
          <span
            ><strong>{{ each.name }}</strong> {{ changeWords(each) }}
            <span class="soft small"
              >{{ REASONS[each.reason]
              }}<template v-if="each.secondsWithout !== null"
                >; without this {{ durationPhrase(each.secondsWithout) }}</template
              ></span
            ></span
          >
          <span class="row tight">
            <Button
              label="Keep unchanged"
              size="small"
              severity="secondary"
              text
              :aria-label="`Leave ${each.name} as it was`"
              @click="refuse(each.entryId)"
            />
            <Button
              label="Pin"
              size="small"
              severity="secondary"
              text
              :aria-label="`Pin ${each.name} as it was`"
              @click="pin(each.entryId)"
            />
          </span>
        </li>
      </ul>
      <div class="row">
        <Button label="Apply" size="small" :disabled="result.changes.length === 0" @click="takeIt(result.routine)" />
        <Button label="Cancel" size="small" severity="secondary" @click="leave" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.together {
  display: inline-flex;
  align-items: center;
  gap: 0.5rem;
}
.changes {
  display: grid;
  gap: 0.3rem;
}
.changes li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: 0 0.4rem;
  line-height: 1.25;
}
.tight {
  gap: 0;
  flex-wrap: nowrap;
}
form :deep(input) {
  width: 8rem;
}
.together :deep(input) {
  width: 5rem;
}
</style>
