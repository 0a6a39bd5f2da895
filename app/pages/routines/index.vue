<script setup lang="ts">
import RoutinesScreen from '~/features/routines/RoutinesScreen.vue'
import SeriesList from '~/features/series/SeriesList.vue'
</script>

<template>
  <RoutinesScreen>
    <template #series><SeriesList /></template>
  </RoutinesScreen>
</template>
