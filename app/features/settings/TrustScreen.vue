<script setup lang="ts">
import { atBase } from '~/shared/atBase'

/** How a phone of the house trusts the certificate of this server, told on the phone itself. */
useHead({ title: 'Trust this server · Pebblebrook' })
const address = window.location.host
/** Whether this server has a certificate of its own; null until that is known. */
const hasCertificate = ref<boolean | null>(null)
const fault = ref('')
onMounted(async () => {
  try {
    hasCertificate.value = (await fetch(atBase('api/certificate'), { method: 'HEAD' })).ok
  } catch {
    fault.value = 'The server did not answer. Load this page again while it can be reached.'
  }
})

/** Names of menus as they are from memory; they differ between versions. */
const SYSTEMS: { name: string; steps: string[] }[] = [
  {
    name: 'iPhone and iPad',
    steps: [
      'In Safari, open the link above and allow the download.',
      'Open Settings, General, VPN & Device Management, and install “Pebblebrook in this house”.',
      'Open Settings, General, About, Certificate Trust Settings, and turn it on there, too.',
      'Load this page again.',
    ],
  },
  {
    name: 'Android',
    steps: [
      'Open the link above; the file pebblebrook.crt is saved.',
      'Open Settings and search for “CA certificate”. It is under Security, Encryption & credentials, Install a certificate.',
      'Choose CA certificate, Install anyway, and the file.',
      'Close the browser, open it again and load this page.',
    ],
  },
  {
    name: 'Mac',
    steps: [
      'Open the link above, and open the file: it goes into Keychain Access.',
      'Open “Pebblebrook in this house” there, and under Trust choose “Always Trust”.',
      'Load this page again.',
    ],
  },
  {
    name: 'Windows',
    steps: [
      'Open the link above, open the file, and choose Install Certificate.',
      'Place it in the store “Trusted Root Certification Authorities”.',
      'Close the browser, open it again and load this page.',
    ],
  },
  {
    name: 'Firefox on a computer',
    steps: [
      'Open the link above.',
      'Open Settings, Privacy & Security, View Certificates, Authorities, Import, and choose the file.',
      'Check “Trust this CA to identify websites”, and load this page again.',
    ],
  },
]
</script>

<template>
  <div class="stack">
    <NuxtLink to="/settings#data">Settings</NuxtLink>
    <h1>Trust this server</h1>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="hasCertificate === false" role="status">
      This server has no certificate of its own to trust. It has one when it is started for the house with
      <code>npm start -- --lan</code>.
    </p>
    <template v-else-if="hasCertificate">
      <p>
        The browser warns because the computer that runs Pebblebrook made its certificate itself. Once this device
        trusts it, the warning is gone, and Pebblebrook opens without the network, too.
      </p>
      <p>
        <a :href="atBase('api/certificate')" download="pebblebrook.crt">Download the certificate</a>
      </p>
      <p class="small soft">
        Do this only if the address is the one that the computer showed: {{ address }}. The key that signed the
        certificate was deleted when it was made: it stands for that computer, and can vouch for nothing else.
      </p>
      <section v-for="system in SYSTEMS" :key="system.name" class="stack tight">
        <h2>{{ system.name }}</h2>
        <ol class="steps">
          <li v-for="step in system.steps" :key="step">{{ step }}</li>
        </ol>
      </section>
      <p class="small soft">Menus have other names in some versions.</p>
      <p>
        If the computer gets another address, or after about a year, it makes a new certificate: then the warning comes
        back, and these steps are needed again. Delete the old certificate in the same place.
      </p>
    </template>
  </div>
</template>

<style scoped>
.steps {
  list-style: decimal;
  padding-left: 1.6rem;
  margin: 0;
}
</style>
