<script setup lang="ts">
import { area, curveMonotoneX, line } from 'd3-shape'
import { endSeconds, levelIn, risesOf, segmentAt, type Timeline } from '#core/timeline'
import { useSize } from './useSize'
import { pebblePath } from './pebble'
import { bedStoneText } from './bedStones'

/**
 * The breath as water that flows towards a gauge board: it stands at its level on the board now, and what comes is seen
 * coming. Changes of side and form and the last repetition lie as stones on the bed.
 */
const props = defineProps<{ timeline: Timeline; position: () => number; beat?: number }>()

const frame = ref<HTMLElement | null>(null)
const flow = ref<SVGElement | null>(null)
const bedFlow = ref<SVGElement | null>(null)
const cueFlow = ref<SVGElement | null>(null)
const filled = ref<HTMLElement | null>(null)
const mark = ref<HTMLElement | null>(null)
const { width, height } = useSize(frame, { width: 1280, height: 330 })
const still = usePreferredReducedMotion()

const BED = 40
const LABEL_ROOM = 46
const GAUGE_SHARE = 0.235
const BEHIND_SECONDS = 8
const AHEAD_SECONDS = 45
const SAMPLE_SECONDS = 0.2

const scale = computed(() => Math.min(84, Math.max(26, width.value / 17)))
const gaugeX = computed(() => width.value * GAUGE_SHARE)
const bottom = computed(() => Math.max(60, height.value - BED))
const top = computed(() => LABEL_ROOM)
const yOf = (level: number) => bottom.value - 24 - level * (bottom.value - 24 - top.value)
const narrow = computed(() => width.value < 600)
const gaugeWidth = computed(() => (narrow.value ? 34 : 56))

const rises = computed(() => risesOf(props.timeline))
/** The stretch of water that is drawn; a new one is drawn when the session flows out of it. */
const stretch = shallowRef({ from: -BEHIND_SECONDS, to: AHEAD_SECONDS })

const seen = computed(() => {
  const first = segmentAt(props.timeline, Math.max(0, stretch.value.from))
  return first
    ? props.timeline.segments.slice(first.index).filter(({ startSeconds }) => startSeconds < stretch.value.to)
    : []
})

const points = computed(() => {
  const all: [number, number][] = [[stretch.value.from, rises.value[seen.value[0]?.index ?? 0]?.from ?? 0]]
  if (stretch.value.from >= 0) all.length = 0
  for (const segment of seen.value) {
    const end = endSeconds(props.timeline, segment)
    const count = Math.max(1, Math.ceil((Math.min(end, stretch.value.to) - segment.startSeconds) / SAMPLE_SECONDS))
    for (let at = 0; at < count; at += 1) {
      const seconds = segment.startSeconds + ((end - segment.startSeconds) * at) / count
      all.push([seconds, levelIn(segment, rises.value[segment.index]!, seconds)])
    }
  }
  const last = seen.value.at(-1)
  const level = last ? rises.value[last.index]!.to : 0
  all.push([Math.max(stretch.value.to, all.at(-1)?.[0] ?? 0) + 5, level])
  return all
})
const toX = (seconds: number) => seconds * scale.value
const surface = computed(
  () =>
    line<[number, number]>()
      .x((point) => toX(point[0]))
      .y((point) => yOf(point[1]))
      .curve(curveMonotoneX)(points.value) ?? '',
)
const body = computed(
  () =>
    area<[number, number]>()
      .x((point) => toX(point[0]))
      .y0(bottom.value + 10)
      .y1((point) => yOf(point[1]))
      .curve(curveMonotoneX)(points.value) ?? '',
)

const WORD_PIXELS = 12
/** A word that would lie over the one before it stands a line higher. */
const LINE_PIXELS = 30
const labels = computed(() => {
  let before = { to: -Infinity, y: 0 }
  return words.value.map((word) => {
    const width = word.text.length * WORD_PIXELS
    const from = word.x - (word.anchor === 'end' ? width : word.anchor === 'middle' ? width / 2 : 0)
    const covers = from < before.to && Math.abs(word.y - before.y) < LINE_PIXELS
    const y = covers ? before.y - LINE_PIXELS : word.y
    before = { to: from + width, y }
    return { ...word, y }
  })
})
const words = computed(() =>
  seen.value.flatMap((segment) => {
    const shown = (segment.kind === 'phase' || segment.kind === 'rest' || segment.kind === 'hold') && segment.cue
    if (!shown || segment.lengthSeconds * scale.value < segment.cue.length * WORD_PIXELS) return []
    const middle = segment.startSeconds + Math.min(segment.lengthSeconds, 6) / 2
    const level = levelIn(segment, rises.value[segment.index]!, middle)
    // Beside the slope, on its open side: left of a rise, right of a fall.
    const lean = segment.breath === 'in' ? -18 : segment.breath === 'out' ? 18 : 0
    const anchor = lean < 0 ? 'end' : lean > 0 ? 'start' : 'middle'
    return [
      {
        key: segment.index,
        x: toX(middle) + lean,
        y: yOf(level) - (narrow.value && lean < 0 ? 44 : 18),
        anchor,
        text: segment.cue.toLowerCase(),
      },
    ]
  }),
)

const STONE = { width: 74, height: 34 }
const stones = computed(() =>
  seen.value.flatMap((segment) => {
    const text = bedStoneText(props.timeline, segment)
    if (!text) return []
    const x = toX(segment.startSeconds)
    return [
      {
        key: segment.index,
        x,
        text,
        path: pebblePath(text, x - 12, bottom.value - STONE.height + 12, STONE.width, STONE.height),
      },
    ]
  }),
)
const endX = computed(() => toX(props.timeline.totalSeconds))

/** Where what moves is at a time: both waters by the time, the mark and what is filled by the level. */
function shiftAt(seconds: number): string {
  return `translateX(${(gaugeX.value - toX(seconds)).toFixed(2)}px)`
}
function heightAt(seconds: number): string {
  const segment = segmentAt(props.timeline, seconds)
  const level = segment ? levelIn(segment, rises.value[segment.index]!, seconds) : 0
  return `translateY(${yOf(level).toFixed(2)}px)`
}

/**
 * The browser itself carries what moves, by animations that are made once for each stretch: while the water flows the page has next to
 * nothing to do. Now and then they are set right by the session's clock.
 */
let moving: Animation[] = []
let lastMs = NaN
/** Nearer than this nobody sees it, and setting it right would cost a painting. */
const FAR_OFF_MS = 60

function animate() {
  for (const animation of moving) animation.cancel()
  const { from, to } = stretch.value
  const timing = { duration: (to - from) * 1000, fill: 'both' as const }
  const waters = [shiftAt(from), shiftAt(to)].map((transform) => ({ transform }))
  const count = Math.ceil((to - from) / SAMPLE_SECONDS)
  const heights = Array.from({ length: count + 1 }, (_, at) => ({
    transform: heightAt(from + ((to - from) * at) / count),
  }))
  moving = [
    flow.value?.animate(waters, timing),
    bedFlow.value?.animate(waters, timing),
    cueFlow.value?.animate(waters, timing),
    mark.value?.animate(heights, timing),
    filled.value?.animate(heights, timing),
  ].filter((animation) => animation !== undefined)
  lastMs = NaN
}

/** Set what moves right by the clock; it stands where the session stands. */
function setRight() {
  let at = props.position()
  if (still.value === 'reduce') {
    // No flowing: the picture stands, and changes with each phase.
    const segment = segmentAt(props.timeline, at)
    if (segment) at = segment.startSeconds + (segment.breath === 'free' ? 0 : segment.lengthSeconds / 2)
  }
  if (moving.length === 0 || at < stretch.value.from + BEHIND_SECONDS - 1 || at > stretch.value.to - 24) {
    stretch.value = { from: at - BEHIND_SECONDS, to: at + AHEAD_SECONDS }
    return
  }
  const ms = (at - stretch.value.from) * 1000
  const stands = still.value === 'reduce' || ms === lastMs
  for (const animation of moving) {
    if (stands && animation.playState === 'running') animation.pause()
    if (!stands && animation.playState === 'paused') animation.play()
    if (Math.abs(Number(animation.currentTime ?? 0) - ms) > FAR_OFF_MS) animation.currentTime = ms
  }
  lastMs = ms
}
watch([() => props.timeline, stretch, width, height, still], () => void nextTick(() => (animate(), setRight())))
watch(() => props.beat, setRight)
useIntervalFn(setRight, 250)
onMounted(() => void nextTick(setRight))
onBeforeUnmount(() => moving.forEach((animation) => animation.cancel()))
</script>

<template>
  <div ref="frame" class="water-frame" aria-hidden="true">
    <svg ref="flow" class="flow" width="1" height="1">
      <path :d="body" class="body" />
      <path :d="surface" class="surface" />
    </svg>
    <div class="bed" :style="{ top: `${bottom}px` }" />
    <div
      class="gauge"
      :style="{ left: `${gaugeX - gaugeWidth / 2}px`, width: `${gaugeWidth}px`, height: `${bottom}px` }"
    >
      <div class="board" :style="{ top: `${top - 14}px`, height: `${bottom - top + 10}px` }">
        <div class="shaft" :style="{ top: `${14 - top}px`, height: `${bottom}px` }">
          <div ref="filled" class="filled" />
        </div>
      </div>
      <svg :width="gaugeWidth" :height="bottom">
        <path
          class="adjustments"
          :d="
            Array.from(
              { length: 9 },
              (_, at) => `M4 ${yOf(at / 8)}h${at % 2 === 0 ? gaugeWidth * 0.46 : gaugeWidth * 0.25}`,
            ).join('')
          "
        />
        <rect class="rim" x="2" :y="top - 14" :width="gaugeWidth - 4" :height="bottom - top + 10" rx="6" />
      </svg>
      <div ref="mark" class="mark"><span /></div>
    </div>
    <!-- Words pass before the gauge, which hides none of them. -->
    <svg ref="cueFlow" class="flow" width="1" height="1">
      <text v-for="label in labels" :key="label.key" :x="label.x" :y="label.y" :text-anchor="label.anchor" class="cue">
        {{ label.text }}
      </text>
    </svg>
    <svg ref="bedFlow" class="flow" width="1" height="1">
      <g v-for="stone in stones" :key="stone.key">
        <path :d="stone.path" class="stone" />
        <text :x="stone.x - 8" :y="bottom + BED - 8" class="stone-text">{{ stone.text }}</text>
      </g>
      <text :x="endX" :y="bottom + BED - 8" class="stone-text">end</text>
    </svg>
  </div>
</template>

<style scoped>
.water-frame {
  width: 100%;
  height: 100%;
  overflow: hidden;
  line-height: 0;
  position: relative;
}
/* Each thing that moves is a layer of its own, which the browser shifts without painting it again. */
.flow {
  position: absolute;
  left: 0;
  top: 0;
  overflow: visible;
  will-change: transform;
}
.body {
  fill: var(--pb-water);
}
.surface {
  fill: none;
  stroke: var(--pb-water-deep);
  stroke-width: 6;
}
.bed {
  position: absolute;
  inset-inline: 0;
  bottom: 0;
  background: var(--pb-bed);
}
.gauge {
  position: absolute;
  top: 0;
}
/* How high the water stands is told by its colours, which a device with few of its own must leave as they are. */
.gauge,
.bed {
  forced-color-adjust: none;
}
.gauge svg {
  position: absolute;
  inset: 0;
}
.cue {
  font-size: 24px;
  fill: var(--pb-ink);
  paint-order: stroke;
  stroke: var(--pb-paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
.stone {
  fill: var(--pb-stone);
}
.stone-text {
  font-size: 20px;
  font-weight: 600;
  fill: var(--pb-ink);
}
.board {
  position: absolute;
  inset-inline: 2px;
  overflow: hidden;
  background: var(--pb-raised);
  border-radius: 6px;
}
.shaft {
  position: absolute;
  inset-inline: 0;
}
.filled {
  height: 100%;
  background: var(--pb-water-deep);
  opacity: 0.75;
  will-change: transform;
}
.rim {
  fill: none;
  stroke: var(--pb-clay);
  stroke-width: 4;
}
.adjustments {
  stroke: var(--pb-clay);
  stroke-width: 3.5;
  fill: none;
}
.mark {
  position: absolute;
  inset: 0 -26px auto;
  height: 0;
  will-change: transform;
}
.mark span {
  position: absolute;
  inset: -3.5px 0 auto;
  height: 7px;
  border-radius: 4px;
  background: var(--pb-clay);
}
@media (max-width: 600px) {
  .cue {
    font-size: 18px;
  }
}
</style>
