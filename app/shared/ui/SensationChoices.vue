<script setup lang="ts">
import { SENSATIONS, type Sensation } from '#core/journal'
import { SENSATION_WORDS } from '~/shared/words/practice'

/** What was felt: as many as there were, or none. */
const model = defineModel<Sensation[]>({ required: true })

function toggle(sensation: Sensation) {
  model.value = model.value.includes(sensation)
    ? model.value.filter((other) => other !== sensation)
    : [...model.value, sensation]
}
</script>

<template>
  <div class="sensations" role="group" aria-label="What was felt">
    <label v-for="sensation in SENSATIONS" :key="sensation">
      <input type="checkbox" :checked="model.includes(sensation)" @change="toggle(sensation)" />
      {{ SENSATION_WORDS[sensation] }}
    </label>
  </div>
</template>

<style scoped>
.sensations {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.2rem;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 2.4rem;
}
input {
  width: 1.2rem;
  height: 1.2rem;
  accent-color: var(--pb-water-deep);
}
</style>
