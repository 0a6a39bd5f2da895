<script setup lang="ts">
import SeriesScreen from '~/features/series/SeriesScreen.vue'
</script>

<template>
  <SeriesScreen />
</template>
