<script setup lang="ts">
import type { DoneStep } from '#core/runner'
import { pebblePath } from './pebble'

/**
 * What was done in a session, a stone for each step, as long as it took: to one scale, so that a short session looks short. It stands beside in words.
 */
const props = defineProps<{ done: readonly DoneStep[] }>()

/** Half an hour is the whole width; of a longer session, all of it is. */
const SCALE_SECONDS = 1800
const WIDTH = 1000
const HEIGHT = 24
const GAP = 4
const stones = computed(() => {
  const lasted = props.done.filter(({ seconds }) => seconds > 0)
  const all = Math.max(
    SCALE_SECONDS,
    lasted.reduce((sum, { seconds }) => sum + seconds, 0),
  )
  let from = 0
  return lasted.map(({ stepId, formId, part, seconds }) => {
    const width = (WIDTH * seconds) / all
    from += width
    return { part, path: pebblePath(stepId + formId, from - width, 0, Math.max(3, width - GAP), HEIGHT) }
  })
})
</script>

<template>
  <svg class="done" :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" preserveAspectRatio="none" aria-hidden="true">
    <path v-for="({ part, path }, index) in stones" :key="index" :d="path" :style="{ fill: `var(--part-${part})` }" />
  </svg>
</template>

<style scoped>
.done {
  display: block;
  width: 100%;
  height: 0.85rem;
}
</style>
