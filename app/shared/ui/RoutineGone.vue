<script setup lang="ts">
/** In place of what would be done with a routine that is not there, or has nothing in it. */
defineProps<{ title: string }>()
</script>

<template>
  <div class="stack">
    <h1>{{ title }}</h1>
    <p>It may have been removed, or is empty. <NuxtLink to="/routines">All routines</NuxtLink></p>
  </div>
</template>
