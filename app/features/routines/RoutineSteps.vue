<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { STAGE_NAMES } from '#core/formats'
import { nextCount } from '#core/forms'
import {
  BUILD_STAGES,
  PATTERNS,
  withGroupSteps,
  withTopLevel,
  type BuildStage,
  type Entry,
  type Group,
  type Step,
} from '#core/routine'
import { PATTERN_LINES, PATTERN_TITLES } from './composerWords'
import { useLibraryStore } from '~/shared/store/library'
import { plural } from '~/shared/words/numbers'
import { useLater } from '~/shared/drawing/afterPicture'
import AfterPicture from '~/shared/ui/AfterPicture.vue'
import BetweenChoice from './BetweenChoice.vue'
import CountStepper from './CountStepper.vue'
import EntryButtons from './EntryButtons.vue'
import RoutineStep from './RoutineStep.vue'

/** The steps of a routine, in order: dragged by their grip, or moved with Alt and the arrow keys. */
const props = defineProps<{
  entries: Entry[]
  selected: string[]
  secondsByStep: Map<string, number>
  /** What lies between the entries takes the place of their own rests. */
  restsBetween: boolean
}>()
const emit = defineEmits<{
  entries: [entries: Entry[]]
  choose: [id: string, event?: MouseEvent | KeyboardEvent]
  chooseNothing: []
  /** The step that had the focus was the last one. */
  emptied: []
  mark: [id: string, mark: 'off' | 'pinned' | 'optional']
  duplicate: [id: string]
  count: [id: string, direction: 1 | -1]
  move: [id: string, direction: 1 | -1]
  remove: [id: string]
  step: [id: string, change: Partial<Omit<Step, 'kind' | 'id'>>]
  group: [id: string, change: Partial<Omit<Group, 'kind' | 'id'>>]
}>()

const library = useLibraryStore()
const patterns = PATTERNS.map((value) => ({ value, name: PATTERN_TITLES[value] }))
const marksLine = ({ pattern, off, optional, pinned }: Group) =>
  [PATTERN_LINES[pattern], off && 'left out', optional && 'optional', pinned && 'pinned'].filter(Boolean).join(' · ')
const within = (least: number, most: number) => (count: number, direction: 1 | -1) =>
  Math.min(most, Math.max(least, count + direction))
const nextRounds = within(1, 36)
const roundsPhrase = (rounds: number) => plural(rounds, 'round')
const nextRest = within(0, 20)
const restPhrase = (breaths: number) => `${plural(breaths, 'breath')} between`
/** All positions of a stand have one count, of those that the first of them allows. */
function nextEach({ steps }: Group, count: number, direction: 1 | -1) {
  const form = library.formsById.get(steps[0]?.formId ?? '')
  return form ? nextCount(form, count, direction) : count
}
const eachPhrase = (count: number) => `${count} in each position`
const countEach = ({ id, steps }: Group, count: number) =>
  emit('group', id, { steps: steps.map((step) => ({ ...step, count })) })
function toggleStage({ id, stages }: Group, stage: BuildStage) {
  const next = BUILD_STAGES.filter((each) => (each === stage ? !stages.includes(stage) : stages.includes(each)))
  if (next.length > 0) emit('group', id, { stages: next })
}

const list = ref<HTMLElement | null>(null)

/** The focus of a step that is taken out goes to the one that comes to stand in its place, and never to the page. */
const ids = computed(() =>
  props.entries.flatMap((entry) =>
    entry.kind === 'group' ? [entry.id, ...entry.steps.map(({ id }) => id)] : [entry.id],
  ),
)
watch(ids, async (now, before) => {
  const focused = document.activeElement?.closest<HTMLElement>('[data-entry]')?.dataset.entry
  if (!focused || now.includes(focused) || !list.value?.contains(document.activeElement)) return
  const next = now[Math.min(before.indexOf(focused), now.length - 1)]
  await nextTick()
  if (next) list.value.querySelector<HTMLElement>(`[data-entry="${next}"]`)?.focus()
  else emit('emptied')
})

async function move(id: string, direction: 1 | -1) {
  emit('move', id, direction)
  await nextTick()
  list.value?.querySelector<HTMLElement>(`[data-entry="${id}"]`)?.focus()
}
/** Keys of a step that has the focus. */
const KEYS: Record<string, (id: string) => void> = {
  x: (id) => emit('mark', id, 'off'),
  p: (id) => emit('mark', id, 'pinned'),
  o: (id) => emit('mark', id, 'optional'),
  d: (id) => emit('duplicate', id),
  '+': (id) => emit('count', id, 1),
  '=': (id) => emit('count', id, 1),
  '-': (id) => emit('count', id, -1),
}
/** What is chosen is opened by being asked for: pressed, or Enter. To walk along the steps opens nothing. */
function open(id: string) {
  if (props.selected.length === 1 && props.selected[0] === id) emit('chooseNothing')
  else emit('choose', id)
}
/** Under the last of the chosen ones stands what can be done with all of them. */
const lastChosen = computed(() => ids.value.findLast((id) => props.selected.includes(id)) ?? null)
/** That it is chosen is seen at once, and what can be set follows: it moves all that lies below. */
const opened = useLater(() => props.selected)
const isOpen = (id: string) => opened.value.length === 1 && opened.value[0] === id
/** Shift and an arrow choose the next one too, and go there. */
function extend(id: string, event: KeyboardEvent) {
  const all = [...(list.value?.querySelectorAll<HTMLElement>('[data-entry]') ?? [])]
  const next = all[all.findIndex((item) => item.dataset.entry === id) + (event.key === 'ArrowUp' ? -1 : 1)]
  if (!next) return
  if (!props.selected.includes(id)) emit('choose', id, event)
  emit('choose', next.dataset.entry!, event)
  next.focus()
}

function onKey(event: KeyboardEvent, id: string) {
  if (event.target !== event.currentTarget && !event.altKey) return
  const own = event.target === event.currentTarget
  if (own && !event.shiftKey && !event.altKey && !event.ctrlKey && !event.metaKey && event.key === 'Enter') {
    event.preventDefault()
    event.stopPropagation()
    return open(id)
  }
  if (own && event.shiftKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
    event.preventDefault()
    event.stopPropagation()
    extend(id, event)
  } else if (own && !event.ctrlKey && !event.metaKey && !event.altKey && KEYS[event.key]) {
    event.preventDefault()
    event.stopPropagation()
    KEYS[event.key]!(id)
  } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
    event.preventDefault()
    event.stopPropagation()
    void move(id, event.key === 'ArrowUp' ? -1 : 1)
  } else if (event.key === 'Delete') {
    event.stopPropagation()
    emit('remove', id)
  }
}

function onClick(event: MouseEvent, id: string) {
  // A control of the step keeps its click to itself.
  if (
    (event.target as HTMLElement).closest('button, select, input, label, [role="combobox"], .layers, [role="toolbar"]')
  )
    return
  if (event.shiftKey || event.ctrlKey || event.metaKey) emit('choose', id, event)
  else open(id)
}

/** A drag within or between lists tells each list its new contents; both arrive before the next frame. */
const dragged = shallowRef<Entry[] | null>(null)
function take(change: (entries: Entry[]) => Entry[]) {
  const pending = dragged.value !== null
  dragged.value = change(dragged.value ?? props.entries)
  if (pending) return
  void nextTick(() => {
    const next = dragged.value
    dragged.value = null
    if (next) emit('entries', next)
  })
}
const takeTop = (next: Entry[]) => take((entries) => withTopLevel(entries, next))
const takeGroup = (groupId: string, steps: Entry[]) => take((entries) => withGroupSteps(entries, groupId, steps))
const intoRounds = {
  name: 'steps',
  put: (_to: unknown, _from: unknown, moved: HTMLElement) => moved.dataset.kind === 'step',
}
</script>

<template>
  <div ref="list">
    <VueDraggable
      tag="ol"
      class="steps"
      :model-value="entries"
      group="steps"
      handle=".grip"
      :animation="150"
      @update:model-value="takeTop($event as Entry[])"
    >
      <li
        v-for="entry in entries"
        :key="entry.id"
        :data-entry="entry.id"
        :data-kind="entry.kind"
        tabindex="0"
        :class="[entry.kind, { chosen: selected.includes(entry.id) }]"
        @keydown="onKey($event, entry.id)"
        @click="onClick($event, entry.id)"
      >
        <RoutineStep
          v-if="entry.kind === 'step'"
          :step="entry"
          :seconds="secondsByStep.get(entry.id) ?? 0"
          :rests-between="restsBetween"
          :open="isOpen(entry.id)"
          @open="open(entry.id)"
          @change="emit('step', entry.id, $event)"
          @earlier="move(entry.id, -1)"
          @later="move(entry.id, 1)"
          @remove="emit('remove', entry.id)"
        />
        <template v-else>
          <div class="group-head">
            <span class="grip pi pi-bars" aria-hidden="true" />
            <InputText
              :model-value="entry.name"
              aria-label="Name of the rounds"
              maxlength="120"
              @change="emit('group', entry.id, { name: ($event.target as HTMLInputElement).value.trim() || 'Rounds' })"
            />
            <AfterPicture>
              <Select
                :model-value="entry.pattern"
                :options="patterns"
                option-label="name"
                option-value="value"
                size="small"
                :aria-label="`Pattern of ${entry.name}`"
                @update:model-value="
                  emit('group', entry.id, {
                    pattern: $event,
                    stages:
                      $event === 'buildUp' && entry.stages.length === 0
                        ? ['watch', 'handsOnly', 'whole']
                        : entry.stages,
                  })
                "
              />
              <CountStepper
                :name="`rounds of ${entry.name}`"
                :count="entry.rounds"
                :next="nextRounds"
                :phrase="roundsPhrase"
                @change="emit('group', entry.id, { rounds: $event })"
              />
              <CountStepper
                :name="`breaths between rounds of ${entry.name}`"
                :count="entry.restBreaths"
                :next="nextRest"
                :phrase="restPhrase"
                @change="emit('group', entry.id, { restBreaths: $event })"
              />
              <BetweenChoice
                :between="entry.between"
                :label="`Between the pieces of ${entry.name}`"
                @change="emit('group', entry.id, { between: $event })"
              />
              <CountStepper
                v-if="entry.pattern === 'post' && entry.steps.length > 0"
                :name="`each position of ${entry.name}`"
                :count="entry.steps[0]!.count"
                :next="(count, direction) => nextEach(entry, count, direction)"
                :phrase="eachPhrase"
                @change="countEach(entry, $event)"
              />
              <fieldset v-if="entry.pattern === 'buildUp'" class="stages">
                <legend class="visually-hidden">Stages of {{ entry.name }}</legend>
                <label v-for="stage in BUILD_STAGES" :key="stage" class="row small">
                  <input type="checkbox" :checked="entry.stages.includes(stage)" @change="toggleStage(entry, stage)" />
                  {{ STAGE_NAMES[stage] }}
                </label>
              </fieldset>
              <span class="soft small line">{{ marksLine(entry) }}</span>
              <EntryButtons
                :name="entry.name"
                :removes="`${entry.name} and its steps`"
                @earlier="move(entry.id, -1)"
                @later="move(entry.id, 1)"
                @remove="emit('remove', entry.id)"
              />
            </AfterPicture>
          </div>
          <VueDraggable
            tag="ol"
            class="steps inner"
            :model-value="entry.steps"
            :group="intoRounds"
            handle=".grip"
            :animation="150"
            @update:model-value="takeGroup(entry.id, $event as Entry[])"
          >
            <li
              v-for="step in entry.steps"
              :key="step.id"
              :data-entry="step.id"
              data-kind="step"
              tabindex="0"
              class="step"
              :class="{ chosen: selected.includes(step.id) }"
              @keydown="onKey($event, step.id)"
              @click.stop="onClick($event, step.id)"
            >
              <RoutineStep
                :step="step"
                :seconds="secondsByStep.get(step.id) ?? 0"
                :rests-between="entry.between !== undefined"
                :open="isOpen(step.id)"
                @open="open(step.id)"
                @change="emit('step', step.id, $event)"
                @earlier="move(step.id, -1)"
                @later="move(step.id, 1)"
                @remove="emit('remove', step.id)"
              />
              <slot v-if="lastChosen === step.id" />
            </li>
          </VueDraggable>
          <p v-if="entry.steps.length === 0" class="soft small empty">
            Drag steps in here, or move one up or down into it.
          </p>
        </template>
        <slot v-if="lastChosen === entry.id" />
      </li>
    </VueDraggable>
  </div>
</template>

<style scoped>
.steps {
  display: grid;
  gap: 0.35rem;
  min-height: 2.5rem;
}
li {
  background: var(--pb-raised);
  border-radius: 10px;
  border: 2px solid transparent;
  /* A press chooses a step, or several, and not their letters. */
  user-select: none;
}
/* Steps out of sight are laid out when they come into it. */
@media screen {
  .step {
    content-visibility: auto;
    contain-intrinsic-height: auto 3.6rem;
    overflow-clip-margin: 8px;
  }
}
li.chosen {
  border-color: var(--pb-water-deep);
}
.group {
  padding: 0.5rem 0.6rem 0.6rem;
  background: none;
  border: 2px dashed var(--pb-line);
}
.group-head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.8rem;
  padding-bottom: 0.5rem;
}
.group-head input {
  flex: 1 1 9rem;
  min-width: 0;
}
.grip {
  cursor: grab;
  padding: 0.6rem;
  color: var(--pb-soft);
  touch-action: none;
}
.end {
  margin-left: auto;
}
.stages {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.8rem;
}
.line {
  flex: 1 1 100%;
  order: 9;
}
.empty {
  padding: 0.4rem;
}
</style>
