<script setup lang="ts">
import type { Fault } from '#core/basics'
import { breathsPerMinute } from '#core/breath'
import { CONDITIONS, type Condition } from '#core/forms'
import type { Settings } from '#core/formats'
import { usePersonStore } from '~/shared/store/person'
import { CONDITION_WORDS } from '~/shared/words/practice'
import SettingNumber from './SettingNumber.vue'
import SettingsDays from './SettingsDays.vue'
import SettingsRules from './SettingsRules.vue'
import SettingsSound from './SettingsSound.vue'
import SettingsViewing from './SettingsViewing.vue'

const person = usePersonStore()
useHead({ title: 'Settings · Pebblebrook' })

const settings = computed(() => person.settings)
const faults = ref<Fault[]>([])
async function save(change: Partial<Settings>) {
  faults.value = await person.saveSettings(change)
}

type BreathField = 'inSeconds' | 'outSeconds'
function savePace(when: 'start' | 'settled', field: BreathField, value: number) {
  const { pace } = settings.value
  void save({ pace: { ...pace, [when]: { ...pace[when], [field]: value } } })
}
const BREATHS = [
  { when: 'start' as const, name: 'when I begin' },
  { when: 'settled' as const, name: 'once settled' },
]
const HALVES: { field: BreathField; name: string }[] = [
  { field: 'inSeconds', name: 'in-breath' },
  { field: 'outSeconds', name: 'out-breath' },
]
const toggleCondition = (condition: Condition) => {
  const { conditions } = settings.value
  void save({
    conditions: conditions.includes(condition)
      ? conditions.filter((other) => other !== condition)
      : [...conditions, condition],
  })
}
</script>

<template>
  <div class="stack">
    <h1>Settings</h1>
    <p v-if="faults.length > 0" class="fault" role="alert">{{ faults.map(({ message }) => message).join(' ') }}</p>
    <div class="columns">
      <section class="stack" aria-labelledby="breath">
        <h2 id="breath">My breath</h2>
        <div v-for="{ when, name } in BREATHS" :key="when" class="stack tight">
          <h3>{{ name }}</h3>
          <div class="row paced">
            <SettingNumber
              v-for="half in HALVES"
              :key="half.field"
              :label="`${half.name}, seconds`"
              :model-value="settings.pace[when][half.field]"
              :min="0.5"
              :max="30"
              :step="0.5"
              :decimals="1"
              stacked
              @save="savePace(when, half.field, $event)"
            />
            <span class="soft">{{ breathsPerMinute(settings.pace[when]).toFixed(1) }} breaths a minute</span>
          </div>
        </div>
        <SettingNumber
          label="minutes until it is settled"
          :model-value="settings.pace.settleMinutes"
          :min="0"
          :max="60"
          :decimals="1"
          @save="save({ pace: { ...settings.pace, settleMinutes: $event } })"
        />
        <div>
          <Button
            label="Measure my breath"
            icon="pi pi-stopwatch"
            severity="secondary"
            @click="navigateTo('/breath')"
          />
        </div>
        <h2 id="body">My body</h2>
        <fieldset class="ticks" aria-labelledby="body">
          <label v-for="condition in CONDITIONS" :key="condition" class="row">
            <input
              type="checkbox"
              :checked="settings.conditions.includes(condition)"
              @change="toggleCondition(condition)"
            />
            {{ CONDITION_WORDS[condition] }}
          </label>
        </fieldset>
        <p class="small soft">
          What is ticked marks forms with their usual cautions and offers the milder version. It stays on this device.
          Stop at sharp pain, stay in the comfortable range, begin smaller, higher or seated. A doctor or a qualified
          teacher decides what is right for you.
        </p>
      </section>

      <SettingsRules @save="save({ rules: $event })" />

      <SettingsDays @save="save($event)" />
      <SettingsSound @save="save($event)" />
      <SettingsViewing @save="save($event)" />
      <slot name="data" />
    </div>
  </div>
</template>

<style scoped>
.columns {
  columns: 30rem 2;
  column-gap: 3.5rem;
}
.columns > :deep(section) {
  break-inside: avoid;
  margin-bottom: 2.4rem;
}
.tight {
  gap: 0.3rem;
}
/* What they come to stands on the line of the figures, not of their names. */
.paced {
  align-items: end;
}
.paced > span {
  line-height: 2.6rem;
}
</style>
