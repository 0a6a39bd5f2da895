<script setup lang="ts">
import CarryScreen from '~/features/carry/CarryScreen.vue'
import CarryWeekScreen from '~/features/carry/CarryWeekScreen.vue'

const route = useRoute()
</script>

<template>
  <CarryWeekScreen v-if="route.query.week" />
  <CarryScreen v-else />
</template>
