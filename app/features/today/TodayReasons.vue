<script setup lang="ts">
/** Why it is offered, a line for each reason. */
defineProps<{ reasons: string[] }>()
</script>

<template>
  <div class="because" aria-live="polite">
    <span>Because:</span>
    <ul>
      <li v-for="reason in reasons" :key="reason">{{ reason }}</li>
    </ul>
  </div>
</template>

<style scoped>
/* Each reason has its line, and three of them their place: what is found a moment later moves nothing. */
.because {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0 0.6rem;
  align-content: start;
  min-height: 4.35em;
}
.because li {
  position: relative;
  padding-left: 1rem;
  overflow-wrap: anywhere;
}
.because li::before {
  content: '';
  position: absolute;
  left: 0;
  top: 0.55em;
  width: 0.55rem;
  height: 0.4rem;
  border-radius: 45% 55% 50% 50%;
  background: var(--pb-stone);
}
@media (max-width: 820px) {
  .because {
    grid-template-columns: minmax(0, 1fr);
    min-height: 7.25em;
  }
}
</style>
