<script setup lang="ts">
import SeasonsScreen from '~/features/seasons/SeasonsScreen.vue'
</script>

<template>
  <SeasonsScreen />
</template>
