<script setup lang="ts">
import CompareScreen from '~/features/routines/CompareScreen.vue'
</script>

<template>
  <CompareScreen />
</template>
