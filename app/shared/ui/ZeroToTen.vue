<script setup lang="ts">
/** Degrees from 0, nothing, to 10, all that can be. Nothing has to be said; a second press takes it back. */
defineProps<{ legend: string }>()
const model = defineModel<number | null>({ required: true })
const DEGREES = Array.from({ length: 11 }, (_, degree) => degree)
/** A digit answers while the focus is here, and nothing else by it. */
function answer(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey || !/^\d$/.test(event.key)) return
  event.preventDefault()
  event.stopPropagation()
  model.value = Number(event.key)
}
</script>

<template>
  <fieldset class="degrees" @keydown="answer">
    <legend>{{ legend }}</legend>
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
.degrees {
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
