<script setup lang="ts">
import RemoteScreen from '~/features/settings/RemoteScreen.vue'
</script>

<template>
  <RemoteScreen />
</template>
