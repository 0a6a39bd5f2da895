<script setup lang="ts">
import SeasonsRunning from '~/features/seasons/SeasonsRunning.vue'
import WeekScreen from '~/features/week/WeekScreen.vue'
</script>

<template>
  <WeekScreen>
    <template #seasons><SeasonsRunning /></template>
  </WeekScreen>
</template>
