<script setup lang="ts">
import ProposeScreen from '~/features/routines/ProposeScreen.vue'
</script>

<template>
  <ProposeScreen />
</template>
