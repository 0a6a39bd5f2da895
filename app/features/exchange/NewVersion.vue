<script setup lang="ts">
import { sessionsFollowed } from '~/shared/store/tabs'

/**
 * A newer version has come and waits. It is said, and taken when asked for; never while a session runs, here or in another window, as taking it
 * loads all of them again. It is also taken when the last window is closed.
 */
const pwa = usePWA()
const route = useRoute()
/** Where a session is led, or has just ended, nothing lies in the way. */
const isQuiet = computed(() => route.meta.isQuiet === true)
const isTaking = ref(false)
const runs = ref(false)
const isPutAway = ref(false)

async function take() {
  runs.value = (await sessionsFollowed()).size > 0
  if (runs.value) return
  isTaking.value = true
  await pwa?.updateServiceWorker(true)
}
</script>

<template>
  <section v-if="pwa?.needRefresh && !isPutAway && !isQuiet" class="notice" role="status" aria-label="A newer version">
    <p>
      A newer version is ready. Your data is unchanged.
      <template v-if="runs">A session is running: update after it.</template>
    </p>
    <div class="row">
      <Button label="Update now" size="small" :loading="isTaking" @click="take" />
      <Button label="Later" size="small" severity="secondary" text @click="isPutAway = true" />
    </div>
  </section>
</template>
