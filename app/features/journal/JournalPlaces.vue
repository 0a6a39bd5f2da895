<script setup lang="ts">
/** The ways from one part of the journal to the others. */
const PLACES = [
  { to: '/journal', name: 'Day by day' },
  { to: '/journal/coverage', name: 'Balance' },
  { to: '/journal/growth', name: 'Progress' },
  { to: '/journal/good', name: 'Does it help?' },
  { to: '/journal/trials', name: 'Compare two options' },
  { to: '/journal/review', name: 'Review' },
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
