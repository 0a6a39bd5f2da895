<script setup lang="ts">
import { curveBasis, line } from 'd3-shape'
import { breathsPerMinute, type BreathSeconds, type Pace } from '#core/breath'
import { easedShare } from '#core/timeline'

/** My two breaths over the same time, one below the other: the water rises with the in-breath and falls with the out-breath. */
const props = defineProps<{ pace: Pace }>()
const SHOWN_SECONDS = 30
const WIDE = 300
const TALL = 34

const drawn = line().curve(curveBasis)
const SHARES = [0, 0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875]
/** As the water goes while following. */
function curve({ inSeconds, outSeconds }: BreathSeconds): string {
  const points: [number, number][] = []
  for (let at = 0; at <= SHOWN_SECONDS; at += inSeconds + outSeconds) {
    for (const share of SHARES) points.push([at + inSeconds * share, easedShare(share)])
    for (const share of SHARES) points.push([at + inSeconds + outSeconds * share, 1 - easedShare(share)])
  }
  return drawn(points.map(([at, level]) => [(at / SHOWN_SECONDS) * WIDE, TALL - 3 - level * (TALL - 6)])) ?? ''
}
const rows = computed(() => [
  { name: 'when I begin', breath: props.pace.start },
  { name: 'once settled', breath: props.pace.settled },
])
</script>

<template>
  <dl class="pace">
    <div v-for="{ name, breath } in rows" :key="name">
      <dt>{{ name }}</dt>
      <dd>{{ breathsPerMinute(breath).toFixed(1) }} breaths a minute</dd>
      <svg :viewBox="`0 0 ${WIDE} ${TALL}`" preserveAspectRatio="none" aria-hidden="true">
        <path :d="curve(breath)" />
      </svg>
    </div>
  </dl>
</template>

<style scoped>
.pace {
  display: grid;
  gap: 0.8rem;
  margin: 0;
}
.pace > div {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
svg {
  grid-column: 1 / -1;
  width: 100%;
  height: 2.6rem;
}
path {
  fill: none;
  stroke: var(--pb-water-deep);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
</style>
