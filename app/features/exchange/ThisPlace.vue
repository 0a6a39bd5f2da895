<script setup lang="ts">
/** How this page was come by, and what follows from it: whether it opens without a network, and what a page that is not secure cannot do. */
const pwa = usePWA()
const isSecure = window.isSecureContext
/** Whether the page itself is in this browser's cache; null until that is known. */
const isCached = ref<boolean | null>(null)
const look = async () => void (isCached.value = (await caches.match('/', { ignoreSearch: true })) !== undefined)
onMounted(() => void (isSecure && look().catch(() => (isCached.value = false))))
watch(() => pwa?.offlineReady, look)
const isKept = computed(() => pwa?.swActivated === true && isCached.value === true)
const isCleared = computed(() => pwa?.swActivated === true && isCached.value === false)
/** Without its service worker, the next load fetches everything anew. */
async function cacheAgain() {
  for (const each of await navigator.serviceWorker.getRegistrations()) await each.unregister()
  window.location.reload()
}
/** Whether the address is another device of the house. */
const isOfHouse = !/^(localhost|127\.|\[::1\])/.test(window.location.host)
</script>

<template>
  <p v-if="!isSecure" class="small">
    This page came over plain <i>http</i> from another device, which a browser does not trust: it cannot keep the screen
    awake, use the microphone (claps, own voice), or open without the network. All else works. Opened by
    <i>https</i> (<code>npm start -- --lan</code>) it can do these too.
  </p>
  <p v-else-if="isKept" class="small soft">
    Pebblebrook is kept in this browser and opens without a network. To have it among the applications of this device,
    choose “Install” or “Add to home screen” in the browser’s menu.
  </p>
  <p v-else-if="isCleared" class="small">
    The browser’s copy of Pebblebrook was cleared: it opens only while the address can be reached.
    <Button label="Store it again" size="small" severity="secondary" text @click="cacheAgain" />
  </p>
  <p v-else class="small soft">
    Pebblebrook is not kept in this browser yet: it opens only where the address is reached.
    <template v-if="pwa?.registrationError">
      The browser refused to store it, as it does where a certificate is not trusted.
    </template>
    <NuxtLink v-if="isOfHouse" to="/trust">Trust this server’s certificate</NuxtLink>
  </p>
</template>
