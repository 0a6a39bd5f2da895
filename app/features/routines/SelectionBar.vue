<script setup lang="ts">
import { PATTERN_NAMES } from '#core/formats'
import {
  duplicate,
  groupSteps,
  PATTERNS,
  removeEntry,
  setMark,
  splitStep,
  stepsOf,
  ungroup,
  type Pattern,
  type Routine,
} from '#core/routine'
import { PATTERN_TITLES } from './composerWords'
import { newStepId } from './routineEditing'
import { useLibraryStore } from '~/shared/store/library'
import { plural } from '~/shared/words/numbers'

/** What can be done with the steps that are chosen, one or several. It may be shown for the routine as it was a moment ago, and is done to what it is now. */
const props = defineProps<{ routine: Routine; selected: string[] }>()
const emit = defineEmits<{ change: [change: (now: Routine) => Routine, what: string]; clear: [] }>()
const library = useLibraryStore()

const pieces = computed(() =>
  [
    ...props.routine.entries,
    ...props.routine.entries.flatMap((entry) => (entry.kind === 'group' ? entry.steps : [])),
  ].filter(({ id }) => props.selected.includes(id)),
)
const name = computed(() => {
  const [only] = pieces.value
  if (pieces.value.length !== 1 || !only) return plural(pieces.value.length, 'step')
  return only.kind === 'group' ? only.name : (library.formsById.get(only.formId)?.name ?? 'Deleted form')
})
const step = computed(() => {
  const [only] = pieces.value
  return pieces.value.length === 1 && only?.kind === 'step' ? only : null
})
const group = computed(() => {
  const [only] = pieces.value
  return pieces.value.length === 1 && only?.kind === 'group' ? only : null
})
const free = computed(() =>
  props.routine.entries.some((entry) => entry.kind === 'step' && props.selected.includes(entry.id)),
)

const MARKS = [
  { mark: 'off' as const, set: 'Leave out for now', unset: 'Take in again' },
  { mark: 'pinned' as const, set: 'Pin the count', unset: 'Unpin' },
  { mark: 'optional' as const, set: 'Optional', unset: 'Not optional' },
  { mark: 'byHand' as const, set: 'Keep the count as set', unset: 'Free the count' },
]
type Mark = (typeof MARKS)[number]['mark']
const all = (mark: Mark) => pieces.value.every((piece) => piece[mark])
/** A count is kept as set by setting it; here it can only be freed. */
const offered = computed(() => MARKS.filter(({ mark }) => mark !== 'byHand' || all(mark)))
function toggle(mark: Mark) {
  const those = props.selected
  const isSet = !all(mark)
  emit('change', (now) => setMark(now, those, mark, isSet), `${name.value} changed.`)
}
function split() {
  const form = step.value && library.formsById.get(step.value.formId)
  if (!step.value || !form) return
  const { id } = step.value
  const inTwo = (now: Routine) => splitStep(now, id, form, newStepId)
  emit('change', inTwo, stepsOf(inTwo(props.routine)).length > stepsOf(props.routine).length ? 'Split in two.' : '')
}
const patterns = PATTERNS.map((value) => ({ value, name: PATTERN_NAMES[value] }))
function gather(pattern: Pattern) {
  const those = props.selected
  const together = (now: Routine) => groupSteps(now, those, pattern, PATTERN_TITLES[pattern], newStepId)
  emit('change', together, `Now ${PATTERN_NAMES[pattern]}.`)
}
function doubled() {
  const those = props.selected
  emit('change', (now) => duplicate(now, those, newStepId), 'Duplicated.')
}
function remove() {
  const those = props.selected
  emit('change', (now) => those.reduce(removeEntry, now), 'Deleted.')
  emit('clear')
}
function takeApart(id: string) {
  emit('change', (now) => ungroup(now, id), 'Taken apart.')
}
</script>

<template>
  <div class="bar" role="toolbar" aria-label="With what is chosen">
    <span v-if="!step" class="who">{{ name }}</span>
    <Button label="Duplicate" size="small" severity="secondary" @click="doubled" />
    <Button v-if="step" label="Split" size="small" severity="secondary" @click="split" />
    <Button
      v-for="each in offered"
      :key="each.mark"
      :label="all(each.mark) ? each.unset : each.set"
      size="small"
      severity="secondary"
      @click="toggle(each.mark)"
    />
    <Select
      v-if="free"
      :model-value="null"
      :options="patterns"
      option-label="name"
      option-value="value"
      size="small"
      placeholder="Make it a pattern"
      aria-label="Make it a pattern"
      @update:model-value="$event && gather($event)"
    />
    <Button
      v-if="group"
      label="Take the pattern apart"
      size="small"
      severity="secondary"
      @click="takeApart(group.id)"
    />
    <Button v-if="!step" label="Delete" size="small" severity="secondary" text @click="remove" />
    <Button label="Choose nothing" size="small" severity="secondary" text @click="emit('clear')" />
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
  padding: 0.5rem 0.7rem;
  background: var(--pb-water);
  border-radius: 0 0 8px 8px;
}
.who {
  font-weight: 650;
  margin-right: 0.4rem;
  overflow-wrap: anywhere;
}
</style>
