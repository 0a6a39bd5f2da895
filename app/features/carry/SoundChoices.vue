<script setup lang="ts">
import { MOST_ROOM_SECONDS, type CarryChoices } from './choices'
import type { SoundFormat } from './soundFiles'
import ChoiceField from '~/shared/ui/ChoiceField.vue'

/** How the session is to sound as a file. */
defineProps<{
  /** Why a format cannot be made here; empty where it can. */
  opusMissing: string
  /** The changes for my health settings, in words; null without any. */
  milderWords: string | null
}>()
const choices = defineModel<CarryChoices>({ required: true })
const set = (change: Partial<CarryChoices>) => (choices.value = { ...choices.value, ...change })

const FORMATS: { value: SoundFormat; name: string }[] = [
  { value: 'mp3', name: 'MP3: plays everywhere' },
  { value: 'opus', name: 'Opus: smaller, for newer players' },
  { value: 'wav', name: 'WAV: large, as it is made' },
]
const SAYS: { value: CarryChoices['says']; name: string }[] = [
  { value: 'all', name: 'the next form, the side and the count' },
  { value: 'changes', name: 'only the next form and the side' },
  { value: 'nothing', name: 'nothing' },
]
const roomId = useId()
const room = (value: number | null) =>
  set({ roomSeconds: Math.min(MOST_ROOM_SECONDS, Math.max(0, Math.round(value ?? 0))) })
</script>

<template>
  <div class="stack">
    <ChoiceField
      label="Kind of file"
      :options="FORMATS"
      :model-value="choices.format"
      @update:model-value="$event && set({ format: $event })"
    >
      <p v-if="choices.format === 'opus' && opusMissing" class="small fault" role="status">{{ opusMissing }}</p>
    </ChoiceField>
    <ChoiceField
      label="It says"
      :options="SAYS"
      :model-value="choices.says"
      @update:model-value="$event && set({ says: $event })"
    />
    <div class="stack ticks">
      <label class="row">
        <ToggleSwitch :model-value="choices.movements" @update:model-value="set({ movements: $event })" />
        the word of each movement, too
      </label>
      <label class="row">
        <ToggleSwitch :model-value="choices.breathTones" @update:model-value="set({ breathTones: $event })" />
        tones that rise and fall with the breath
      </label>
      <label class="row">
        <ToggleSwitch :model-value="choices.bells" @update:model-value="set({ bells: $event })" />
        bells at each change
      </label>
      <label class="row">
        <ToggleSwitch :model-value="choices.sidesApart" @update:model-value="set({ sidesApart: $event })" />
        left heard on the left, right on the right
      </label>
      <label v-if="milderWords !== null" class="row">
        <ToggleSwitch :model-value="choices.milder" @update:model-value="set({ milder: $event })" />
        gentler, for my health settings
      </label>
    </div>
    <p v-if="milderWords && choices.milder" class="small" role="status">{{ milderWords }}</p>
    <div class="field">
      <label :for="roomId">Room to spare before each form, in seconds</label>
      <InputNumber
        :input-id="roomId"
        :model-value="choices.roomSeconds"
        :min="0"
        :max="MOST_ROOM_SECONDS"
        show-buttons
        @update:model-value="room"
      />
      <p class="small soft">A file does not wait: more room leaves time to change the stance or fetch the chair.</p>
    </div>
  </div>
</template>

<style scoped>
.ticks {
  gap: 0.7rem;
}
.ticks .row {
  flex-wrap: nowrap;
}
</style>
