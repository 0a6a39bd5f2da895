<script setup lang="ts">
import BreathScreen from '~/features/breath/BreathScreen.vue'
</script>

<template>
  <BreathScreen />
</template>
