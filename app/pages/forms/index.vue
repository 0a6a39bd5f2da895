<script setup lang="ts">
import FormsScreen from '~/features/forms/FormsScreen.vue'
</script>

<template>
  <FormsScreen />
</template>
