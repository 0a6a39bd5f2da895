<script setup lang="ts">
import { extent } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import type { BeltSample, Turn } from '#core/breath'
import { useSize } from '~/shared/drawing/useSize'

/** The last half minute of a belt, with the turns of the breath that were found in it. */
const props = defineProps<{ samples: BeltSample[]; turns: Turn[] }>()
const SHOWN_SECONDS = 30
const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame, { width: 640, height: 0 })
const HEIGHT = 180

const last = computed(() => props.samples.at(-1)?.atSeconds ?? 0)
const shown = computed(() => props.samples.filter(({ atSeconds }) => atSeconds > last.value - SHOWN_SECONDS))
const x = computed(() =>
  scaleLinear()
    .domain([Math.max(0, last.value - SHOWN_SECONDS), Math.max(SHOWN_SECONDS, last.value)])
    .range([0, width.value]),
)
const y = computed(() => {
  const [low = 0, high = 1] = extent(shown.value, ({ level }) => level)
  return scaleLinear()
    .domain([low, Math.max(high, low + 0.1)])
    .range([HEIGHT - 16, 16])
})
const path = computed(
  () =>
    line<BeltSample>()
      .x(({ atSeconds }) => x.value(atSeconds))
      .y(({ level }) => y.value(level))(shown.value) ?? '',
)
const marks = computed(() => props.turns.filter(({ atSeconds }) => atSeconds > last.value - SHOWN_SECONDS))
</script>

<template>
  <div ref="frame">
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :height="HEIGHT" aria-hidden="true">
      <path :d="path" />
      <g v-for="turn in marks" :key="turn.atSeconds" :transform="`translate(${x(turn.atSeconds)} 0)`">
        <line :y1="10" :y2="HEIGHT - 10" />
        <text x="5" :y="turn.to === 'in' ? HEIGHT - 6 : 14">{{ turn.to }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  background: var(--pb-water);
  border-radius: 12px;
}
path {
  fill: none;
  stroke: var(--pb-water-deep);
  stroke-width: 3;
}
line {
  stroke: var(--pb-clay);
  stroke-width: 1.5;
}
text {
  font-size: 15px;
  fill: var(--pb-ink);
}
</style>
