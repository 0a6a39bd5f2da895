<script setup lang="ts">
import CoverageScreen from '~/features/journal/CoverageScreen.vue'
</script>

<template>
  <CoverageScreen />
</template>
