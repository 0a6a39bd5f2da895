<script setup lang="ts">
import { fileSizePhrase } from '~/shared/words/numbers'

/** Whether the browser may clear the store by itself, and how much room there is. */
const persisted = ref<boolean | null>(null)
const estimate = shallowRef<StorageEstimate | null>(null)
async function look() {
  if (!('storage' in navigator)) return
  persisted.value = await navigator.storage.persisted()
  estimate.value = await navigator.storage.estimate()
}
async function ask() {
  persisted.value = await navigator.storage.persist()
}
// A browser that does not answer is said nothing of.
onMounted(() => void look().catch(() => undefined))
</script>

<template>
  <p v-if="persisted !== null" class="small soft">
    <template v-if="persisted">This browser keeps the store for good, and clears it only when you do.</template>
    <template v-else> This browser may clear the store when room is short. Export now and then. </template>
    <template v-if="estimate?.usage !== undefined && estimate.quota">
      It holds {{ fileSizePhrase(estimate.usage) }} of {{ fileSizePhrase(estimate.quota) }}.
    </template>
    <Button
      v-if="!persisted"
      label="Protect my data from being cleared"
      size="small"
      severity="secondary"
      text
      @click="ask"
    />
  </p>
</template>
