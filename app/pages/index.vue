<script setup lang="ts">
import TodayScreen from '~/features/today/TodayScreen.vue'
</script>

<template>
  <TodayScreen />
</template>
