<script setup lang="ts">
import { ARC_PARTS, nextCount, type Form } from '#core/forms'
import {
  changeGroup,
  changeStep,
  closingSecondsWanted,
  closingShareWanted,
  duplicate,
  groupFor,
  insertByPart,
  keepsClosing,
  moveEntry,
  removeEntry,
  setMark,
  stepFor,
  formIdsOf,
  stepsOf,
  type Entry,
  type Group,
  type Routine,
  type Step,
} from '#core/routine'
import { newStepId, useRoutineEditing } from './routineEditing'
import { useCompiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/store/follow'
import { usePersonStore } from '~/shared/store/person'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import BrookEditor from './BrookEditor.vue'
import CheckPanel from './CheckPanel.vue'
import FitPanel from './FitPanel.vue'
import FormPicker from './FormPicker.vue'
import RoutineExtras from './RoutineExtras.vue'
import RoutineWhole from './RoutineWhole.vue'
import RoutineSteps from './RoutineSteps.vue'
import SelectionBar from './SelectionBar.vue'

const person = usePersonStore()
const follow = useFollowStore()
const compiled = useCompiled()
const route = useRoute()
const {
  routine,
  pulled,
  canUndo,
  canRedo,
  selected,
  said,
  change,
  pull,
  settlePull,
  undo,
  redo,
  versions,
  keepVersion,
} = useRoutineEditing(String(route.params.id))
useHead({ title: computed(() => `${routine.value?.name ?? 'No such routine'} · Pebblebrook`) })

const result = computed(() => routine.value && compiled(routine.value))
/** The figures and the brook follow a pull; the rest of the page waits for its end. */
const drawn = computed(() => (pulled.value ? compiled(pulled.value) : result.value))
const totals = computed(() => (drawn.value?.ok ? drawn.value.totals : null))
const settledTotals = computed(() => (result.value?.ok ? result.value.totals : null))
const secondsByStep = computed(() => new Map(settledTotals.value?.bySteps.map((step) => [step.stepId, step.seconds])))

/** Ctrl (or Shift) chooses one more, or one fewer; otherwise one alone. */
function choose(id: string, event?: MouseEvent | KeyboardEvent) {
  const more = event && (event.shiftKey || event.ctrlKey || event.metaKey)
  if (!more) selected.value = [id]
  else if (selected.value.includes(id)) selected.value = selected.value.filter((other) => other !== id)
  else selected.value = [...selected.value, id]
}

function add(form: Form) {
  if (!routine.value) return
  const step = stepFor(form, newStepId())
  void change(insertByPart(routine.value, step, ARC_PARTS), `${form.name} added.`)
  selected.value = [step.id]
}
function addRounds() {
  if (!routine.value) return
  const group: Entry = groupFor('rounds', newStepId(), 'Rounds', [])
  const lastWork = routine.value.entries.findLastIndex(
    (entry) => entry.kind === 'group' || ARC_PARTS.indexOf(entry.part) <= 3,
  )
  void change({ ...routine.value, entries: routine.value.entries.toSpliced(lastWork + 1, 0, group) }, 'Rounds added.')
}
const changeBy = (what: (now: Routine) => Routine, words = '') => routine.value && change(what(routine.value), words)
const move = (id: string, direction: 1 | -1) =>
  changeBy((now) => moveEntry(now, id, direction), direction < 0 ? 'Moved earlier.' : 'Moved later.')
const remove = (id: string) => changeBy((now) => removeEntry(now, id), 'Removed.')
/** A count that I set stays when the routine is fitted, until I free it. */
const byHand = (part: Partial<Step> | Partial<Group>) =>
  'count' in part || 'rounds' in part || 'steps' in part ? { byHand: true } : {}
const alterStep = (id: string, part: Partial<Step>) =>
  changeBy((now) => changeStep(now, id, { ...part, ...byHand(part) }))
const alterGroup = (id: string, part: Partial<Group>) =>
  changeBy((now) => changeGroup(now, id, { ...part, ...byHand(part) }))
const MARK_SAID = {
  off: 'Left out for now, or taken in.',
  pinned: 'Pinned or unpinned.',
  optional: 'Optional or not.',
}
function mark(id: string, which: 'off' | 'pinned' | 'optional') {
  const now = routine.value
  const piece = now && [...now.entries, ...stepsOf(now)].find((each) => each.id === id)
  if (piece) changeBy((each) => setMark(each, [id], which, !piece[which]), MARK_SAID[which])
}
function count(id: string, direction: 1 | -1) {
  const step = routine.value && stepsOf(routine.value).find((each) => each.id === id)
  const form = step && person.formsById.get(step.formId)
  if (step && form) alterStep(id, { count: nextCount(form, step.count, direction) })
}
function rename(name: string) {
  const trimmed = name.trim()
  if (routine.value && trimmed) void change({ ...routine.value, name: trimmed })
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || (event.target as HTMLElement).closest('input, textarea'))
    return
  const key = event.key.toLowerCase()
  if (key !== 'z' && key !== 'y') return
  event.preventDefault()
  void (key === 'y' || event.shiftKey ? redo() : undo())
})

async function followIt() {
  if (!routine.value) return
  await keepVersion()
  follow.prepare(routine.value)
  await navigateTo('/follow')
}

const closing = computed(() => {
  if (!totals.value || totals.value.closingShare === null) return null
  const wanted = closingShareWanted(routine.value!, person.settings.rules)
  return {
    share: totals.value.closingShare,
    wanted,
    enough: keepsClosing(totals.value, wanted),
    missing: closingSecondsWanted(totals.value, wanted),
  }
})
const picking = ref(true)
const usedForms = computed(() => (routine.value ? formIdsOf(routine.value) : new Set<string>()))
const some = computed(() =>
  selected.value.filter(
    (id) => routine.value && [...routine.value.entries, ...stepsOf(routine.value)].some((each) => each.id === id),
  ),
)
</script>

<template>
  <div v-if="!routine" class="stack">
    <h1>No such routine</h1>
    <p>It may have been removed. <NuxtLink to="/routines">All routines</NuxtLink></p>
  </div>
  <div v-else class="stack">
    <NuxtLink to="/routines">Routines</NuxtLink>
    <div class="spread top">
      <InputText
        class="name"
        :model-value="routine.name"
        maxlength="120"
        aria-label="Name of the routine"
        @change="rename(($event.target as HTMLInputElement).value)"
      />
      <div class="row">
        <Button label="Undo" icon="pi pi-undo" severity="secondary" :disabled="!canUndo" @click="undo" />
        <Button label="Redo" icon="pi pi-refresh" severity="secondary" :disabled="!canRedo" @click="redo" />
        <Button
          label="Take along"
          icon="pi pi-headphones"
          severity="secondary"
          :disabled="!result?.ok || totals?.totalSeconds === 0"
          @click="navigateTo(`/carry?routine=${routine!.id}`)"
        />
        <Button
          label="Follow"
          icon="pi pi-play"
          :disabled="!result?.ok || totals?.totalSeconds === 0"
          @click="followIt"
        />
      </div>
    </div>
    <h1 class="visually-hidden">{{ routine.name }}</h1>

    <p v-if="result && !result.ok" class="fault" role="alert">{{ result.why }}</p>
    <template v-if="totals && totals.totalSeconds > 0">
      <p class="figures">
        <strong class="total">{{ durationPhrase(totals.totalSeconds) }}</strong> at my breath ·
        {{ plural(totals.bySteps.length, 'step') }}
        <template v-if="closing">
          ·
          <span :class="{ fault: !closing.enough }">
            closing {{ percentPhrase(closing.share) }} of the moving time<template v-if="closing.enough">
              ({{ percentPhrase(closing.wanted) }} wanted)</template
            ><template v-else
              >, {{ durationPhrase(closing.missing) }} short of {{ percentPhrase(closing.wanted) }}</template
            >
          </span>
        </template>
      </p>
      <BrookEditor
        v-if="drawn?.ok"
        :routine="routine"
        :timeline="drawn.timeline"
        :selected="some"
        @choose="choose"
        @pull="pull"
        @settle="settlePull"
        @change="change"
      />
    </template>
    <p class="visually-hidden" role="status">{{ said }}</p>

    <div class="columns">
      <section class="stack" aria-labelledby="steps">
        <div class="spread">
          <h2 id="steps">Steps</h2>
          <Button label="Add rounds" size="small" severity="secondary" icon="pi pi-plus" @click="addRounds" />
        </div>
        <p v-if="routine.entries.length === 0" class="soft">
          Nothing here yet. Choose forms beside; each comes to stand in its part of the arc.
        </p>
        <RoutineSteps
          :entries="routine.entries"
          :selected="some"
          :seconds-by-step="secondsByStep"
          :rests-between="routine.between !== undefined"
          @entries="change({ ...routine!, entries: $event }, 'Moved.')"
          @choose="choose"
          @move="move"
          @remove="remove"
          @step="alterStep"
          @group="alterGroup"
          @mark="mark"
          @count="count"
          @duplicate="(id) => changeBy((now) => duplicate(now, [id], newStepId), 'Duplicated.')"
        />
        <p v-if="routine.entries.length > 0" class="small soft">
          By keys, on a step: Alt and the arrows move it, + and − count, d doubles, x leaves out, p pins, o makes it
          optional, Shift and the arrows choose several.
        </p>
        <section class="stack" aria-labelledby="pick">
          <div class="spread">
            <h2 id="pick">Forms to add</h2>
            <Button
              class="fold"
              size="small"
              severity="secondary"
              text
              :label="picking ? 'Fold' : 'Open'"
              :aria-expanded="picking"
              @click="picking = !picking"
            />
          </div>
          <FormPicker v-if="picking" :used="usedForms" @pick="add" />
        </section>
      </section>
      <div class="stack side">
        <FitPanel
          v-if="settledTotals && settledTotals.totalSeconds > 0"
          :routine="routine"
          :seconds="settledTotals.totalSeconds"
          @take="change"
        />
        <RoutineWhole v-if="routine.entries.length > 0" :routine="routine" @change="change" />
        <CheckPanel v-if="routine.entries.length > 0" :routine="routine" @change="change" />
        <RoutineExtras :routine="routine" :versions="versions" @change="change" @keep="keepVersion()" />
      </div>
    </div>
    <SelectionBar v-if="some.length > 0" :routine="routine" :selected="some" @change="change" @clear="selected = []" />
  </div>
</template>

<style scoped>
.top {
  flex-wrap: wrap;
}
.name {
  flex: 1 1 16rem;
  min-width: 0;
  font-size: 1.6rem;
  font-weight: 650;
}
.figures {
  max-width: none;
}
.total {
  font-size: 1.5rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
  gap: 1.5rem 2.2rem;
  align-items: start;
}
.side {
  gap: 1.6rem;
}
.fold {
  display: none;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .fold {
    display: inline-flex;
  }
}
</style>
