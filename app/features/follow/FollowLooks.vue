<script setup lang="ts">
import { useSettingsStore } from '~/shared/store/settings'

/** Light and contrast, where they are seen: what is pressed holds at once, and from then on. */
const { settings, saveSettings } = useSettingsStore()
const LIGHTS = [
  { value: 'device', name: 'Light as the device' },
  { value: 'day', name: 'Day' },
  { value: 'night', name: 'Night' },
] as const
const isHigh = computed(() => settings.viewing.contrast === 'high')
const turnContrast = () => saveSettings({ viewing: { ...settings.viewing, contrast: isHigh.value ? 'usual' : 'high' } })
</script>

<template>
  <div class="looks" role="group" aria-label="How it looks">
    <button
      v-for="{ value, name } in LIGHTS"
      :key="value"
      type="button"
      :aria-pressed="settings.theme === value"
      @click="saveSettings({ theme: value })"
    >
      {{ name }}
    </button>
    <button type="button" :aria-pressed="isHigh" @click="turnContrast">High contrast</button>
  </div>
</template>

<style scoped>
.looks {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
}
button {
  min-height: 2.75rem;
  padding: 0.3rem 0.8rem;
  font: inherit;
  color: var(--pb-ink);
  background: var(--pb-raised);
  border: 1px solid var(--pb-line);
  border-radius: 8px;
  cursor: pointer;
}
button:hover {
  background: var(--pb-water);
}
button[aria-pressed='true'] {
  border: 2px solid var(--pb-water-deep);
  font-weight: 650;
}
</style>
