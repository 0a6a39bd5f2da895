<script setup lang="ts">
/** The ways from one part of the journal to the others. */
const PLACES = [
  { to: '/journal', name: 'Day by day' },
  { to: '/journal/coverage', name: 'What is covered' },
  { to: '/journal/growth', name: 'What grows' },
  { to: '/journal/good', name: 'Does it do me good?' },
  { to: '/journal/trials', name: 'A trial of my own' },
  { to: '/journal/review', name: 'Look back' },
]
</script>

<template>
  <nav class="places" aria-label="In the journal">
    <NuxtLink v-for="{ to, name } in PLACES" :key="to" :to="to">{{ name }}</NuxtLink>
  </nav>
</template>

<style scoped>
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.4rem;
}
.places a {
  display: inline-flex;
  align-items: center;
  min-height: 2.6rem;
}
.places a[aria-current='page'] {
  color: var(--pb-ink);
  font-weight: 700;
  text-decoration: none;
}
@media print {
  .places {
    display: none;
  }
}
</style>
