<script setup lang="ts">
import SeasonScreen from '~/features/seasons/SeasonScreen.vue'
</script>

<template>
  <SeasonScreen />
</template>
