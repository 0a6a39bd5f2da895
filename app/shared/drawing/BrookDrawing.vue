<script setup lang="ts">
import { range } from 'd3-array'
import { area, curveBasis } from 'd3-shape'
import { ARC_PARTS, effortInAll } from '#core/forms'
import { totalsOf, type Occurrence, type Timeline } from '#core/timeline'
import { afterPicture } from '~/shared/drawing/afterPicture'
import { straight } from './straight'
import { useSize } from './useSize'
import { pebblePath, speckle } from './pebble'
import { PART_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'

/**
 * A routine as a run of water: each step a pebble as long as its minutes and as deep as its effort, the parts of the arc
 * as reaches below; where something becomes otherwise within a step, its pebble is veined. `small` for lists, `large` with names and minutes, `positionSeconds` marks where one stands.
 * A small one may have the `arc` of its parts below it, in words where there is room, or the `effort` under each pebble.
 */
const props = withDefaults(
  defineProps<{
    timeline: Timeline
    size?: 'small' | 'large' | 'strip'
    positionSeconds?: number | null
    chosen?: string | null
    /** The steps that are chosen together. */
    selected?: readonly string[]
    /** Ends can be pulled and pebbles taken along. */
    movable?: boolean
    /** A pebble can be pressed. */
    pressable?: boolean
    arc?: boolean
    effort?: boolean
    /** The time that the whole width stands for; the routine's own when left out. */
    scaleSeconds?: number
    /** Its place stands at once, the water comes one picture later: what is to be read comes first. */
    later?: boolean
  }>(),
  { size: 'small', positionSeconds: null, chosen: null, selected: () => [], movable: false, scaleSeconds: 0 },
)
const emit = defineEmits<{
  choose: [stepId: string, event: MouseEvent, formId: string]
  grab: [occurrence: Occurrence, event: PointerEvent]
  stretch: [occurrence: Occurrence, event: PointerEvent]
}>()

const isDrawn = ref(!props.later)
if (props.later) onScopeDispose(afterPicture(() => (isDrawn.value = true)))
const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame, { width: 640, height: 0 })

const HEIGHTS = { small: 56, large: 292, strip: 30 }
const LARGE_MIDDLE = 122
const ROOM_FOR_NAMES = 720
const named = computed(() => props.size === 'large' && width.value >= ROOM_FOR_NAMES)
/** Under a small brook: room for its parts, and for its effort. */
const ARC_HEIGHT = 30
const EFFORT_HEIGHT = 44
const foot = computed(() => (props.arc ? ARC_HEIGHT : 0) + (props.effort ? EFFORT_HEIGHT : 0))
const height = computed(() => (props.size === 'large' && !named.value ? 190 : HEIGHTS[props.size] + foot.value))
const middle = computed(() => (named.value ? LARGE_MIDDLE : props.size === 'large' ? 76 : HEIGHTS[props.size] / 2))
const inset = computed(() => (props.size === 'large' ? 14 : 2))
const deepest = computed(() => (props.size === 'large' ? 92 : props.size === 'small' ? 40 : 18))

const x = computed(() =>
  straight(
    [0, Math.max(1, props.timeline.totalSeconds, props.scaleSeconds)],
    [inset.value, Math.max(inset.value + 10, width.value - inset.value)],
  ),
)

/** How deep a form is drawn by its effort in all. */
const deepening = straight([0, 7], [0.42, 1])
const depth = (effort: number) => Math.min(1, deepening(effort))

/** The most that effort can add up to: four times 3. */
const MOST_EFFORT = 12
const pebbles = computed(() =>
  props.timeline.occurrences.map((occurrence) => {
    const from = x.value(occurrence.startSeconds)
    const to = x.value(occurrence.startSeconds + occurrence.lengthSeconds)
    const gap = Math.min(6, (to - from) * 0.12)
    const deep = deepest.value * depth(effortInAll(occurrence.effort))
    const long = Math.max(2, to - from - gap)
    return {
      key: `${occurrence.stepId}-${occurrence.round}`,
      occurrence,
      middleX: (from + to) / 2,
      top: middle.value - deep / 2,
      bottom: middle.value + deep / 2,
      startX: from + gap / 2,
      endX: to - gap / 2,
      effort: effortInAll(occurrence.effort) / MOST_EFFORT,
      turns: occurrence.turnsAtSeconds.map((seconds) => x.value(seconds)),
      path: pebblePath(occurrence.stepId + occurrence.formId, from + gap / 2, middle.value - deep / 2, long, deep),
    }
  }),
)

/** The banks: never the same width twice, but always the same for the same length of water. */
const water = computed(() => {
  if (props.size === 'strip') return ''
  const places = Array.from({ length: 9 }, (_, at) => at)
  const most = named.value ? 74 : props.size === 'large' ? 64 : HEIGHTS[props.size] / 2 - 1
  const bank = (at: number, salt: number) => most * (0.62 + 0.38 * speckle(`bank${at}`, salt))
  // Where nothing lies in it yet, it is as wide as its place.
  const end = props.timeline.totalSeconds === 0 ? width.value : x.value(props.timeline.totalSeconds) + inset.value
  return (
    area<number>()
      .x((at) => (end * at) / 8)
      .y0((at) => middle.value - bank(at, 3))
      .y1((at) => middle.value + bank(at, 7))
      .curve(curveBasis)(places) ?? ''
  )
})

const LETTER = 8.6
/** Names stand above and below in turn, in the first of two rows where they have room. */
const names = computed(() => {
  if (!named.value) return []
  const ends = { above: [0, 0], below: [0, 0] }
  return pebbles.value.flatMap((pebble, index) => {
    const half = (pebble.occurrence.formName.length * LETTER) / 2
    const textX = Math.min(width.value - half - 4, Math.max(half + 4, pebble.middleX))
    const order = index % 2 === 0 ? (['above', 'below'] as const) : (['below', 'above'] as const)
    for (const side of order) {
      for (const row of [0, 1]) {
        if (ends[side][row]! > textX - half) continue
        ends[side][row] = textX + half + 12
        const y = side === 'above' ? 38 - row * 23 : 212 + row * 23
        return [
          {
            ...pebble,
            textX,
            y,
            lineFrom: side === 'above' ? y + 7 : y - 17,
            lineTo: side === 'above' ? pebble.top : pebble.bottom,
          },
        ]
      }
    }
    return []
  })
})

const reaches = computed(() => {
  const totals = totalsOf(props.timeline)
  let from = 0
  const stretches: { part: (typeof ARC_PARTS)[number]; from: number; to: number; key: string }[] = []
  for (const { part, startSeconds, lengthSeconds } of props.timeline.occurrences) {
    const last = stretches.at(-1)
    from = startSeconds
    if (last?.part === part) last.to = from + lengthSeconds
    else stretches.push({ part, from, to: from + lengthSeconds, key: `${part}-${stretches.length}` })
  }
  return totals.totalSeconds > 0 ? stretches : []
})
const reachY = computed(() => (props.size !== 'large' ? HEIGHTS[props.size] + 14 : named.value ? 264 : 150))
/** A minute's number needs so much room. */
const TICK_PIXELS = 52
const TICK_STEPS = [1, 2, 5, 10, 15, 30, 60]
const minuteTicks = computed(() => {
  const minute = x.value(60) - x.value(0)
  const step = TICK_STEPS.find((each) => each * minute >= TICK_PIXELS) ?? TICK_STEPS.at(-1)!
  return range(0, props.timeline.totalSeconds / 60 + 1e-9, step)
})

const description = computed(() => {
  const totals = totalsOf(props.timeline)
  const parts = ARC_PARTS.filter((part) => totals.byPart[part] > 0)
  return `The brook of this routine, ${durationPhrase(totals.totalSeconds)}: ${parts
    .map((part) => `${PART_WORDS[part]} ${durationPhrase(totals.byPart[part])}`)
    .join(', ')}.`
})
/** The time under a place on the screen, and how many seconds a pixel is. */
defineExpose({
  secondsAt: (clientX: number) => x.value.invert(clientX - (frame.value?.getBoundingClientRect().left ?? 0)),
  leftOf: (seconds: number) => x.value(seconds),
  secondsPerPixel: () => x.value.invert(1) - x.value.invert(0),
})
const done = (occurrence: Occurrence) =>
  props.positionSeconds !== null && occurrence.startSeconds + occurrence.lengthSeconds <= props.positionSeconds
</script>

<template>
  <div ref="frame" class="brook" :class="size" :style="{ height: `${height}px` }">
    <svg
      v-if="isDrawn"
      :class="{ pressable }"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="description"
    >
      <path v-if="water" :d="water" class="water" />
      <g v-for="name in names" :key="`name-${name.key}`" class="name">
        <line :x1="name.middleX" :x2="name.middleX" :y1="name.lineFrom" :y2="name.lineTo" />
        <text :x="name.textX" :y="name.y" text-anchor="middle">{{ name.occurrence.formName }}</text>
      </g>
      <path
        v-for="pebble in pebbles"
        :key="pebble.key"
        :d="pebble.path"
        class="pebble"
        :class="{
          done: done(pebble.occurrence),
          chosen: chosen === pebble.occurrence.stepId || selected.includes(pebble.occurrence.stepId),
        }"
        :style="{ fill: `var(--part-${pebble.occurrence.part})` }"
        @click="emit('choose', pebble.occurrence.stepId, $event, pebble.occurrence.formId)"
        @pointerdown="movable && emit('grab', pebble.occurrence, $event)"
      >
        <title>{{ pebble.occurrence.formName }}, {{ durationPhrase(pebble.occurrence.lengthSeconds) }}</title>
      </path>
      <template v-for="pebble in pebbles" :key="`turns-${pebble.key}`">
        <line
          v-for="(turn, index) in pebble.turns"
          :key="index"
          class="turn"
          :x1="turn"
          :x2="turn"
          :y1="pebble.top + 2"
          :y2="pebble.bottom - 2"
        />
      </template>
      <template v-if="movable">
        <rect
          v-for="pebble in pebbles"
          :key="`end-${pebble.key}`"
          class="end"
          :x="pebble.endX - 7"
          :y="pebble.top"
          width="11"
          :height="pebble.bottom - pebble.top"
          @pointerdown.stop.prevent="emit('stretch', pebble.occurrence, $event)"
        />
      </template>
      <rect
        v-for="pebble in effort ? pebbles : []"
        :key="`effort-${pebble.key}`"
        class="effort"
        :x="pebble.startX"
        :y="height - 1 - (EFFORT_HEIGHT - 4) * pebble.effort"
        :width="Math.max(1, pebble.endX - pebble.startX)"
        :height="(EFFORT_HEIGHT - 4) * pebble.effort"
      >
        <title>
          {{ pebble.occurrence.formName }}: effort {{ effortInAll(pebble.occurrence.effort) }} of {{ MOST_EFFORT }}
        </title>
      </rect>
      <line v-if="effort" class="ground" x1="0" :x2="width" :y1="height - 0.5" :y2="height - 0.5" />
      <template v-if="size === 'large' || arc">
        <g v-for="reach in reaches" :key="reach.key" class="reach">
          <rect
            :x="x(reach.from) + 1"
            :y="reachY - 12"
            :width="Math.max(1, x(reach.to) - x(reach.from) - 2)"
            height="5"
            rx="2"
            :style="{ fill: `var(--part-${reach.part})` }"
          />
          <text
            v-if="x(reach.to) - x(reach.from) > reach.part.length * 8"
            :x="(x(reach.from) + x(reach.to)) / 2"
            :y="reachY + 8"
            text-anchor="middle"
          >
            {{ PART_WORDS[reach.part] }}
          </text>
        </g>
      </template>
      <template v-if="size === 'large'">
        <text
          v-for="minute in minuteTicks"
          :key="minute"
          class="minute"
          :x="x(minute * 60)"
          :y="height - 4"
          :text-anchor="minute === 0 ? 'start' : 'middle'"
        >
          {{ minute === 0 ? '0 min' : minute }}
        </text>
      </template>
      <path
        v-if="positionSeconds !== null"
        class="place"
        :d="`M${x(positionSeconds) - 7} 0h14l-7 10z`"
        :transform="`translate(0 ${Math.max(0, middle - deepest / 2 - 6)})`"
      />
    </svg>
  </div>
</template>

<style scoped>
.turn {
  stroke: var(--pb-raised);
  stroke-width: 2;
  pointer-events: none;
}
.brook {
  position: relative;
  width: 100%;
  overflow: hidden;
  line-height: 0;
}
svg {
  position: absolute;
  inset: 0;
}
.water {
  fill: var(--pb-water);
}
.pebble {
  stroke: var(--pb-paper);
  stroke-width: 1.5;
}
.strip .pebble {
  opacity: 0.55;
  stroke-width: 1;
}
.strip .pebble.done {
  opacity: 1;
}
.large .pebble,
.pressable .pebble {
  cursor: pointer;
}
.pressable .pebble:hover {
  stroke: var(--pb-clay);
}
.effort {
  fill: var(--pb-moss);
}
.ground {
  stroke: var(--pb-line);
}
.end {
  fill: transparent;
  cursor: ew-resize;
  touch-action: none;
}
.end:hover {
  fill: var(--pb-ink);
  fill-opacity: 0.25;
}
.pebble.chosen {
  stroke: var(--pb-clay);
  stroke-width: 3;
}
.place {
  fill: var(--pb-clay);
}
.name line {
  stroke: var(--pb-soft);
  stroke-width: 1;
  opacity: 0.45;
}
text {
  font-family: inherit;
  font-size: 15px;
  fill: var(--pb-ink);
}
.reach text,
.minute {
  font-size: 14px;
  fill: var(--pb-soft);
}
</style>
