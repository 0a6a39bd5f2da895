<script setup lang="ts">
import { percentPhrase } from '~/shared/words/numbers'
import {
  ASSUMED_PIXELS_PER_MILLIMETRE,
  CARD_MILLIMETRES,
  LEAST_ARC_MINUTES,
  arcMinutesOf,
  pixelsPerMillimetre,
} from '#core/basics'
import type { Settings } from '#core/formats'
import { useSettingsStore } from '~/shared/store/settings'
import { useNight } from '~/shared/ui/night'
import { useReadableType } from '~/shared/ui/readableType'
import { openSecondScreen } from '~/shared/ui/secondScreen'
import SettingGroup from '~/shared/ui/SettingGroup.vue'
import SettingChoice from './SettingChoice.vue'
import SettingNumber from './SettingNumber.vue'

/** How the screen is seen while following: from how far, how dense it is, and in which light. */
const emit = defineEmits<{ save: [change: Partial<Settings>] }>()
const { settings } = useSettingsStore()
const viewing = computed(() => settings.viewing)
const save = (change: Partial<Settings['viewing']>) => emit('save', { viewing: { ...viewing.value, ...change } })

const THEMES = [
  { value: 'device', name: 'as the device' },
  { value: 'day', name: 'day' },
  { value: 'night', name: 'night' },
] as const
const CONTRASTS = [
  { value: 'usual', name: 'usual' },
  { value: 'high', name: 'high, while following' },
] as const

const night = useNight()
const measuring = ref(false)
const cardPixels = ref(0)
function measure() {
  cardPixels.value = viewing.value.cardPixels ?? Math.round(CARD_MILLIMETRES.width * ASSUMED_PIXELS_PER_MILLIMETRE)
  measuring.value = true
}
function keep() {
  measuring.value = false
  save({ cardPixels: Math.round(cardPixels.value * 10) / 10 })
}
const cardHeight = computed(() => (cardPixels.value * CARD_MILLIMETRES.height) / CARD_MILLIMETRES.width)

const { pixels } = useReadableType()
/** How tall the large word can be on this screen, for a word of eight letters. */
const { width, height } = useWindowSize()
const reaches = computed(() => {
  const most = Math.min((0.92 * width.value) / (0.58 * 8), 0.13 * height.value)
  const share = Math.min(1, most / pixels.value)
  const { metres, cardPixels: card } = viewing.value
  const millimetres = (pixels.value * share * 0.67) / pixelsPerMillimetre(card)
  return { arc: arcMinutesOf(millimetres, metres), enough: share >= 1 }
})
</script>

<template>
  <SettingGroup id="viewing" title="Display">
    <template #about>
      <p class="small soft" role="status">
        Letters are made large enough to be read from there.
        {{
          reaches.enough
            ? 'On this screen a word of eight letters fits at that size.'
            : `On this screen a word of eight letters fits only at ${percentPhrase(reaches.arc / LEAST_ARC_MINUTES)} of it: stand nearer, or rely on the voice.`
        }}
      </p>
      <p class="sample" :class="{ high: viewing.contrast === 'high', night }" aria-hidden="true">Cloud hands</p>
    </template>
    <SettingNumber
      label="I stand so many metres away"
      :model-value="viewing.metres"
      :min="0.4"
      :max="10"
      :step="0.5"
      :decimals="1"
      @save="save({ metres: $event })"
    />
    <div class="row">
      <Button
        :label="viewing.cardPixels === null ? 'Measure the screen with a card' : 'Measure the screen again'"
        severity="secondary"
        size="small"
        @click="measure"
      />
      <span class="small soft">
        {{
          viewing.cardPixels === null
            ? 'The size of this screen is only guessed.'
            : 'The size of this screen is measured.'
        }}
      </span>
    </div>
    <SettingChoice
      label="Contrast"
      :model-value="viewing.contrast"
      :options="CONTRASTS"
      @save="save({ contrast: $event })"
    />
    <SettingChoice
      label="Light"
      :model-value="settings.theme"
      :options="THEMES"
      @save="emit('save', { theme: $event })"
    />
    <div class="row">
      <Button label="Try your remote" icon="pi pi-wifi" severity="secondary" @click="navigateTo('/remote')" />
      <Button label="Open a second screen" icon="pi pi-desktop" severity="secondary" @click="openSecondScreen" />
    </div>
    <p class="small soft">
      A second screen is another window of this browser, on another screen of this machine if you like. It shows large
      what is followed here; sound and keys stay here.
    </p>

    <Dialog v-model:visible="measuring" modal header="Hold a card to the screen" :draggable="false">
      <p>
        Any bank card or identity card will do: they are all {{ CARD_MILLIMETRES.width }} by
        {{ CARD_MILLIMETRES.height }} mm. Move the slider until the shape is as wide as the card.
      </p>
      <div class="card" :style="{ width: `${cardPixels}px`, height: `${cardHeight}px` }" aria-hidden="true" />
      <label class="field">
        <span>Width of the shape</span>
        <input v-model.number="cardPixels" type="range" min="160" max="900" step="1" />
      </label>
      <template #footer>
        <Button label="Cancel" severity="secondary" text @click="measuring = false" />
        <Button label="It is as wide as the card" @click="keep" />
      </template>
    </Dialog>
  </SettingGroup>
</template>

<style scoped>
/* As the name of a form looks while following. */
.sample {
  padding: 0.4rem 0.8rem;
  font-size: 1.6rem;
  font-weight: 700;
  background: var(--pb-paper);
  border: 1px solid var(--pb-line);
  border-radius: 8px;
}
.sample.high {
  color: #000;
  background: #fff;
}
.sample.high.night {
  color: #fff;
  background: #000;
}
.card {
  margin: 1rem 0;
  max-width: 90vw;
  background: var(--pb-water);
  border: 3px solid var(--pb-water-deep);
  border-radius: 3.5% / 5.5%;
}
input[type='range'] {
  width: 100%;
}
</style>
