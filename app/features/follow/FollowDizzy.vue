<script setup lang="ts">
/** All pacing is dropped: nothing moves and nothing sounds until I say so, where there is something to say it with. */
defineProps<{ onlyShown?: boolean }>()
defineEmits<{ goOn: []; close: []; end: [] }>()
// What was pressed is gone with what it was on: the keys go to what is asked now.
const first = useTemplateRef<{ $el: HTMLElement }>('first')
onMounted(() => first.value?.$el.focus({ preventScroll: true }))
</script>

<template>
  <section class="dizzy" aria-label="Dizzy">
    <p class="breathe">Breathe normally</p>
    <p class="then">Let everything go. Sit down if you like. Wait until it has passed.</p>
    <div v-if="!onlyShown" class="choices">
      <Button ref="first" size="large" label="Go on" @click="$emit('goOn')" />
      <Button size="large" label="Close now" severity="secondary" @click="$emit('close')" />
      <Button class="end" size="large" label="End" severity="secondary" text @click="$emit('end')" />
    </div>
    <p class="then">If it comes back or does not pass, stop, and ask a doctor.</p>
  </section>
</template>

<style scoped>
.dizzy {
  width: 100%;
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
/* Found without looking for them, with a hand that is not steady. */
.choices {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.8rem;
  margin: 1.5rem auto;
  max-width: 46rem;
}
.choices :deep(.p-button) {
  min-height: 5.5rem;
  font-size: 1.4rem;
}
.choices .end {
  grid-column: 1 / -1;
  min-height: 3rem;
}
</style>
