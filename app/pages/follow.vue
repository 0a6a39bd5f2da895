<script setup lang="ts">
import FollowScreen from '~/features/follow/FollowScreen.vue'
import { useFollowStore } from '~/shared/store/follow'

definePageMeta({
  layout: 'bare',
  opensEarly: true,
  isQuiet: true,
  // Nothing laid out to follow, as after a reload: Today offers what was interrupted.
  middleware: () => (useFollowStore().state ? undefined : navigateTo('/', { replace: true })),
})
</script>

<template>
  <FollowScreen />
</template>
