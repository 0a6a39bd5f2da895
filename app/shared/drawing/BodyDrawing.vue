<script setup lang="ts">
import type { Area } from '#core/forms'
import { PAIN, type PainPlace } from '#core/journal'
import { BODY_FIELD, bodyParts } from './body'
import { pebblePath } from './pebble'

/**
 * A body of pebbles, from the front and from behind. The more there was of an area (`shares`), or the more it hurts at a place (`levels`, whose
 * stones can be pressed), the fuller its stones. All of it stands beside the drawing in words, and can be said there by keys.
 */
const props = defineProps<{
  shares?: Partial<Record<Area, number>>
  levels?: Partial<Record<PainPlace, number>>
}>()
const emit = defineEmits<{ press: [place: PainPlace] }>()

const VIEWS = ['front', 'back'] as const
const drawn = VIEWS.map((view) => ({
  view,
  parts: bodyParts(view).map((part, index) => ({
    ...part,
    path: pebblePath(`${part.area} ${part.view} ${index}`, part.x, part.y, part.width, part.height),
  })),
}))
/** How full a stone is: from a first trace to all. */
function fullness({ area, place }: { area: Area | null; place: PainPlace }): number {
  const share = props.levels ? (props.levels[place] ?? 0) / PAIN.most : area ? (props.shares?.[area] ?? 0) : 0
  return share > 0 ? 0.2 + 0.8 * Math.min(1, share) : 0
}
</script>

<template>
  <div class="body" aria-hidden="true">
    <figure v-for="{ view, parts } in drawn" :key="view">
      <svg :viewBox="`0 0 ${BODY_FIELD.width} ${BODY_FIELD.height}`">
        <g
          v-for="(part, index) in parts"
          :key="index"
          :class="{ pressable: levels, said: levels && part.place in levels }"
          @click="levels && emit('press', part.place)"
        >
          <path :d="part.path" class="ground" />
          <path :d="part.path" class="stone" :fill-opacity="fullness(part)" />
        </g>
      </svg>
      <figcaption class="small soft">{{ view === 'front' ? 'from the front' : 'from behind' }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.body {
  display: flex;
  flex-wrap: wrap;
  gap: 1.5rem;
}
figure {
  margin: 0;
  text-align: center;
}
svg {
  width: min(var(--body-width, 11rem), 38vw);
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
.pressable {
  cursor: pointer;
}
.pressable .stone {
  fill: var(--pb-clay);
}
.said .stone {
  stroke: var(--pb-clay);
  stroke-width: 2.5;
}
</style>
