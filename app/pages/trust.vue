<script setup lang="ts">
import TrustScreen from '~/features/settings/TrustScreen.vue'
</script>

<template>
  <TrustScreen />
</template>
