<script setup lang="ts">
import type { BreathKind, Phase } from '#core/forms'
import { phaseLengthPhrase } from '~/shared/words/practice'

/**
 * One repetition as a strip of phases, each as long as its share: pull an end to lengthen, choose one to change it. By keys: left
 * and right walk along, up and down lengthen and shorten, Delete takes out.
 */
const phases = defineModel<Phase[]>({ required: true })
const props = defineProps<{ paced: boolean }>()

const STEP = 0.25
const LEAST = 0.05
const MOST = 60
const chosen = ref(0)
const strip = ref<HTMLElement | null>(null)
const now = computed(() => phases.value[Math.min(chosen.value, phases.value.length - 1)])

const BREATHS: { value: BreathKind; name: string }[] = [
  { value: 'in', name: 'in-breath' },
  { value: 'out', name: 'out-breath' },
  { value: 'hold', name: 'short hold' },
  { value: 'free', name: 'free' },
]
const BREATH_NAMES = { in: 'in', out: 'out', hold: 'hold', free: 'free' }
const SWAPPED: Record<BreathKind, BreathKind> = { in: 'out', out: 'in', hold: 'hold', free: 'free' }

function take(next: Phase[], choose = chosen.value) {
  phases.value = next
  chosen.value = Math.max(0, Math.min(choose, next.length - 1))
}
watch(
  () => phases.value.length,
  (length) => (chosen.value = Math.min(chosen.value, length - 1)),
)
const MINE = 'mine'
const UNITS = [
  { value: MINE, name: 'of my breaths' },
  { value: 'counts', name: 'counts' },
  { value: 'seconds', name: 'seconds' },
]
const rounded = (length: number) => Math.round(Math.min(MOST, Math.max(LEAST, length)) * 100) / 100
const withPhase = (index: number, part: Partial<Phase>) =>
  phases.value.map((phase, at) => (at === index ? { ...phase, ...part } : phase))
const change = (part: Partial<Phase>) => take(withPhase(chosen.value, part))
const lengthen = (by: number) => now.value && change({ length: rounded(Math.max(STEP, now.value.length + by)) })

function insert() {
  const kind: BreathKind = !props.paced ? 'free' : now.value?.breath === 'in' ? 'out' : 'in'
  take(phases.value.toSpliced(chosen.value + 1, 0, { breath: kind, length: 1, cue: '' }), chosen.value + 1)
}
function split() {
  if (!now.value) return
  const half = rounded(now.value.length / 2)
  const pair = [
    { ...now.value, length: half },
    { ...now.value, length: half },
  ]
  take(phases.value.toSpliced(chosen.value, 1, ...pair))
}
const hold = () =>
  take(phases.value.toSpliced(chosen.value + 1, 0, { breath: 'hold', length: STEP, cue: 'Stay' }), chosen.value + 1)
const swap = () => take(phases.value.map((phase) => ({ ...phase, breath: SWAPPED[phase.breath] })))
const remove = () => phases.value.length > 1 && take(phases.value.toSpliced(chosen.value, 1))

function choose(index: number) {
  chosen.value = index
  void nextTick(() => strip.value?.querySelectorAll<HTMLElement>('.phase')[index]?.focus())
}
function onKey(event: KeyboardEvent, index: number) {
  const acts: Record<string, () => unknown> = {
    ArrowLeft: () => choose(Math.max(0, index - 1)),
    ArrowRight: () => choose(Math.min(phases.value.length - 1, index + 1)),
    ArrowUp: () => lengthen(STEP),
    ArrowDown: () => lengthen(-STEP),
    Delete: remove,
  }
  const act = acts[event.key]
  if (!act) return
  event.preventDefault()
  act()
}

/** Pulling an end: the length follows the pointer. */
function pull(event: PointerEvent, index: number) {
  const block = (event.target as HTMLElement).closest<HTMLElement>('.phase')!
  const fromX = event.clientX
  const fromLength = phases.value[index]!.length
  const perPixel = fromLength / block.offsetWidth
  const before = phases.value
  chosen.value = index
  const handle = event.target as HTMLElement
  handle.setPointerCapture(event.pointerId)
  const move = (moved: PointerEvent) => {
    const length = Math.round((fromLength + (moved.clientX - fromX) * perPixel) / 0.05) * 0.05
    phases.value = before.map((phase, at) => (at === index ? { ...phase, length: rounded(length) } : phase))
  }
  handle.addEventListener('pointermove', move)
  handle.addEventListener('pointerup', () => handle.removeEventListener('pointermove', move), { once: true })
}
</script>

<template>
  <div class="strip-frame">
    <div ref="strip" class="strip" role="listbox" aria-label="Phases of one repetition" aria-orientation="horizontal">
      <div
        v-for="(phase, index) in phases"
        :key="index"
        class="phase"
        :class="[phase.breath, { chosen: index === chosen }]"
        role="option"
        :aria-selected="index === chosen"
        :aria-label="`Phase ${index + 1}: ${phase.cue || 'no cue'}, ${BREATH_NAMES[phase.breath]}, length ${phaseLengthPhrase(phase)}`"
        :tabindex="index === chosen ? 0 : -1"
        :style="{ flexGrow: phase.length }"
        @click="chosen = index"
        @focus="chosen = index"
        @keydown="onKey($event, index)"
      >
        <strong>{{ phase.cue || '…' }}</strong>
        <span class="small"
          >{{ BREATH_NAMES[phase.breath]
          }}{{ phase.length === 1 && !phase.unit ? '' : ` ${phaseLengthPhrase(phase)}` }}</span
        >
        <span class="end" aria-hidden="true" @pointerdown.prevent="pull($event, index)" />
      </div>
    </div>
    <div v-if="now" class="chosen-phase">
      <InputText
        class="cue"
        :model-value="now.cue"
        maxlength="80"
        placeholder="Cue, such as Rise"
        :aria-label="`Cue of phase ${chosen + 1}`"
        @update:model-value="change({ cue: $event ?? '' })"
      />
      <Select
        :model-value="now.breath"
        :options="BREATHS"
        option-label="name"
        option-value="value"
        :aria-label="`Breath of phase ${chosen + 1}`"
        :disabled="!paced"
        @update:model-value="change({ breath: $event })"
      />
      <InputNumber
        :model-value="now.length"
        :min="LEAST"
        :max="MOST"
        :max-fraction-digits="2"
        :step="STEP"
        :aria-label="`Length of phase ${chosen + 1}`"
        @update:model-value="$event !== null && change({ length: $event })"
      />
      <Select
        :model-value="now.unit ?? MINE"
        :options="UNITS"
        option-label="name"
        option-value="value"
        :aria-label="`What the length of phase ${chosen + 1} is in`"
        @update:model-value="change({ unit: $event === MINE ? undefined : $event })"
      />
      <InputNumber
        :model-value="now.mostSeconds"
        :min="0.5"
        :max="60"
        :max-fraction-digits="1"
        placeholder="no ceiling"
        suffix=" s at most"
        :aria-label="`How long phase ${chosen + 1} lasts at most, in seconds`"
        @update:model-value="change({ mostSeconds: $event ?? undefined })"
      />
    </div>
    <div class="row">
      <Button label="Add a phase" severity="secondary" size="small" icon="pi pi-plus" @click="insert" />
      <Button label="Split" severity="secondary" size="small" @click="split" />
      <Button v-if="paced" label="Hold after it" severity="secondary" size="small" @click="hold" />
      <Button v-if="paced" label="Swap in and out" severity="secondary" size="small" @click="swap" />
      <Button label="Delete" severity="secondary" size="small" :disabled="phases.length === 1" @click="remove" />
    </div>
  </div>
</template>

<style scoped>
.strip-frame {
  display: grid;
  gap: 0.6rem;
  width: 100%;
}
.strip {
  display: flex;
  gap: 3px;
  overflow-x: auto;
  padding: 4px;
}
.phase {
  position: relative;
  display: grid;
  align-content: center;
  flex-basis: 0;
  min-width: 4.2rem;
  min-height: 4.6rem;
  padding: 0.4rem 0.9rem 0.4rem 0.6rem;
  background: var(--pb-water);
  border-radius: 8px;
  border-block: 5px solid transparent;
  cursor: pointer;
  overflow-wrap: anywhere;
  line-height: 1.2;
}
.phase.in {
  border-top-color: var(--pb-water-deep);
}
.phase.out {
  border-bottom-color: var(--pb-water-deep);
}
.phase.chosen {
  box-shadow: 0 0 0 3px var(--pb-clay);
}
.end {
  position: absolute;
  inset: 0 0 0 auto;
  width: 0.9rem;
  cursor: ew-resize;
  touch-action: none;
  background: linear-gradient(90deg, transparent 45%, var(--pb-soft) 45% 60%, transparent 60%) center / 100% 45%
    no-repeat;
}
.chosen-phase {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 7.5rem), 1fr));
  gap: 0.4rem;
}
.cue {
  grid-column: 1 / -1;
}
.chosen-phase :deep(input) {
  width: 100%;
  min-width: 0;
}
</style>
