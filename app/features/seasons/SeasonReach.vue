<script setup lang="ts">
import { area, curveMonotoneX, line } from 'd3-shape'
import { daysBetween } from '#core/journal'
import type { Form } from '#core/forms'
import type { Season, SeasonPlan } from '#core/plan'
import { useSize } from '~/shared/drawing/useSize'
import { pebblePath } from '~/shared/drawing/pebble'
import { amountShort } from './seasonWords'

/**
 * A season as one reach of the brook, from its first week on the left to its last: as wide as it has come, dark as it was done, light as it is planned
 * now; broken lines are the banks as they were planned at first. A stone lies where a form begins, or where more is asked. Below, the days of each week.
 */
const props = defineProps<{
  season: Season
  plan: SeasonPlan
  today: string
  formOf: (formId: string) => Form | undefined
}>()

const HEIGHT = 146
const MIDDLE = 58
const BANK = { least: 4, most: 44 }
const DAYS_Y = 120
const frame = ref<HTMLElement | null>(null)
const { width: measured } = useSize(frame, { width: 700, height: 0 })
const width = computed(() => Math.max(240, measured.value))
const week = computed(() => width.value / props.plan.weeks.length)
const half = (reach: number) => BANK.least + reach * (BANK.most - BANK.least)

type Bank = [x: number, half: number]
/** The weeks' ends, with where it began. */
const ends = (of: 'reach' | 'plannedReach'): Bank[] => [
  [0, half(props.plan.startReach)],
  ...props.plan.weeks.map((each, at): Bank => [(at + 1) * week.value, half(each[of])]),
]
const nowX = computed(() =>
  props.plan.when === 'over'
    ? width.value
    : Math.max(0, Math.min(width.value, ((daysBetween(props.season.startDay, props.today) + 1) / 7) * week.value)),
)
const water = area<Bank>()
  .x(([x]) => x)
  .y0(([, by]) => MIDDLE - by)
  .y1(([, by]) => MIDDLE + by)
  .curve(curveMonotoneX)
const done = computed(() => {
  const past = ends('reach').filter(([x]) => x <= nowX.value + 0.5)
  return water(nowX.value > (past.at(-1)?.[0] ?? 0) ? [...past, [nowX.value, half(props.plan.reach)]] : past) ?? ''
})
const ahead = computed(() => {
  const rest = ends('reach').filter(([x]) => x > nowX.value + 0.5)
  return water([[nowX.value, half(props.plan.reach)], ...rest]) ?? ''
})
const banks = computed(() =>
  ([1, -1] as const).map(
    (side) =>
      line<Bank>()
        .x(([x]) => x)
        .y(([, by]) => MIDDLE + side * by)
        .curve(curveMonotoneX)(ends('plannedReach')) ?? '',
  ),
)

const STONE = { width: 24, height: 17 }
interface Stone {
  key: string
  path: string
  x: number
  y: number
  isThere: boolean
  name: string
  text: string
  to: string | null
}
const stones = computed<Stone[]>(() =>
  props.plan.weeks.flatMap((each, at): Stone[] => {
    const isPast = each.when !== 'ahead'
    const middle = (at + 0.5) * week.value
    const stone = (name: string, nth: number, of: number, rest: Pick<Stone, 'isThere' | 'text' | 'to'>): Stone => {
      const y = MIDDLE + (nth - (of - 1) / 2) * (STONE.height + 3)
      const size = Math.min(STONE.width, week.value * 0.8)
      const path = pebblePath(name, middle - size / 2, y - STONE.height / 2, size, STONE.height)
      return { key: `${at}/${name}`, path, x: middle, y, name: `${name}, week ${at + 1}`, ...rest }
    }
    const begins = (isPast && each.when === 'past' ? each.came : each.adds).filter((add) => add.kind === 'begins')
    if (props.season.goal.kind === 'learn') {
      const begun = new Set(each.came.flatMap((add) => (add.kind === 'begins' ? [add.formId] : [])))
      return begins.map(({ formId }, nth) =>
        stone(props.formOf(formId)?.name ?? 'a deleted form', nth, begins.length, {
          isThere: begun.has(formId),
          text: '',
          to: `/forms/${formId}`,
        }),
      )
    }
    const before = props.plan.weeks[at - 1]?.asks ?? null
    if (each.asks === null || (at > 0 && before === each.asks)) return []
    const form = props.season.goal.kind === 'grow' ? props.formOf(props.season.goal.formId) : undefined
    const text = props.season.goal.kind === 'grow' ? amountShort(form, each.asks) : `${each.asks} min`
    return [stone(text, 0, 1, { isThere: isPast && each.done > 0, text, to: form ? `/forms/${form.id}` : null })]
  }),
)
/** With many weeks only some are named, and their days are not drawn. */
const named = computed(() => Math.ceil(28 / week.value))
const drawsDays = computed(() => week.value >= 30)
const textEvery = computed(() => Math.max(1, Math.ceil(40 / week.value)))
const dayX = (at: number, nth: number, of: number) =>
  (at + 0.5) * week.value + (nth - (of - 1) / 2) * Math.min(9, week.value / 8)
const words = computed(() => {
  const { plan } = props
  const now = plan.weeks.find(({ when }) => when === 'now')
  return `The season as a reach: ${Math.round(plan.reach * 100)} % of the way${now ? `, in week ${now.at + 1} of ${plan.weeks.length}` : ''}.`
})
</script>

<template>
  <div ref="frame" class="reach">
    <svg :viewBox="`0 0 ${width} ${HEIGHT}`" :width="width" :height="HEIGHT" role="group" :aria-label="words">
      <rect class="bed" x="0" :y="MIDDLE - BANK.most - 8" :width="width" :height="2 * BANK.most + 16" rx="22" />
      <path :d="ahead" class="ahead" />
      <path :d="done" class="done" />
      <path v-for="(bank, at) in banks" :key="at" :d="bank" class="bank" />
      <line v-if="plan.when === 'now'" class="today" :x1="nowX" :x2="nowX" y1="2" :y2="DAYS_Y - 8" />
      <template v-for="(each, at) in stones" :key="each.key">
        <component
          :is="each.to ? 'a' : 'g'"
          :href="each.to ?? undefined"
          :aria-label="each.to ? each.name : undefined"
          @click.prevent="each.to && navigateTo(each.to)"
        >
          <path :d="each.path" class="stone" :class="{ there: each.isThere }">
            <title>{{ each.name }}</title>
          </path>
          <text v-if="each.text && at % textEvery === 0" :x="each.x" :y="each.y + 26">{{ each.text }}</text>
        </component>
      </template>
      <g aria-hidden="true">
        <template v-for="(each, at) in plan.weeks" :key="at">
          <template v-if="drawsDays">
            <ellipse
              v-for="(day, nth) in each.days"
              :key="day.day"
              :cx="dayX(at, nth, each.days.length)"
              :cy="DAYS_Y"
              rx="3.6"
              ry="2.8"
              class="day"
              :class="{ there: nth < each.done, gone: each.when === 'past' && nth >= each.done }"
            />
          </template>
          <text v-if="at % named === 0" :x="(at + 0.5) * week" :y="HEIGHT - 5" :class="{ now: each.when === 'now' }">
            {{ at + 1 }}
          </text>
        </template>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.reach {
  width: 100%;
  overflow: hidden;
}
svg {
  display: block;
}
.bed {
  fill: var(--pb-bed);
}
.ahead {
  fill: var(--pb-water);
}
.done {
  fill: var(--pb-water-deep);
  opacity: 0.75;
}
.bank {
  fill: none;
  stroke: var(--pb-ink);
  stroke-width: 1.2;
  stroke-dasharray: 3 5;
  opacity: 0.6;
}
.today {
  stroke: var(--pb-clay);
  stroke-width: 2;
}
.stone {
  fill: var(--pb-paper);
  stroke: var(--pb-ink);
  stroke-width: 1.8;
}
.stone.there {
  fill: var(--pb-moss);
  stroke: var(--pb-paper);
}
a {
  cursor: pointer;
}
a:focus-visible {
  outline: none;
}
a:focus-visible .stone {
  stroke: var(--pb-focus);
  stroke-width: 4;
}
.day {
  fill: none;
  stroke: var(--pb-soft);
  stroke-width: 1.3;
}
.day.there {
  fill: var(--pb-moss);
  stroke: var(--pb-moss);
}
.day.gone {
  stroke-dasharray: 1.5 2;
}
text {
  text-anchor: middle;
  font-size: 0.75rem;
  fill: var(--pb-ink);
  /* Readable where a bank runs through it. */
  paint-order: stroke;
  stroke: var(--pb-paper);
  stroke-width: 3px;
  stroke-opacity: 0.75;
}
text.now {
  font-weight: 700;
}
@media (forced-colors: active) {
  .done,
  .stone.there,
  .day.there {
    fill: CanvasText;
  }
  .ahead,
  .stone {
    fill: Canvas;
    stroke: CanvasText;
  }
  .bed {
    fill: none;
    stroke: CanvasText;
  }
}
</style>
