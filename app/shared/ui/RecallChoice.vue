<script setup lang="ts">
import { RECALLS, type Recall } from '#core/journal'
import { RECALL_WORDS } from '~/shared/words/practice'

/** Whether it went by heart. Nothing has to be said; a second press takes it back. */
defineProps<{ keys?: Record<Recall, string> }>()
const model = defineModel<Recall | null | undefined>({ required: true })
</script>

<template>
  <fieldset class="recall">
    <legend>Did it go by heart?</legend>
    <button
      v-for="recall in RECALLS"
      :key="recall"
      type="button"
      :aria-pressed="model === recall"
      :aria-keyshortcuts="keys?.[recall]"
      @click="model = model === recall ? null : recall"
    >
      {{ RECALL_WORDS[recall] }}<kbd v-if="keys" aria-hidden="true">{{ keys[recall] }}</kbd>
    </button>
  </fieldset>
</template>

<style scoped>
.recall {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem;
}
legend {
  padding: 0;
}
button {
  font: inherit;
  min-height: 2.75rem;
  padding: 0.2rem 0.8rem;
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
kbd {
  margin-left: 0.5rem;
}
/* On a phone both fit on one line, and what ends the session comes into sight. */
@media (max-width: 640px) {
  button {
    padding-inline: 0.5rem;
  }
}
</style>
