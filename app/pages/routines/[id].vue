<script setup lang="ts">
import RoutineScreen from '~/features/routines/RoutineScreen.vue'
</script>

<template>
  <RoutineScreen />
</template>
