<script setup lang="ts">
import { untilChecks } from '~/shared/store/checking'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { stands } from '~/shared/ui/firstScreen'
import { useNight } from '~/shared/ui/night'
import { rememberForShell } from '~/shared/ui/shell'
import StillOpening from '~/shared/ui/StillOpening.vue'
import LostScreen from '~/shared/ui/LostScreen.vue'

const workspace = useWorkspaceStore()
/** What must be seen of the store is fetched when there is any of it, or once the first screen stands. */
const StoreNotices = defineAsyncComponent(() => import('~/features/exchange/StoreNotices.vue'))
const isToBeSeen = computed(
  () =>
    isTimeForRest.value ||
    workspace.notices.length > 0 ||
    workspace.refused.length > 0 ||
    workspace.wasDeleted ||
    workspace.slow !== '',
)
const exportAll = async () => (await import('~/features/exchange/exportAll')).exportAll()
const night = useNight()
rememberForShell()
const route = useRoute()
// The first screen stands before the rest of years is read, and what things are checked by is fetched.
async function getTheRest() {
  await workspace.untilWhole()
  // Whoever keeps something asks again.
  await untilChecks().catch(() => undefined)
}
const isTimeForRest = computed(() => workspace.opened && (stands.value || route.path !== '/'))
watch(isTimeForRest, (isTime) => void (isTime && requestIdleCallback(() => void getTheRest())), { immediate: true })
/** Whether a page may stand: of what it needs of the store, all is here. */
const mayStand = computed(
  () => route.meta.opensAtOnce || (workspace.opened && (workspace.isFullyLoaded || route.meta.opensEarly === true)),
)
/** One screen that fails stops no other: it is left by any link, or by those that it offers. */
const boundary = useTemplateRef<{ clearError: () => void }>('boundary')
onScopeDispose(useRouter().afterEach(() => boundary.value?.clearError()))
useHead({ htmlAttrs: { class: computed(() => (night.value ? 'night' : '')) } })
// Midnight (or the hour when my day ends) may pass while a page is open.
useIntervalFn(() => workspace.look(), 60_000)
useEventListener(document, 'visibilitychange', () => workspace.look())
</script>

<template>
  <main v-if="workspace.openingFault" class="closed stack">
    <h1>Pebblebrook could not open its store</h1>
    <p>{{ workspace.openingFault }}</p>
    <p>
      Nothing was changed. Private windows and full disks are the usual causes; close other tabs and load the page
      again.
    </p>
  </main>
  <template v-else>
    <StoreNotices v-if="isToBeSeen" />
    <NuxtLayout>
      <NuxtErrorBoundary ref="boundary">
        <!-- Years of sessions come in a moment after the latest: what works with all of them waits. -->
        <NuxtPage v-if="mayStand" />
        <StillOpening v-else-if="!workspace.opened" />
        <p v-else role="status">The journal is being read…</p>
        <template #error="{ error }">
          <LostScreen
            title="This screen could not be shown"
            :why="error.message"
            @leave="navigateTo"
            @export="exportAll"
          />
        </template>
      </NuxtErrorBoundary>
    </NuxtLayout>
  </template>
</template>

<style scoped>
.closed {
  max-width: 40rem;
  margin: 4rem auto;
  padding: 0 1rem;
}
</style>
