<script setup lang="ts">
import { pebblePath, stoneShare } from '~/shared/drawing/pebble'

/** A stone of the week: as large as it is long, drawn by how it stands; its words lie below it. */
const props = defineProps<{
  words: string
  seconds: number
  state: 'done' | 'open' | 'ahead' | 'missed' | 'proposed'
}>()

const BOX = { width: 64, height: 40 }
const path = computed(() => {
  const share = stoneShare(props.seconds)
  const width = 22 + 40 * share
  const height = 14 + 22 * share
  return pebblePath(props.words, (BOX.width - width) / 2, (BOX.height - height) / 2, width, height)
})
</script>

<template>
  <svg :viewBox="`0 0 ${BOX.width} ${BOX.height}`" :class="state" aria-hidden="true"><path :d="path" /></svg>
  <span class="label"><slot /></span>
</template>

<style scoped>
svg {
  overflow: visible;
  width: 4rem;
  max-width: 100%;
}
path {
  fill: var(--pb-paper);
  stroke: var(--pb-ink);
  stroke-width: 2;
}
.done path {
  fill: var(--pb-moss);
  stroke: none;
}
.missed path {
  fill: none;
  stroke: var(--pb-soft);
  stroke-dasharray: 3 4;
}
.open path {
  stroke: var(--pb-clay);
  stroke-width: 3.5;
}
.proposed path {
  fill: none;
  stroke: var(--pb-water-deep);
  stroke-width: 2.5;
  stroke-dasharray: 7 4;
}
.label {
  font-size: 0.85rem;
  line-height: 1.2;
  overflow-wrap: anywhere;
}
@media (forced-colors: active) {
  .done path {
    fill: CanvasText;
  }
}
</style>
