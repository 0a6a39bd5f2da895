<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { nameWith } from '#core/basics'
import { plainSpelling } from '#core/forms'
import { emptyRoutine, stepsOf, withoutUnknown, type Routine } from '#core/routine'
import { ROUTINE_GROUPS } from '#data'
import { useHealth } from '~/shared/plan/useHealth'
import { useCompiled, type Compiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/session/follow'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { useGrowing } from '~/shared/ui/growing'
import SearchField from '~/shared/ui/SearchField.vue'
import { inOrderOfNames } from '~/shared/words/order'
import { plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import RoutineRow from './RoutineRow.vue'

const workspace = useWorkspaceStore()
const library = useLibraryStore()
const { settings } = useSettingsStore()
const follow = useFollowStore()
const compiled = useCompiled()
const health = useHealth()
const confirm = useConfirm()
useHead({ title: 'Routines · Pebblebrook' })

const words = ref('')
/** A routine answers by its name, what it is for, or a form in it. */
const answering = computed(() => {
  const wanted = plainSpelling(words.value).split(' ').filter(Boolean)
  const answers = ({ name, purpose, ...routine }: Routine) => {
    const forms = stepsOf({ ...routine, name, purpose }).map(({ formId }) => library.formsById.get(formId)?.name ?? '')
    const all = plainSpelling([name, purpose, ...forms].join(' ')).split(' ')
    return wanted.every((want) => all.some((word) => word.startsWith(want)))
  }
  return wanted.length === 0 ? library.routines : library.routines.filter(answers)
})
const isMine = ({ id }: Routine) => !library.isShipped(id)
const inOrder = computed(() => [
  ...answering.value.filter(isMine).sort(inOrderOfNames),
  ...ROUTINE_GROUPS.flatMap(({ routineIds }) =>
    routineIds.flatMap((id) => answering.value.find((routine) => routine.id === id) ?? []),
  ),
])
const AT_ONCE = 10
const shown = useGrowing(inOrder, AT_ONCE)
/** Each is compiled once, and anew when what it is done by has changed: the list grows, and what stands there is not worked out again. */
const known = computed(() => ({
  setting: library.setting,
  conditions: settings.conditions,
  of: new WeakMap<Routine, { compiled: Compiled; healthWords: string }>(),
}))
function compiledOnce(routine: Routine) {
  const { setting, of } = known.value
  const result = of.get(routine) ?? { compiled: compiled(routine, setting), healthWords: healthWords(routine) }
  of.set(routine, result)
  return result
}
function healthWords(routine: Routine): string {
  const adjusted = health.adjusted(routine)
  if (!adjusted) return ''
  const led = adjusted.asksFirst ? null : compiled(adjusted.routine)
  const length = led?.ok ? `, ${durationPhrase(led.totals.totalSeconds)}` : ''
  return `For your health settings${length}. ${health.phrase(adjusted)}`
}
const entries = computed(() => shown.value.map((routine) => ({ routine, ...compiledOnce(routine) })))
/** All brooks of the list are drawn to one scale, so that a short one looks short. */
const longestSeconds = computed(() =>
  Math.max(0, ...entries.value.map(({ compiled: result }) => (result.ok ? result.totals.totalSeconds : 0))),
)
/** My own routines, then the ready-made ones by purpose. */
const sections = computed(() => [
  {
    name: 'Mine',
    whenEmpty: 'None yet. Make one from forms, or duplicate a ready-made one.',
    groups: [{ name: '', entries: entries.value.filter(({ routine }) => isMine(routine)) }],
  },
  {
    name: 'Ready-made',
    whenEmpty: '',
    groups: ROUTINE_GROUPS.map(({ name, routineIds }) => ({
      name,
      entries: entries.value.filter(({ routine }) => routineIds.includes(routine.id)),
    })),
  },
])

async function start(routine: Routine) {
  await library.putRoutine(routine)
  await navigateTo(`/routines/${routine.id}`)
}
const makeNew = () => start(emptyRoutine(`mine-${newUuid()}`, 'A new routine'))
const copy = (routine: Routine) =>
  start({ ...routine, id: `mine-${newUuid()}`, name: nameWith(routine.name, ', my way') })

async function followIt(routine: Routine) {
  follow.prepare(withoutUnknown(routine, (formId) => library.formsById.has(formId)))
  await navigateTo('/follow')
}
function remove(routine: Routine) {
  confirm.require({
    header: `Delete “${routine.name}”?`,
    message: 'The sessions that you followed with it stay in the journal.',
    acceptProps: { label: 'Delete it' },
    rejectProps: { label: 'Cancel', severity: 'secondary' },
    accept: () => void workspace.remove('routines', routine.id),
  })
}
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Routines</h1>
      <div class="row">
        <Button label="Suggest a routine" icon="pi pi-compass" @click="navigateTo('/routines/propose')" />
        <Button label="New routine" icon="pi pi-plus" severity="secondary" @click="makeNew" />
        <details class="more">
          <summary>More</summary>
          <div class="row">
            <NuxtLink to="/take">Import</NuxtLink>
            <NuxtLink to="#series">Series</NuxtLink>
            <NuxtLink to="/routines/compare">Compare</NuxtLink>
          </div>
        </details>
      </div>
    </div>
    <search class="row">
      <SearchField v-model="words" placeholder="Name, purpose, a form in it" aria-label="Search routines" />
      <span v-if="words" class="soft" role="status">{{ plural(answering.length, 'routine') }}</span>
    </search>
    <section v-for="section in sections" :key="section.name" :aria-label="section.name">
      <h2>{{ section.name }}</h2>
      <p v-if="section.groups.every((group) => group.entries.length === 0)" class="soft">
        {{ words ? 'No routines found.' : section.whenEmpty }}
      </p>
      <template v-for="group in section.groups" :key="group.name">
        <template v-if="group.entries.length > 0">
          <h3 v-if="group.name">{{ group.name }}</h3>
          <ul :aria-label="group.name || undefined">
            <RoutineRow
              v-for="{ routine, compiled: result, healthWords: forHealth } in group.entries"
              :key="routine.id"
              :routine="routine"
              :result="result"
              :mine="isMine(routine)"
              :health-words="forHealth"
              :scale-seconds="longestSeconds"
              @follow="followIt(routine)"
              @copy="copy(routine)"
              @remove="remove(routine)"
            />
          </ul>
        </template>
      </template>
    </section>
    <slot name="series" />
    <ConfirmDialog />
  </div>
</template>

<style scoped>
search :deep(input) {
  width: min(22rem, 100%);
}
h3 {
  margin-top: 1.2rem;
}
summary {
  cursor: pointer;
  padding: 0.5rem 0.3rem;
}
</style>
