<script setup lang="ts">
import WeekScreen from '~/features/week/WeekScreen.vue'
</script>

<template>
  <WeekScreen />
</template>
