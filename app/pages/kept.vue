<script setup lang="ts">
import KeptScreen from '~/features/today/KeptScreen.vue'
</script>

<template>
  <KeptScreen />
</template>
