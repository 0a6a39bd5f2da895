<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { TELLING_GAIN, type Answer } from '#core/evidence'
import { pebblePath } from '~/shared/drawing/pebble'
import { stepsPhrase } from './benefitWords'
import { useSize } from '~/shared/drawing/useSize'
import AsTable from '~/shared/ui/AsTable.vue'

/** How sessions went, as stones on the bank: one heap for each step of change; below, the mean with the reach within which it lies. */
const props = defineProps<{ answer: Answer; label: string }>()

/** Drawn as wide as there is room: letters are of one size on every screen. */
const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame, { width: 560, height: 0 })
const HEIGHT = 190
const BANK_Y = 120
const isPain = computed(() => props.answer.question.outcome === 'pain')
/** Steps that are shown to either side. */
const reach = computed(() => {
  const seen = props.answer.changes.map(({ steps }) => Math.abs(steps))
  return Math.max(isPain.value ? 4 : 3, ...seen)
})
const x = computed(() =>
  scaleLinear()
    .domain([-reach.value, reach.value])
    .range([40, width.value - 40]),
)
const most = computed(() => Math.max(1, ...props.answer.changes.map(({ sessions }) => sessions)))
const LARGEST = 76
/** Twice the sessions are twice the stone. */
const heaps = computed(() =>
  props.answer.changes.map(({ steps, sessions }) => {
    const across = Math.min((x.value(1) - x.value(0)) * 0.92, LARGEST)
    const wide = Math.max(10, across * Math.sqrt(sessions / most.value))
    const height = wide * 0.72
    const path = pebblePath(`${steps} ${sessions}`, x.value(steps) - wide / 2, BANK_Y - height, wide, height)
    return { steps, sessions, path, x: x.value(steps), top: BANK_Y - height }
  }),
)
const within = (steps: number) => Math.min(reach.value, Math.max(-reach.value, steps))
const band = computed(() => props.answer.interval?.map((steps) => x.value(within(steps))) ?? null)
const unit = computed(() => (isPain.value ? 'points less pain' : 'steps better'))
const ends = computed(() => [
  `${isPain.value ? 'more pain' : 'worse'}`,
  'as before',
  `${isPain.value ? 'less pain' : 'better'}`,
])
const telling = computed(() => TELLING_GAIN[props.answer.question.outcome])
</script>

<template>
  <figure ref="frame" class="picture">
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :height="HEIGHT" role="img" :aria-label="label">
      <rect class="telling" :x="x(-telling)" y="0" :width="x(telling) - x(-telling)" :height="BANK_Y" />
      <line class="bank" x1="20" :x2="width - 20" :y1="BANK_Y" :y2="BANK_Y" />
      <line class="before" :x1="x(0)" :x2="x(0)" y1="6" :y2="BANK_Y + 26" />
      <g v-for="heap in heaps" :key="heap.steps">
        <path class="heap" :d="heap.path" />
        <text :x="heap.x" :y="heap.top - 6">{{ heap.sessions }}</text>
      </g>
      <template v-if="band">
        <line class="reed" :x1="band[0]" :x2="band[1]" :y1="BANK_Y + 18" :y2="BANK_Y + 18" />
        <circle class="mean" :cx="x(within(answer.gain))" :cy="BANK_Y + 18" r="8" />
      </template>
      <text class="end" x="20" :y="HEIGHT - 14">{{ ends[0] }}</text>
      <text class="end middle" :x="x(0)" :y="HEIGHT - 14">{{ ends[1] }}</text>
      <text class="end last" :x="width - 20" :y="HEIGHT - 14">{{ ends[2] }}</text>
    </svg>
    <figcaption class="small soft">
      Each stone is the sessions with that change; the reed is where the mean lies, 95 of 100 times.
    </figcaption>
    <AsTable
      :caption="label"
      :columns="[`Change, in ${unit}`, 'Sessions']"
      :rows="() => answer.changes.map(({ steps, sessions }) => [stepsPhrase(steps).replace('.0', ''), sessions])"
    />
  </figure>
</template>

<style scoped>
.picture {
  margin: 0;
  max-width: 40rem;
}
svg {
  display: block;
  width: 100%;
}
.telling {
  fill: var(--pb-bed);
  opacity: 0.35;
}
.bank {
  stroke: var(--pb-water-deep);
  stroke-width: 3;
}
.before {
  stroke: var(--pb-soft);
  stroke-dasharray: 2 5;
}
.heap {
  fill: var(--pb-stone);
}
.reed {
  stroke: var(--pb-clay);
  stroke-width: 6;
  stroke-linecap: round;
}
.mean {
  fill: var(--pb-clay);
}
text {
  fill: var(--pb-ink);
  font-size: 15px;
  text-anchor: middle;
}
.end {
  fill: var(--pb-soft);
  text-anchor: start;
}
.end.middle {
  text-anchor: middle;
}
.end.last {
  text-anchor: end;
}
</style>
