<script setup lang="ts">
import HandAllScreen from '~/features/handover/HandAllScreen.vue'
import HandOverScreen from '~/features/handover/HandOverScreen.vue'

const route = useRoute()
</script>

<template>
  <HandAllScreen v-if="route.query.all" />
  <HandOverScreen v-else />
</template>
