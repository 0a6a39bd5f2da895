<script setup lang="ts">
import FormScreen from '~/features/forms/FormScreen.vue'
</script>

<template>
  <FormScreen />
</template>
