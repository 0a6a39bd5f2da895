<script setup lang="ts">
import type { Area } from '#core/forms'
import { BODY_FIELD, bodyParts } from './body'
import { pebblePath } from './pebble'

/** A body of pebbles, from the front and from behind: the more there was of an area, the fuller its stones. The figures stand beside it in words. */
const props = defineProps<{ shares: Partial<Record<Area, number>> }>()

const VIEWS = ['front', 'back'] as const
const drawn = VIEWS.map((view) => ({
  view,
  parts: bodyParts(view).map((part, index) => ({
    ...part,
    path: pebblePath(`${part.area} ${part.view} ${index}`, part.x, part.y, part.width, part.height),
  })),
}))
/** How full a stone is: from a first trace to all. */
const fullness = (area: Area | null) => {
  const share = area ? (props.shares[area] ?? 0) : 0
  return share > 0 ? 0.2 + 0.8 * Math.min(1, share) : 0
}
</script>

<template>
  <div class="body" aria-hidden="true">
    <figure v-for="{ view, parts } in drawn" :key="view">
      <svg :viewBox="`0 0 ${BODY_FIELD.width} ${BODY_FIELD.height}`">
        <g v-for="(part, index) in parts" :key="index">
          <path :d="part.path" class="ground" />
          <path :d="part.path" class="stone" :fill-opacity="fullness(part.area)" />
        </g>
      </svg>
      <figcaption class="small soft">{{ view === 'front' ? 'from the front' : 'from behind' }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.body {
  display: flex;
  gap: 1.5rem;
}
figure {
  margin: 0;
  text-align: center;
}
svg {
  width: min(11rem, 38vw);
  display: block;
}
.ground {
  fill: var(--pb-paper);
}
.stone {
  fill: var(--pb-moss);
  stroke: var(--pb-soft);
  stroke-width: 1;
}
</style>
