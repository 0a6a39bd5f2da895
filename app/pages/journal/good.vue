<script setup lang="ts">
import BenefitScreen from '~/features/journal/BenefitScreen.vue'
</script>

<template>
  <BenefitScreen />
</template>
