<script setup lang="ts">
/** All pacing is dropped: nothing moves and nothing sounds until I say so, where there is something to say it with. */
defineProps<{ onlyShown?: boolean }>()
defineEmits<{ goOn: [sits: boolean]; close: []; end: [] }>()
/** The rest of the session is done sitting. */
const sits = ref(false)
// The pressed button is gone, so the focus moves. It goes to the safe choice: a hasty key press must not resume the session.
const first = useTemplateRef<{ $el: HTMLElement }>('first')
onMounted(() => first.value?.$el.focus({ preventScroll: true }))
</script>

<template>
  <section class="dizzy" aria-label="Dizzy">
    <p class="breathe">Breathe normally</p>
    <p class="then">Let everything go. Sit down if you like. Wait until it has passed.</p>
    <p v-if="sits" class="then" role="status">Sit as long as you need. What comes is done sitting, where it can be.</p>
    <div v-if="!onlyShown" class="choices">
      <Button
        ref="first"
        class="whole"
        size="large"
        label="I sit and breathe normally"
        :aria-pressed="sits"
        @click="sits = !sits"
      />
      <Button size="large" label="Resume" severity="secondary" @click="$emit('goOn', sits)" />
      <Button size="large" label="Close now" severity="secondary" @click="$emit('close')" />
      <Button class="whole end" size="large" label="End" severity="secondary" text @click="$emit('end')" />
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
.choices .whole {
  grid-column: 1 / -1;
}
.choices .end {
  min-height: 3rem;
}
</style>
