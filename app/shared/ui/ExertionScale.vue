<script setup lang="ts">
import { EXERTION } from '#core/journal'

/** How hard it was, in degrees from nothing to all. Nothing has to be said; a second press takes it back. */
const model = defineModel<number | null>({ required: true })
const DEGREES = Array.from({ length: EXERTION.most - EXERTION.least + 1 }, (_, at) => EXERTION.least + at)
</script>

<template>
  <fieldset class="exertion">
    <legend>How hard it was, from 0 (nothing at all) to 10 (as hard as can be)</legend>
    <button
      v-for="degree in DEGREES"
      :key="degree"
      type="button"
      :aria-pressed="model === degree"
      @click="model = model === degree ? null : degree"
    >
      {{ degree }}
    </button>
  </fieldset>
</template>

<style scoped>
.exertion {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem;
}
button {
  font: inherit;
  min-width: 2.75rem;
  min-height: 2.75rem;
  color: var(--pb-ink);
  background: none;
  border: 0;
  border-bottom: 2px solid var(--pb-water-deep);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--pb-water-deep);
  color: var(--pb-paper);
  font-weight: 650;
}
</style>
