<script setup lang="ts">
/** One group of settings: what it is about and what it comes to on the left, what can be set on the right; one below the other on a phone. */
defineProps<{ id: string; title: string }>()
</script>

<template>
  <section class="group" :aria-labelledby="id">
    <div class="about stack">
      <h2 :id="id">{{ title }}</h2>
      <slot name="about" />
    </div>
    <div class="stack"><slot /></div>
  </section>
</template>

<style scoped>
.group {
  display: grid;
  grid-template-columns: minmax(0, 20rem) minmax(0, 36rem);
  gap: 1rem 4rem;
  padding-top: 1.6rem;
  border-top: 1px solid var(--pb-line);
}
/* What is out of sight is laid out and drawn when it comes into it: a press is answered without it. */
@media screen {
  .group {
    content-visibility: auto;
    contain-intrinsic-height: auto 34rem;
    /* Room for the ring of the focus. */
    overflow-clip-margin: 8px;
  }
}
h2 {
  scroll-margin-top: 6rem;
}
.about {
  align-content: start;
}
@media (max-width: 60rem) {
  .group {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
