<script setup lang="ts">
import ReviewScreen from '~/features/journal/ReviewScreen.vue'
</script>

<template>
  <ReviewScreen />
</template>
