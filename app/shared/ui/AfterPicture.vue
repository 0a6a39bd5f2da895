<script setup lang="ts">
import { afterPicture } from '~/shared/drawing/afterPicture'

/** What is in it comes one picture after what stands around it. */
const isThere = ref(false)
onScopeDispose(afterPicture(() => (isThere.value = true)))
</script>

<template>
  <slot v-if="isThere" />
</template>
