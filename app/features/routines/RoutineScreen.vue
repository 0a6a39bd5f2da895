<script setup lang="ts">
import { rollup } from 'd3-array'
import { closingShareWanted, duplicate, keepsClosing, stepsOf } from '#core/routine'
import { newStepId, useRoutineEditing } from './routineEditing'
import { useStepChanges } from './stepChanges'
import { unlessEqual } from '~/shared/store/byField'
import { useCompiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/session/follow'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import AfterPicture from '~/shared/ui/AfterPicture.vue'
import { answerFirst, useLater } from '~/shared/drawing/afterPicture'
import { useGrowing } from '~/shared/ui/growing'
import StepsBack from '~/shared/ui/StepsBack.vue'
import { plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import CommandMenu from './CommandMenu.vue'
import type { Command } from './commandsHere'
import BrookEditor from './BrookEditor.vue'
import CheckPanel from './CheckPanel.vue'
import FitPanel from './FitPanel.vue'
import FormPicker from './FormPicker.vue'
import MissingForms from './MissingForms.vue'
import RoutineExtras from './RoutineExtras.vue'
import RoutineWhole from './RoutineWhole.vue'
import RoutineSteps from './RoutineSteps.vue'
import SelectionBar from './SelectionBar.vue'

const library = useLibraryStore()
const { settings } = useSettingsStore()
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

const { add, addRounds, changeBy, move, remove, alterStep, alterGroup, mark, count } = useStepChanges(routine, change)
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
  const wanted = closingShareWanted(routine.value!, settings.rules)
  return { wantedSeconds: wanted * totals.value.movingSeconds, enough: keepsClosing(totals.value, wanted) }
})
const fitting = useTemplateRef<InstanceType<typeof FitPanel>>('fitting')
/** What stands beside the steps comes in the moments after them. */
const beside = useGrowing(['steps', 'look', 'whole', 'extras'] as const, 1)
/** What is drawn, looked over and told beside the steps follows one picture after them; what is pressed there is done to the routine as it is by then. */
const besides = useLater(() => routine.value)
const earlier = useLater(() => versions.value)
const brook = useLater(
  () => drawn.value,
  () => pulled.value !== null,
)
const fitSeconds = useLater(() => settledTotals.value?.totalSeconds ?? null)
/** How often each form is in it. */
const usedForms = computed(() =>
  rollup(
    besides.value ? stepsOf(besides.value) : [],
    (all) => all.length,
    ({ formId }) => formId,
  ),
)
const looking = useTemplateRef<InstanceType<typeof CheckPanel>>('looking')
const picker = useTemplateRef<InstanceType<typeof FormPicker>>('picker')
const commanding = ref(false)
const canFollow = computed(() => (result.value?.ok && totals.value ? totals.value.totalSeconds > 0 : false))
const goTo = (address: string) => () => void navigateTo(address)
const commands = computed<Command[]>(() => {
  const id = String(route.params.id)
  const mends = (looking.value?.mends ?? []).map((mend, at) => ({ ...mend, id: `mend ${at}` }))
  return [
    ...(canFollow.value ? [{ id: 'follow', name: 'Follow it', run: () => void followIt() }] : []),
    { id: 'fit', name: 'Fit to', takesNumber: true, run: (minutes) => fitting.value?.fitTo(minutes) },
    ...mends,
    { id: 'rounds', name: 'Add rounds', run: addRounds },
    ...(canUndo.value ? [{ id: 'undo', name: 'Undo', run: () => void undo() }] : []),
    ...(canRedo.value ? [{ id: 'redo', name: 'Redo', run: () => void redo() }] : []),
    ...(canFollow.value ? [{ id: 'carry', name: 'Make audio', run: goTo(`/carry?routine=${id}`) }] : []),
    { id: 'print', name: 'Print a card', run: goTo(`/routines/card/${id}`) },
    { id: 'hand', name: 'Share', run: goTo(`/hand?routine=${id}`) },
    { id: 'voice', name: 'Record my voice for it', run: goTo(`/voice?routine=${id}`) },
    { id: 'compare', name: 'Compare with another', run: goTo(`/routines/compare?one=${id}`) },
    { id: 'keep', name: 'Save a version', run: () => void keepVersion() },
  ]
})
const some = unlessEqual(() =>
  selected.value.filter(
    (id) => routine.value && [...routine.value.entries, ...stepsOf(routine.value)].some((each) => each.id === id),
  ),
)
const someBeside = useLater(() => some.value)
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
        <StepsBack :can-undo="canUndo" :can-redo="canRedo" @undo="undo" @redo="redo" />
        <Button label="Commands" aria-keyshortcuts="/" severity="secondary" @click="commanding = true" />
        <Button
          label="Make audio"
          icon="pi pi-headphones"
          severity="secondary"
          :disabled="!canFollow"
          @click="navigateTo(`/carry?routine=${routine!.id}`)"
        />
        <Button class="follow" label="Start" icon="pi pi-play" :disabled="!canFollow" @click="followIt" />
      </div>
    </div>
    <h1 class="visually-hidden">{{ routine.name }}</h1>

    <p v-if="result && !result.ok" class="fault" role="alert">{{ result.why }}</p>
    <MissingForms v-if="result && !result.ok && result.isMissingForm" :routine="routine" @change="change" />
    <template v-if="totals && drawn?.ok">
      <p class="figures">
        <strong class="total">{{ durationPhrase(totals.totalSeconds) }}</strong> at my pace ·
        {{ plural(totals.bySteps.length, 'step') }}
        <template v-if="closing">
          ·
          <span :class="{ fault: !closing.enough }">
            closing {{ durationPhrase(totals.closingSeconds) }} (at least {{ durationPhrase(closing.wantedSeconds) }})
          </span>
        </template>
      </p>
      <BrookEditor
        v-if="besides && brook?.ok"
        :routine="besides"
        :timeline="brook.timeline"
        :selected="someBeside"
        @choose="choose"
        @pull="pull"
        @settle="settlePull"
        @change="change"
      />
    </template>
    <p class="visually-hidden" role="status">{{ said }}</p>

    <!-- In this order from key to key: fitting lies near the name, however many forms and steps there are. -->
    <div class="room">
      <div class="columns">
        <FitPanel
          v-if="besides && fitSeconds !== null"
          ref="fitting"
          class="fitting"
          :routine="besides"
          :seconds="fitSeconds"
          @change="changeBy"
        />
        <section class="stack picking" aria-labelledby="pick">
          <h2 id="pick">Forms to add</h2>
          <FormPicker ref="picker" :used="usedForms" @pick="(form) => answerFirst(() => add(form))" />
        </section>
        <section class="stack assembling" aria-labelledby="steps">
          <div class="spread">
            <h2 id="steps">Steps</h2>
            <Button
              label="Add rounds"
              size="small"
              severity="secondary"
              icon="pi pi-plus"
              @click="answerFirst(addRounds)"
            />
          </div>
          <p v-if="routine.entries.length === 0" class="soft">
            Nothing here yet. Each form that is added comes to stand in its part of the arc.
          </p>
          <RoutineSteps
            :entries="routine.entries"
            :selected="some"
            :seconds-by-step="secondsByStep"
            :rests-between="routine.between !== undefined"
            @entries="change({ ...routine!, entries: $event }, 'Moved.')"
            @choose="choose"
            @choose-nothing="selected = []"
            @emptied="picker?.focus()"
            @move="move"
            @remove="remove"
            @step="alterStep"
            @group="alterGroup"
            @mark="mark"
            @count="count"
            @duplicate="(id) => changeBy((now) => duplicate(now, [id], newStepId), 'Duplicated.')"
          >
            <AfterPicture>
              <SelectionBar
                v-if="besides"
                :routine="besides"
                :selected="some"
                @change="changeBy"
                @clear="selected = []"
              />
            </AfterPicture>
          </RoutineSteps>
          <p v-if="routine.entries.length > 0" class="small soft by-keys">
            By keys, on a step: Enter opens it, Alt and the arrows move it, + and − count, d doubles, x leaves out, p
            pins, o makes it optional, Shift and the arrows choose several. Anywhere here: / for commands.
          </p>
        </section>
        <div class="stack side">
          <template v-if="besides && besides.entries.length > 0">
            <CheckPanel v-if="beside.includes('look')" ref="looking" :routine="besides" @change="changeBy" />
            <RoutineWhole v-if="beside.includes('whole')" :routine="besides" @change="changeBy" />
          </template>
          <RoutineExtras
            v-if="besides && beside.includes('extras')"
            :routine="besides"
            :versions="earlier"
            @change="changeBy"
            @keep="keepVersion()"
          />
        </div>
      </div>
    </div>
    <CommandMenu v-model:open="commanding" :commands="commands" :forms="library.forms" @add="add" />
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
@media (max-width: 640px) {
  .follow {
    flex: 1 1 auto;
  }
}
.figures {
  max-width: none;
}
.total {
  font-size: 1.5rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1.5rem 1.6rem;
  align-items: start;
}
.side {
  gap: 1.6rem;
}
/* What is out of sight is laid out when it comes into it: a press far above it need not wait for that. */
@media screen {
  .side > :deep(*) {
    content-visibility: auto;
    contain-intrinsic-height: auto 24rem;
    /* Room for the ring of the focus. */
    overflow-clip-margin: 8px;
  }
}
@media screen and (max-width: 640px) {
  .picking {
    content-visibility: auto;
    contain-intrinsic-height: auto 40rem;
    overflow-clip-margin: 8px;
  }
}
/* As many columns as the letters leave room for. */
.room {
  container-type: inline-size;
}
/* The forms stay where they are while steps come to stand beside them. */
@container (min-width: 42rem) {
  .columns {
    grid-template: 'fit fit' 'pick steps' 'side side' / minmax(14rem, 18rem) minmax(0, 1fr);
  }
  .picking {
    position: sticky;
    top: 0.6rem;
    grid-area: pick;
  }
  .picking :deep(.forms) {
    max-height: calc(100dvh - 10rem);
  }
  .assembling {
    grid-area: steps;
  }
  .fitting {
    grid-area: fit;
  }
  .side {
    grid-area: side;
  }
}
@container (min-width: 62rem) {
  .columns {
    grid-template: 'pick steps fit' auto 'pick steps side' 1fr / 17rem minmax(0, 1fr) 19rem;
  }
}
</style>
