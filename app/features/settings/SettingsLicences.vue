<script setup lang="ts">
import { atBase } from '~/shared/atBase'
import SettingGroup from '~/shared/ui/SettingGroup.vue'

/** Made by the build from what it ships. */
const FILE = 'third-party-notices.txt'
const text = ref('')
const fault = ref('')
const shown = useTemplateRef<HTMLElement>('shown')
async function show() {
  fault.value = ''
  try {
    const answer = await fetch(atBase(FILE))
    if (!answer.ok) throw new Error(`The answer was ${answer.status}.`)
    text.value = await answer.text()
    // The button that had the focus is gone.
    await nextTick()
    shown.value?.focus()
  } catch (error) {
    fault.value = `The licences could not be loaded. ${(error as Error).message}`
  }
}
</script>

<template>
  <SettingGroup id="licences" title="Licences">
    <template #about>
      <p class="small soft">Pebblebrook uses work by others: libraries, a font, a voice and sound encoders.</p>
    </template>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <pre v-if="text" ref="shown" class="small" tabindex="0" role="region" aria-label="Licences of others">{{
      text
    }}</pre>
    <div v-else><Button label="Show licences" severity="secondary" @click="show" /></div>
  </SettingGroup>
</template>

<style scoped>
pre {
  max-height: 24rem;
  margin: 0;
  overflow: auto;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
</style>
