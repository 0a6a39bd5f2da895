<script setup lang="ts">
import { ARC_PARTS, mannerChange, nextCount, wayFor } from '#core/forms'
import type { Step } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import { PART_WORDS, VERSION_WORDS, countPhrase, mannerChangePhrase } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'
import { mannerPhrase } from './composerWords'
import CountStepper from './CountStepper.vue'
import EntryButtons from './EntryButtons.vue'
import StepLayers from './StepLayers.vue'

/** One step of a routine: its form, count, part and rest, with the time that it takes. */
const props = defineProps<{
  step: Step
  seconds: number
  /** What lies between the pieces takes the place of its own rest. */
  restsBetween?: boolean
  /** Whether all that can be chosen for it is shown, or only its name and count. */
  open: boolean
}>()
const emit = defineEmits<{
  change: [change: Partial<Omit<Step, 'kind' | 'id'>>]
  earlier: []
  later: []
  remove: []
  open: []
}>()
const library = useLibraryStore()
const form = computed(() => library.formsById.get(props.step.formId))
const name = computed(() => form.value?.name ?? 'Deleted form')
/** Breaths of rest that can be chosen. */
const RESTS = [0, 1, 2, 3, 4, 5, 6]
const parts = ARC_PARTS.map((value) => ({ value, name: PART_WORDS[value] }))

/** In which version the form is done here; as I always do it where nothing is chosen. */
const ALWAYS = 'always'
/** In the way of who handed the routine over. */
const HANDED = 'handed'
/** What a change of count leaves as it is: the choices that follow from it are not made anew. */
const wayId = computed(() => props.step.wayId)
const manner = computed(() => props.step.manner)
const handedWay = computed(() => library.ways.find(({ id }) => id === wayId.value && wayId.value !== null))
const versions = computed(() => [
  ...(handedWay.value ? [{ value: HANDED, name: 'as it was shared' }] : []),
  { value: ALWAYS, name: 'as I do it' },
  ...(form.value?.versions ?? []).map(({ kind }) => ({ value: kind as string, name: VERSION_WORDS[kind] })),
  ...(isChanged.value && !manner.value?.version ? [{ value: HERE, name: 'changed here' }] : []),
])
const HERE = 'here'
const isChanged = computed(() => mannerPhrase(form.value!, manner.value) !== '')
/** What that changes of stance and cautions. */
const changePhrase = computed(() => {
  if (!form.value || !isChanged.value) return ''
  const { ways, rules } = library.setting
  const { manner: _, ...plain } = props.step
  return mannerChangePhrase(mannerChange(form.value, wayFor(plain, ways), wayFor(props.step, ways), rules))
})
const version = computed(() => manner.value?.version ?? (isChanged.value ? HERE : handedWay.value ? HANDED : ALWAYS))
function choose(chosen: string) {
  if (chosen === HERE || chosen === HANDED) return
  if (chosen === ALWAYS) return emit('change', { manner: undefined, wayId: null })
  const kind = form.value?.versions.find(({ kind }) => kind === chosen)?.kind ?? null
  emit('change', { manner: kind ? { version: kind, choices: manner.value?.choices ?? {} } : undefined })
}

/** The breath on which schools meet this movement differently, chosen for here alone. */
const MEETING = { rise: 'riseOn', strike: 'strikeOn', round: 'roundOn' } as const
const MEETING_WORDS = { rise: 'rise', strike: 'strike', round: 'round the back' } as const
const meeting = computed(() => form.value?.meets && MEETING[form.value.meets.what])
const meetings = computed(() => [
  { value: ALWAYS, name: `${MEETING_WORDS[form.value?.meets?.what ?? 'rise']}: as I do it` },
  { value: 'in', name: 'on the in-breath here' },
  { value: 'out', name: 'on the out-breath here' },
])
function meet(on: string) {
  if (!meeting.value) return
  const { [meeting.value]: _, ...others } = manner.value?.choices ?? {}
  const choices = on === 'in' || on === 'out' ? { ...others, [meeting.value]: on } : others
  const version = manner.value?.version ?? null
  const isPlain = version === null && Object.keys(choices).length === 0
  emit('change', { manner: isPlain ? undefined : { version, choices } })
}

const layersOpen = ref(false)

const next = (count: number, direction: 1 | -1) => (form.value ? nextCount(form.value, count, direction) : count)
const phrase = (count: number) => (form.value ? countPhrase(form.value, count) : '')
</script>

<template>
  <div class="step-row" :class="{ off: step.off }">
    <span class="grip pi pi-bars" aria-hidden="true" />
    <span class="swatch" :style="{ background: `var(--part-${step.part})` }" aria-hidden="true" />
    <span class="name">
      <strong>{{ name }}</strong>
      <span class="soft small">{{
        [
          step.off ? 'left out' : durationPhrase(seconds),
          step.optional && 'optional',
          step.pinned && 'pinned',
          step.byHand && !step.pinned && 'set by hand',
          version === HANDED && 'as it was shared',
        ]
          .filter(Boolean)
          .join(' · ')
      }}</span>
      <span v-if="form && isChanged" class="small changed"
        >{{ mannerPhrase(form, step.manner) }} {{ changePhrase }}</span
      >
    </span>
    <CountStepper
      v-if="form"
      :name="name"
      :count="step.count"
      :next="next"
      :phrase="phrase"
      @change="emit('change', { count: $event })"
    />
    <Button
      class="more"
      size="small"
      severity="secondary"
      text
      :icon="open ? 'pi pi-chevron-up' : 'pi pi-ellipsis-h'"
      :aria-expanded="open"
      :aria-label="`All about ${name}`"
      @click="emit('open')"
    />
    <div v-if="open" class="all">
      <span class="hows">
        <Select
          v-if="form && versions.length > 1"
          class="manner"
          size="small"
          :model-value="version"
          :options="versions"
          option-label="name"
          option-value="value"
          :aria-label="`How ${name} is done here`"
          @update:model-value="choose"
        />
        <Select
          v-if="meeting"
          class="manner"
          size="small"
          :model-value="step.manner?.choices[meeting] ?? ALWAYS"
          :options="meetings"
          option-label="name"
          option-value="value"
          :aria-label="`The breath of ${name} here`"
          @update:model-value="meet"
        />
        <button
          v-if="form"
          type="button"
          class="quiet small"
          :aria-expanded="layersOpen"
          :aria-label="`What changes within ${name}`"
          @click="layersOpen = !layersOpen"
        >
          rounds that differ
        </button>
      </span>
      <Select
        class="part"
        size="small"
        :model-value="step.part"
        :options="parts"
        option-label="name"
        option-value="value"
        :aria-label="`Part of session for ${name}`"
        @update:model-value="emit('change', { part: $event })"
      />
      <span v-if="!restsBetween" class="rest small"
        >rest
        <Select
          size="small"
          :model-value="step.restBreaths"
          :options="RESTS"
          :aria-label="`Breaths of rest after ${name}`"
          @update:model-value="emit('change', { restBreaths: $event })"
        />
      </span>
      <EntryButtons :name="name" @earlier="emit('earlier')" @later="emit('later')" @remove="emit('remove')" />
    </div>
    <StepLayers
      v-if="step.layers || layersOpen"
      v-model:open="layersOpen"
      :step="step"
      :name="name"
      @change="emit('change', $event)"
    />
  </div>
</template>

<style scoped>
.step-row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.1rem 0.45rem;
  padding: 0.25rem 0.3rem;
}
.off .name strong {
  text-decoration: line-through;
}
.grip {
  cursor: grab;
  padding: 0.6rem 0.4rem;
  color: var(--pb-soft);
  touch-action: none;
}
.swatch {
  width: 1.4rem;
  height: 0.8rem;
  border-radius: 45% 55% 50% 50%;
}
.name {
  flex: 1 1 8.5rem;
  display: grid;
  line-height: 1.25;
  overflow-wrap: anywhere;
}
.changed {
  color: var(--pb-water-deep);
}
.more {
  width: 2.75rem;
}
.all {
  flex: 1 1 100%;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.9rem;
  padding: 0 0.4rem 0.2rem 2.2rem;
}
/* What is chosen seldom stands small, in one row. */
.hows {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.9rem;
}
.quiet {
  font-family: inherit;
  border: 0;
  padding: 0.2rem 0;
  background: none;
  color: var(--pb-soft);
  text-decoration: underline;
  text-decoration-color: var(--pb-line);
  text-underline-offset: 0.25em;
  cursor: pointer;
}
.manner {
  justify-self: start;
  max-width: 100%;
  background: none;
  border-color: transparent;
  border-bottom-color: var(--pb-line);
  border-radius: 0;
}
.manner :deep(.p-select-label) {
  padding: 0.1rem 0;
  color: var(--pb-soft);
}
.manner :deep(.p-select-dropdown) {
  width: 1.6rem;
}
.part {
  min-width: 5.8rem;
}
.rest :deep(.p-select-label) {
  padding-inline: 0.5rem 0;
}
.rest :deep(.p-select-dropdown),
.part :deep(.p-select-dropdown) {
  width: 1.6rem;
}
.part :deep(.p-select-label) {
  padding-inline: 0.5rem 0;
}
.rest {
  display: inline-flex;
  align-items: center;
  gap: 0.35rem;
}
</style>
