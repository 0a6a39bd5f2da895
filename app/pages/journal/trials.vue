<script setup lang="ts">
import TrialsScreen from '~/features/journal/TrialsScreen.vue'
</script>

<template>
  <TrialsScreen />
</template>
