<script setup lang="ts">
import type { Settings } from '#core/formats'
import { PHRASES, TIMBRES, type Cue, type Timbre } from '#core/sound'
import { deviceVoices } from '~/shared/sound/speaker'
import { useTrySound } from '~/shared/sound/trySound'
import { useSettingsStore } from '~/shared/store/settings'
import SettingGroup from '~/shared/ui/SettingGroup.vue'
import OwnBells from './OwnBells.vue'
import SettingChoice from './SettingChoice.vue'
import SettingNumber from './SettingNumber.vue'

/** What a session sounds like, and what is said in it; each can be tried. */
const emit = defineEmits<{ save: [change: Partial<Settings>] }>()
const { settings } = useSettingsStore()
const sound = computed(() => settings.sound)
const voice = computed(() => settings.voice)
const saveSound = (change: Partial<Settings['sound']>) => emit('save', { sound: { ...sound.value, ...change } })
const saveVoice = (change: Partial<Settings['voice']>) => emit('save', { voice: { ...voice.value, ...change } })

const TIMBRE_WORDS: Record<Timbre, string> = { reed: 'reed', water: 'water', bowl: 'rubbed bowl' }
const timbres = TIMBRES.map((value) => ({ value, name: TIMBRE_WORDS[value] }))
const COUNTS = [
  { value: 'all', name: 'every count left' },
  { value: 'left', name: 'the count left, now and then' },
  { value: 'last', name: 'only the last one' },
  { value: 'none', name: 'nothing' },
]
const VOLUMES = [
  { key: 'breathVolume', name: 'Breath tone' },
  { key: 'bellVolume', name: 'Bells' },
  { key: 'voiceVolume', name: 'Voice' },
] as const

const voices = ref(0)
onMounted(() => (voices.value = deviceVoices().length))
const VOICE_FROM = [
  { value: 'device', name: 'the device’s own' },
  { value: 'shipped', name: 'the usual voice' },
] as const

const { play } = useTrySound()
const tryBreath = () =>
  play([
    { kind: 'breath', atSeconds: 0.2, lengthSeconds: 2.5, fromLevel: 0, toLevel: 1, breath: 'in' },
    { kind: 'breath', atSeconds: 2.7, lengthSeconds: 3, fromLevel: 1, toLevel: 0, breath: 'out' },
  ])
const tryVoice = () => {
  const phrases = ['3', PHRASES.more, PHRASES.changeSides].map((text) => ({ text, formId: '', cue: '' }))
  const cue: Cue = { kind: 'voice', atSeconds: 0.2, lengthSeconds: 2, phrases }
  return play([cue])
}
</script>

<template>
  <SettingGroup id="sound" title="Sound and voice">
    <template #about>
      <p class="small soft">
        What a session sounds like, and what is said in it. My own recordings come before any other voice: made on a
        form’s page, or for a whole routine in one sitting, from the list of routines.
      </p>
      <div class="row tries" role="group" aria-label="Try the sounds">
        <Button label="Hear a breath" size="small" severity="secondary" @click="tryBreath" />
        <Button label="Hear the voice" size="small" severity="secondary" @click="tryVoice" />
      </div>
    </template>
    <label class="row">
      <ToggleSwitch :model-value="sound.silent" @update:model-value="saveSound({ silent: $event })" />
      silence
    </label>
    <label class="row">
      <ToggleSwitch :model-value="sound.quiet" @update:model-value="saveSound({ quiet: $event })" />
      quiet, for late hours
    </label>
    <SettingChoice
      label="The breath sounds like"
      :model-value="sound.timbre"
      :options="timbres"
      @save="saveSound({ timbre: $event })"
    />
    <div v-for="{ key, name } in VOLUMES" :key="key" class="field">
      <span :id="key">{{ name }}</span>
      <Slider
        :model-value="Math.round(sound[key] * 100)"
        :aria-labelledby="key"
        @update:model-value="saveSound({ [key]: ($event as number) / 100 })"
      />
    </div>
    <OwnBells />
    <SettingChoice label="Voice" :model-value="voice.from" :options="VOICE_FROM" @save="saveVoice({ from: $event })">
      <p v-if="voice.from === 'device' && voices === 0" class="small soft">
        This device has no English voice of its own, so the usual voice is used.
      </p>
    </SettingChoice>
    <label class="row">
      <ToggleSwitch :model-value="voice.announces" @update:model-value="saveVoice({ announces: $event })" />
      says the next form, the stance and the side
    </label>
    <label class="row">
      <ToggleSwitch :model-value="voice.movements" @update:model-value="saveVoice({ movements: $event })" />
      says the word of each movement
    </label>
    <label class="row">
      <ToggleSwitch :model-value="voice.captions" @update:model-value="saveVoice({ captions: $event })" />
      shows in writing what sounds and what is said
    </label>
    <div class="field inline">
      <label id="counts-said">Says of the count</label>
      <Select
        :model-value="voice.counts"
        :options="COUNTS"
        option-label="name"
        option-value="value"
        aria-labelledby="counts-said"
        @update:model-value="saveVoice({ counts: $event })"
      />
    </div>
    <SettingNumber
      v-if="voice.counts === 'left'"
      label="once in so many repetitions"
      :model-value="voice.every"
      :min="2"
      :max="12"
      @save="saveVoice({ every: $event })"
    />
  </SettingGroup>
</template>

<style scoped>
.tries {
  flex-wrap: wrap;
}
</style>
