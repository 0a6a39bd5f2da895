<script setup lang="ts">
import FollowScreen from '~/features/follow/FollowScreen.vue'
import { onlyWithSession } from '~/features/follow/onlyWithSession'

definePageMeta({
  layout: 'bare',
  opensEarly: true,
  isQuiet: true,
  middleware: onlyWithSession,
})
</script>

<template>
  <FollowScreen />
</template>
