<script setup lang="ts">
import NewFormScreen from '~/features/forms/NewFormScreen.vue'
</script>

<template>
  <NewFormScreen />
</template>
