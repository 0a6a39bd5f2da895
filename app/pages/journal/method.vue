<script setup lang="ts">
import MethodScreen from '~/features/journal/MethodScreen.vue'
</script>

<template>
  <MethodScreen />
</template>
