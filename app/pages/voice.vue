<script setup lang="ts">
import VoiceScreen from '~/features/voice/VoiceScreen.vue'
</script>

<template>
  <VoiceScreen />
</template>
