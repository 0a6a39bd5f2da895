<script setup lang="ts">
import { area, curveMonotoneX } from 'd3-shape'
import type { Amounts } from '#core/plan'

/** The bed below a week's water: as deep as the legs are asked, day by day, as it is planned and as it was done. */
const props = defineProps<{ amounts: { planned: Amounts; done: Amounts }[] }>()

const BED = { width: 700, height: 70 }
const deepest = computed(() => Math.max(1, ...props.amounts.flatMap(({ planned, done }) => [planned.legs, done.legs])))
function bed(of: 'planned' | 'done'): string {
  const points = props.amounts.map(({ [of]: { legs } }, at): [number, number] => [
    (at + 0.5) * (BED.width / 7),
    (legs / deepest.value) * (BED.height - 8),
  ])
  const ends: [number, number][] = [[0, points[0]![1]], ...points, [BED.width, points.at(-1)![1]]]
  const shape = area<[number, number]>()
    .x(([x]) => x)
    .y0(0)
    .y1(([, y]) => 4 + y)
  return shape.curve(curveMonotoneX)(ends) ?? ''
}
const name = computed(() => {
  const sum = (of: 'planned' | 'done') => props.amounts.reduce((total, each) => total + each[of].legs, 0)
  const share = sum('planned') > 0 ? Math.round((100 * sum('done')) / sum('planned')) : null
  return `Leg effort, day by day${share === null ? '' : `; ${share} % of what is planned was done so far`}.`
})
</script>

<template>
  <svg class="bed" :viewBox="`0 0 ${BED.width} ${BED.height}`" preserveAspectRatio="none" role="img" :aria-label="name">
    <path :d="bed('done')" class="full" />
    <path :d="bed('planned')" class="line" />
  </svg>
</template>

<style scoped>
.bed {
  grid-column: 1 / -1;
  width: 100%;
  height: 4.4rem;
  display: block;
  background: var(--pb-bed);
  border-radius: 0 0 2.2rem 2.2rem;
}
.full {
  fill: var(--pb-water-deep);
  opacity: 0.75;
}
.line {
  fill: var(--pb-water);
  fill-opacity: 0.55;
  stroke: var(--pb-ink);
  stroke-width: 2;
  stroke-dasharray: 6 5;
  vector-effect: non-scaling-stroke;
}
</style>
