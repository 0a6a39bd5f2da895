<script setup lang="ts">
/** How this page was come by, and what follows from it: whether it opens without a network, and what a page that is not secure cannot do. */
const pwa = usePWA()
const isSecure = window.isSecureContext
const isKept = computed(() => pwa?.swActivated === true || pwa?.offlineReady === true)
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
  <p v-else class="small soft">
    Pebblebrook is not kept in this browser yet: it opens only where the address is reached.
    <template v-if="pwa?.registrationError"
      >The browser refused to keep it, as it does where a certificate is not trusted.</template
    >
  </p>
</template>
