<script setup lang="ts">
import CardScreen from '~/features/routines/CardScreen.vue'
</script>

<template>
  <CardScreen />
</template>
