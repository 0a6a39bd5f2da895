<script setup lang="ts">
import GrowthScreen from '~/features/journal/GrowthScreen.vue'
</script>

<template>
  <GrowthScreen />
</template>
