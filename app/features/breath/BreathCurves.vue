<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { curveMonotoneX, line } from 'd3-shape'
import type { BreathSeconds } from '#core/breath'
import { useSize } from '~/shared/drawing/useSize'
import { plural } from '~/shared/words/numbers'
import { monthPhrase } from '~/shared/words/time'

/** One breath of each month as a curve from its start: the present one stands out, the earlier ones lie behind it. */
const props = defineProps<{ months: { month: string; breath: BreathSeconds; measures: number }[] }>()

const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame, { width: 600, height: 0 })
const HEIGHT = 210
const BASE = 172
const TOP = 24
const POINTS = 24

const longest = computed(() => Math.max(1, ...props.months.map(({ breath }) => breath.inSeconds + breath.outSeconds)))
const x = computed(() =>
  scaleLinear()
    .domain([0, Math.ceil(longest.value)])
    .range([8, Math.max(60, width.value - 16)]),
)

const curves = computed(() =>
  props.months.map(({ month, breath }, index) => {
    const rise = (share: number) => 0.5 - Math.cos(Math.PI * share) / 2
    const points = Array.from({ length: 2 * POINTS + 1 }, (_, at): [number, number] =>
      at <= POINTS
        ? [(breath.inSeconds * at) / POINTS, rise(at / POINTS)]
        : [breath.inSeconds + (breath.outSeconds * (at - POINTS)) / POINTS, 1 - rise((at - POINTS) / POINTS)],
    )
    const path = line<[number, number]>()
      .x((point) => x.value(point[0]))
      .y((point) => BASE - point[1] * (BASE - TOP))
      .curve(curveMonotoneX)(points)
    return { month, path: path ?? '', now: index === props.months.length - 1 }
  }),
)
const description = computed(() =>
  props.months
    .map(
      ({ month, breath }) =>
        `${monthPhrase(month)}: in ${breath.inSeconds.toFixed(1)} s, out ${breath.outSeconds.toFixed(1)} s`,
    )
    .join('; '),
)
</script>

<template>
  <figure>
    <div ref="frame" class="curves">
      <svg :width="width" :height="HEIGHT" role="img" :aria-label="`One breath of each month. ${description}.`">
        <path v-for="curve in curves" :key="curve.month" :d="curve.path" :class="{ now: curve.now }" />
        <text
          v-for="second in x.ticks(Math.min(12, Math.ceil(longest)))"
          :key="second"
          :x="x(second)"
          :y="HEIGHT - 12"
          :text-anchor="second === 0 ? 'start' : 'middle'"
        >
          {{ second === 0 ? '0 s' : second }}
        </text>
      </svg>
    </div>
    <figcaption>
      <ul class="legend">
        <li v-for="{ month, breath, measures } in [...months].reverse()" :key="month">
          <strong v-if="month === months.at(-1)?.month">{{ monthPhrase(month) }}</strong>
          <template v-else>{{ monthPhrase(month) }}</template>
          <span class="soft">
            in {{ breath.inSeconds.toFixed(1) }} s, out {{ breath.outSeconds.toFixed(1) }} s ({{
              plural(measures, 'measure')
            }})</span
          >
        </li>
      </ul>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
.curves {
  position: relative;
  height: 210px;
}
svg {
  position: absolute;
  inset: 0;
}
path {
  fill: none;
  stroke: var(--pb-stone);
  stroke-width: 2;
  stroke-dasharray: 6 5;
}
path.now {
  stroke: var(--pb-water-deep);
  stroke-width: 5;
  stroke-dasharray: none;
}
text {
  font-size: 14px;
  fill: var(--pb-soft);
}
.legend {
  display: grid;
  gap: 0.2rem;
}
</style>
