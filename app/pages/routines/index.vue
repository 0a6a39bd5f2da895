<script setup lang="ts">
import RoutinesScreen from '~/features/routines/RoutinesScreen.vue'
</script>

<template>
  <RoutinesScreen />
</template>
