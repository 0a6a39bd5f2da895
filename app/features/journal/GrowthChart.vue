<script setup lang="ts">
import { cumsum, extent, minIndex } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { curveMonotoneX, line } from 'd3-shape'
import { daysBetween, type Growth } from '#core/journal'
import { dayPhrase, shortDayPhrase } from '~/shared/words/time'
import { useSize } from '~/shared/drawing/useSize'
import AsTable from '~/shared/ui/AsTable.vue'

/** One thing over months, as a line of stones in the brook; by keys from day to day, with that day's words; and as a table. */
const props = defineProps<{ growth: Growth; name: string; value: (value: number) => string }>()

/** Drawn as wide as there is room: letters are of one size on every screen. */
const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame, { width: 640, height: 0 })
const HEIGHT = 210
const EDGE = { left: 14, right: 20, top: 26, bottom: 34 }
/** The amounts stand before the first stone. */
const AMOUNTS = 76
/** Where there are many days, the stream is the mean of so many on either side. */
const NEIGHBOURS = 7
const MOST_BENDS = 320
const points = computed(() => props.growth.points)
const x = computed(() =>
  scaleLinear()
    .domain([0, Math.max(1, daysBetween(points.value[0]!.day, points.value.at(-1)!.day))])
    .range([EDGE.left + AMOUNTS, width.value - EDGE.right]),
)
const y = computed(() => {
  const [least, most] = extent(points.value, ({ value }) => value) as [number, number]
  const room = Math.max((most - least) * 0.15, most * 0.05, 0.5)
  return scaleLinear()
    .domain([Math.max(0, least - room), most + room])
    .range([HEIGHT - EDGE.bottom, EDGE.top])
    .nice(4)
})
const places = computed(() =>
  points.value.map((point) => ({
    ...point,
    x: x.value(daysBetween(points.value[0]!.day, point.day)),
    y: y.value(point.value),
  })),
)
const path = computed(
  () =>
    line<{ x: number; y: number }>(
      (place) => place.x,
      (place) => place.y,
    ).curve(curveMonotoneX)(hasStones.value ? places.value : flowing.value) ?? '',
)
/** The mean of each day and its neighbours; of years, as many of them as can be told apart. */
const flowing = computed(() => {
  const all = places.value
  const until = cumsum(all, (place) => place.y)
  const every = Math.ceil(all.length / MOST_BENDS)
  return all.flatMap(({ x: at }, index) => {
    if (index % every !== 0 && index !== all.length - 1) return []
    const from = Math.max(0, index - NEIGHBOURS)
    const to = Math.min(all.length - 1, index + NEIGHBOURS)
    return [{ x: at, y: (until[to]! - (until[from - 1] ?? 0)) / (to - from + 1) }]
  })
})
/** Thousands of days are one drawing: a grain for each. */
const grains = computed(() => places.value.map((place) => `M${place.x.toFixed(1)} ${place.y.toFixed(1)}h0`).join(''))
const ticks = computed(() => y.value.ticks(4).map((value) => ({ value, y: y.value(value) })))

/** The point that is looked at. */
const chosen = ref(points.value.length - 1)
watch(points, (now) => (chosen.value = now.length - 1))
const at = computed(() => places.value[Math.min(chosen.value, places.value.length - 1)]!)
const saying = computed(
  () => `${dayPhrase(at.value.day)}: ${props.value(at.value.value)}${at.value.words ? `. “${at.value.words}”` : ''}`,
)
function onKey(event: KeyboardEvent) {
  const last = points.value.length - 1
  const to = { ArrowLeft: chosen.value - 1, ArrowRight: chosen.value + 1, Home: 0, End: last }[event.key]
  if (to === undefined) return
  event.preventDefault()
  chosen.value = Math.min(last, Math.max(0, to))
}
function nearest(event: MouseEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const seen = ((event.clientX - box.left) / box.width) * width.value
  chosen.value = minIndex(places.value, (place) => Math.abs(place.x - seen))
}
const MOST_STONES = 90
const hasStones = computed(() => places.value.length <= MOST_STONES)
</script>

<template>
  <figure class="chart">
    <div
      ref="frame"
      class="board"
      role="slider"
      tabindex="0"
      :aria-label="`${name}, from day to day`"
      :aria-valuemin="1"
      :aria-valuemax="points.length"
      :aria-valuenow="chosen + 1"
      :aria-valuetext="saying"
      @keydown="onKey"
    >
      <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :height="HEIGHT" aria-hidden="true" @click="nearest">
        <g v-for="tick in ticks" :key="tick.value">
          <line class="tick" :x1="EDGE.left" :x2="width - EDGE.right" :y1="tick.y" :y2="tick.y" />
          <text :x="EDGE.left" :y="tick.y - 5">{{ value(tick.value) }}</text>
        </g>
        <path class="stream" :d="path" />
        <template v-if="hasStones">
          <ellipse v-for="place in places" :key="place.day" class="stone" :cx="place.x" :cy="place.y" rx="5" ry="4" />
        </template>
        <path v-else class="grains" :d="grains" />
        <ellipse class="chosen" :cx="at.x" :cy="at.y" rx="9" ry="7" />
        <text :x="EDGE.left + AMOUNTS" :y="HEIGHT - 8">{{ shortDayPhrase(points[0]!.day) }}</text>
        <text class="last" :x="width - EDGE.right" :y="HEIGHT - 8">{{ shortDayPhrase(points.at(-1)!.day) }}</text>
      </svg>
    </div>
    <figcaption class="small">{{ saying }}</figcaption>
    <AsTable
      :caption="name"
      :columns="['Day', name, 'Words']"
      :rows="() => [...points].reverse().map((point) => [dayPhrase(point.day), value(point.value), point.words])"
    />
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
  min-width: 0;
  display: grid;
  gap: 0.4rem;
}
svg {
  display: block;
  width: 100%;
}
.board {
  border-radius: 0.4rem;
}
.tick {
  stroke: var(--pb-line);
}
.stream {
  fill: none;
  stroke: var(--pb-water-deep);
  stroke-width: 2.5;
}
.stone {
  fill: var(--pb-stone);
}
.grains {
  fill: none;
  stroke: var(--pb-stone);
  stroke-width: 4;
  stroke-linecap: round;
  opacity: 0.7;
}
.chosen {
  fill: var(--pb-clay);
}
text {
  fill: var(--pb-soft);
  font-size: 14px;
}
.last {
  text-anchor: end;
}
figcaption {
  overflow-wrap: anywhere;
}
</style>
