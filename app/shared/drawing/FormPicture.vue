<script setup lang="ts">
import { sum } from 'd3-array'
import { curveCatmullRomClosed, curveMonotoneX, line } from 'd3-shape'
import { footingOf, formMyWay, wayFor, type Foot, type Form, type Side } from '#core/forms'
import type { Step } from '#core/routine'
import { breathLine } from '#core/timeline'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { STANCE_WORDS, directionPhrase } from '~/shared/words/practice'

/**
 * A form in two small drawings that are computed from it: the feet seen from above, as dark as what they bear, and the line of the breath
 * over one repetition with its holds.
 */
const props = withDefaults(
  defineProps<{
    form: Form
    /** How a routine does it; my own way without it. */
    step?: Pick<Step, 'wayId' | 'manner'>
    side?: Side
    moveIndex?: number
    size?: 'small' | 'large'
    only?: 'feet' | 'both'
    /** What it shows stands beside it in words. */ beside?: boolean
  }>(),
  { step: undefined, side: 'none', moveIndex: 0, size: 'small', only: 'both', beside: false },
)
const library = useLibraryStore()
const { settings } = useSettingsStore()
const way = computed(() => wayFor({ ...props.step, formId: props.form.id }, library.ways))
const mine = computed(() => formMyWay(props.form, way.value, settings.rules).form)
const footing = computed(() => footingOf(mine.value, props.side, props.moveIndex))
const breath = computed(() =>
  props.only === 'both' ? breathLine(props.form, { way: way.value, rules: settings.rules }, settings.pace) : [],
)

/** The outline of a right sole, a foot long: heel, the outer edge, toes, the hollow. */
const SOLE: [number, number][] = [
  [0, 0.5],
  [0.13, 0.42],
  [0.17, 0.1],
  [0.21, -0.22],
  [0.13, -0.46],
  [-0.08, -0.5],
  [-0.16, -0.3],
  [-0.1, 0.05],
  [-0.13, 0.4],
]
const closed = line<[number, number]>().curve(curveCatmullRomClosed.alpha(0.6))
/** Points about the middle, turned to the right and then moved. (Each `transform` in a drawing is drawn for itself, and lists have hundreds.) */
function placed(points: [number, number][], turnedDegrees: number, x = 0, y = 0): [number, number][] {
  const radians = (turnedDegrees * Math.PI) / 180
  const sin = Math.sin(radians)
  const cos = Math.cos(radians)
  return points.map(([right, down]) => [right * cos - down * sin + x, right * sin + down * cos + y])
}
const sole = ({ x, y, turnedDegrees }: Foot, isLeft: boolean) =>
  closed(
    placed(
      SOLE.map(([right, down]) => [isLeft ? -right : right, down]),
      turnedDegrees,
      x,
      -y,
    ),
  ) ?? ''
/** What bears nothing is only an outline. */
const inked = ({ bears, lifted }: Foot) => (lifted ? 0 : 0.12 + 0.88 * bears)
/** From the middle to where the step goes: a shaft, and its head. */
const ARROW: [number, number][][] = [
  [
    [0, -1.15],
    [0, -1.5],
  ],
  [
    [-0.22, -1.28],
    [0, -1.52],
    [0.22, -1.28],
  ],
]
const straight = line<[number, number]>()
const arrow = computed(() => {
  const { stepDegrees } = footing.value
  return stepDegrees === null ? '' : ARROW.map((part) => straight(placed(part, stepDegrees))).join('')
})

const LINE = { width: 100, top: 4, bottom: 34 }
const seconds = computed(() =>
  Math.max(
    0.001,
    sum(breath.value, (stretch) => stretch.seconds),
  ),
)
const points = computed(() => {
  let at = 0
  const first = breath.value[0]
  const along = (now: number) => (LINE.width * now) / seconds.value
  const down = (level: number) => LINE.bottom - level * (LINE.bottom - LINE.top)
  return first
    ? [
        [0, down(first.fromLevel)] as [number, number],
        ...breath.value.map((stretch): [number, number] => [along((at += stretch.seconds)), down(stretch.toLevel)]),
      ]
    : []
})
const wave = computed(() => line<[number, number]>().curve(curveMonotoneX)(points.value) ?? '')
const isFree = computed(() => breath.value.every((stretch) => stretch.breath === 'free'))
const holds = computed(() =>
  breath.value.flatMap((stretch, index) =>
    stretch.breath === 'hold' ? [{ x1: points.value[index]![0], x2: points.value[index + 1]![0] }] : [],
  ),
)

const words = computed(() => {
  const { left, right, on, stepDegrees } = footing.value
  const bears =
    on === 'feet' && left.bears !== right.bears
      ? `, more weight on the ${left.bears > right.bears ? 'left' : 'right'} foot`
      : ''
  const step = stepDegrees === null ? '' : `, ${directionPhrase(stepDegrees)}`
  const stance = STANCE_WORDS[mine.value.moves[props.moveIndex]?.stance ?? mine.value.stance]
  const breathed = isFree.value ? 'breathing freely' : breath.value.map((stretch) => stretch.breath).join(', ')
  return `${stance}${bears}${step}${props.only === 'both' ? `; one repetition: ${breathed}` : ''}`
})
</script>

<template>
  <span
    class="form-picture"
    :class="{ grand: size === 'large' }"
    :role="beside ? undefined : 'img'"
    :aria-label="beside ? undefined : words"
    :aria-hidden="beside"
  >
    <svg class="feet" viewBox="-1.7 -1.6 3.4 3.2" aria-hidden="true">
      <rect v-if="footing.on === 'chair'" class="bearer" x="-0.95" y="-0.1" width="1.9" height="1.6" rx="0.2" />
      <rect v-if="footing.on === 'floor'" class="bearer" x="-0.9" y="-0.9" width="1.8" height="2.5" rx="0.3" />
      <path v-if="arrow" class="step" :d="arrow" />
      <path
        v-for="(each, name) in { left: footing.left, right: footing.right }"
        :key="name"
        class="foot"
        :class="{ lifted: each.lifted }"
        :d="sole(each, name === 'left')"
        :fill-opacity="inked(each)"
      />
    </svg>
    <svg v-if="only === 'both'" class="breath" viewBox="0 0 100 38" preserveAspectRatio="none" aria-hidden="true">
      <path class="bed" d="M0 36 L100 36" />
      <path class="line" :class="{ free: isFree }" :d="wave" />
      <line v-for="(each, index) in holds" :key="index" class="held" v-bind="each" y1="36" y2="36" />
    </svg>
  </span>
</template>

<style scoped>
.form-picture {
  display: inline-flex;
  align-items: center;
  gap: 0.5rem;
}
svg {
  overflow: visible;
}
.feet {
  width: 3.2rem;
  height: 3rem;
}
.breath {
  width: 3.4rem;
  height: 1.5rem;
}
.grand .feet {
  width: 9rem;
  height: 8.3rem;
}
.grand .breath {
  width: 14rem;
  height: 5.4rem;
}
.grand {
  flex-wrap: wrap;
}
.grand svg {
  max-width: 100%;
}
/* On a phone the breath stands beside the feet. */
@media (max-width: 640px) {
  .grand:has(.breath) {
    flex: 1 1 100%;
    flex-wrap: nowrap;
  }
  .grand:has(.breath) .feet {
    flex: none;
    width: 6.5rem;
    height: 6rem;
  }
  .grand .breath {
    flex: 1;
    min-width: 0;
  }
}
.foot {
  fill: var(--pb-ink);
  stroke: var(--pb-ink);
  stroke-width: 1.4px;
  vector-effect: non-scaling-stroke;
}
.lifted {
  stroke-dasharray: 3 3;
}
.bearer {
  fill: var(--pb-bed);
  stroke: var(--pb-soft);
  stroke-width: 1px;
  vector-effect: non-scaling-stroke;
}
.step,
.line,
.bed,
.held {
  fill: none;
  stroke: var(--pb-water-deep);
  stroke-width: 2px;
  vector-effect: non-scaling-stroke;
}
.grand .line {
  stroke-width: 4px;
}
.free {
  stroke-dasharray: 2 4;
}
.bed {
  stroke: var(--pb-line);
}
.held {
  stroke: var(--pb-clay);
  stroke-width: 4px;
}
</style>
