<script setup lang="ts">
import JournalScreen from '~/features/journal/JournalScreen.vue'
</script>

<template>
  <JournalScreen />
</template>
