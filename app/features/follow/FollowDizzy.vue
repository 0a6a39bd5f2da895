<script setup lang="ts">
/** All pacing is dropped: nothing moves and nothing sounds until I say so, where there is something to say it with. */
defineProps<{ onlyShown?: boolean }>()
defineEmits<{ goOn: []; close: []; end: [] }>()
</script>

<template>
  <section class="dizzy" aria-label="Dizzy">
    <p class="breathe">Breathe normally</p>
    <p class="then">Let everything go. Sit down if you like. Wait until it has passed.</p>
    <div v-if="!onlyShown" class="choices">
      <Button size="large" label="Go on" @click="$emit('goOn')" />
      <Button size="large" label="Close now" severity="secondary" @click="$emit('close')" />
      <Button size="large" label="End" severity="secondary" text @click="$emit('end')" />
    </div>
    <p class="then">If it comes back or does not pass, stop, and ask a doctor.</p>
  </section>
</template>

<style scoped>
.dizzy {
  margin: auto;
  padding: 1.5rem;
  text-align: center;
}
.breathe {
  max-width: none;
  font-size: clamp(2.6rem, 10vw, 8rem);
  font-weight: 750;
  line-height: 1.05;
}
.then {
  max-width: 34rem;
  margin: 1rem auto;
  font-size: clamp(1.2rem, 2.4vw, 1.8rem);
}
.choices {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 0.8rem;
  margin: 1.5rem 0;
}
</style>
