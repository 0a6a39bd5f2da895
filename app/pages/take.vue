<script setup lang="ts">
import TakeScreen from '~/features/handover/TakeScreen.vue'
</script>

<template>
  <TakeScreen />
</template>
