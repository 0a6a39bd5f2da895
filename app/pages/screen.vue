<script setup lang="ts">
import SecondScreen from '~/features/follow/SecondScreen.vue'

definePageMeta({ layout: 'bare', opensEarly: true, isQuiet: true })
</script>

<template>
  <SecondScreen />
</template>
