<script setup lang="ts">
import type { NuxtError } from '#app'
import { exportAll } from '~/features/exchange/exportAll'
import LostScreen from '~/shared/ui/LostScreen.vue'
import { useWorkspaceStore } from '~/shared/store/workspace'

/** Where nothing else could be shown. */
const props = defineProps<{ error: NuxtError }>()
const workspace = useWorkspaceStore()
const isMissing = computed(() => props.error.statusCode === 404)
/** Where the store was not opened, nothing may be shown as if it were empty: all is begun anew. */
const leave = (to: string) =>
  workspace.opened ? clearError({ redirect: to }) : reloadNuxtApp({ path: to, force: true })
</script>

<template>
  <main class="whole">
    <LostScreen
      :title="isMissing ? 'There is no such page' : 'This screen could not be shown'"
      :why="isMissing ? '' : error.message"
      :is-closed="!workspace.opened"
      @leave="leave"
      @export="exportAll()"
    />
  </main>
</template>

<style scoped>
.whole {
  max-width: 76rem;
  margin: 0 auto;
  padding: 2rem clamp(1rem, 3vw, 2.5rem);
}
</style>
