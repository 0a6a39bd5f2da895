<script setup lang="ts">
import type { Fault } from '#core/basics'
import { CONDITIONS, type Condition } from '#core/forms'
import { useConcerned } from '~/shared/store/concerned'
import { useSettingsStore } from '~/shared/store/settings'
import { answerFirst } from '~/shared/drawing/afterPicture'
import { useGrowing } from '~/shared/ui/growing'
import SettingGroup from '~/shared/ui/SettingGroup.vue'
import { plural } from '~/shared/words/numbers'
import { CONDITION_WORDS } from '~/shared/words/body'
import PaceDrawing from './PaceDrawing.vue'
import SettingEffect from './SettingEffect.vue'
import SettingNumber from './SettingNumber.vue'
import SettingsDays from './SettingsDays.vue'
import SettingsLicences from './SettingsLicences.vue'
import SettingsPlaces from './SettingsPlaces.vue'
import SettingsRules from './SettingsRules.vue'
import SettingsSound from './SettingsSound.vue'
import SettingsViewing from './SettingsViewing.vue'

const { settings, saveSettings } = useSettingsStore()
useHead({ title: 'Settings · Pebblebrook' })

const faults = ref<Fault[]>([])
const groups = ref<HTMLElement | null>(null)
type Change = Parameters<typeof saveSettings>[0]
async function saveNow(change: Change) {
  faults.value = await saveSettings(change)
}
/** What is pressed shows what it is set to; what that changes, the colours of all that is seen among it, follows. */
const save = (change: Change) => answerFirst(() => saveNow(change))

type BreathField = 'inSeconds' | 'outSeconds'
function savePace(when: 'start' | 'settled', field: BreathField, value: number) {
  save(({ pace }) => ({ pace: { ...pace, [when]: { ...pace[when], [field]: value } } }))
}
const BREATHS = [
  { when: 'start' as const, name: 'when I begin' },
  { when: 'settled' as const, name: 'once settled' },
]
const HALVES: { field: BreathField; name: string }[] = [
  { field: 'inSeconds', name: 'in-breath' },
  { field: 'outSeconds', name: 'out-breath' },
]
const toggleCondition = (condition: Condition) =>
  save(({ conditions }) => ({
    conditions: conditions.includes(condition)
      ? conditions.filter((other) => other !== condition)
      : [...conditions, condition],
  }))
const concerned = useConcerned()

/** What lies below the screen's end comes in the moments after it; all at once for whoever asks for one of them. */
const LATER = ['rules', 'days', 'sound', 'viewing', 'data'] as const
const there = useGrowing(LATER, useRoute().hash ? LATER.length : 1)
</script>

<template>
  <div class="stack">
    <h1>Settings</h1>
    <p v-if="faults.length > 0" class="fault" role="alert">{{ faults.map(({ message }) => message).join(' ') }}</p>
    <SettingsPlaces :root="groups" />
    <div ref="groups" class="groups">
      <SettingGroup id="breath" title="My breath">
        <template #about>
          <PaceDrawing :pace="settings.pace" />
          <SettingEffect />
        </template>
        <div v-for="{ when, name } in BREATHS" :key="when" class="stack tight">
          <h3>{{ name }}</h3>
          <div class="fields">
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
          </div>
        </div>
        <SettingNumber
          label="minutes until it is settled"
          :model-value="settings.pace.settleMinutes"
          :min="0"
          :max="60"
          :decimals="1"
          @save="(settleMinutes) => save(({ pace }) => ({ pace: { ...pace, settleMinutes } }))"
        />
        <div>
          <Button
            label="Measure my breath"
            icon="pi pi-stopwatch"
            severity="secondary"
            @click="navigateTo('/breath')"
          />
        </div>
      </SettingGroup>
      <SettingGroup id="body" title="My body">
        <template #about>
          <p class="small soft">
            What is ticked marks forms with their usual cautions and offers the milder version. It stays on this device.
            Stop at sharp pain, stay in the comfortable range, begin smaller, higher or seated. A doctor or a qualified
            teacher decides what is right for you.
          </p>
          <!-- Always there: what is below it does not move under the finger. -->
          <p class="effect" role="status">
            <template v-if="settings.conditions.length === 0">Nothing is ticked: no form is marked.</template>
            <template v-else>
              {{ plural(concerned.size, 'form') }} {{ concerned.size === 1 ? 'is' : 'are' }} marked for it.
            </template>
          </p>
        </template>
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
      </SettingGroup>

      <SettingsRules @save="saveNow({ rules: $event })" />
      <SettingsDays v-if="there.includes('days')" @save="save($event)" />
      <SettingsSound v-if="there.includes('sound')" @save="save($event)" />
      <SettingsViewing v-if="there.includes('viewing')" @save="save($event)" />
      <slot v-if="there.includes('data')" name="data" />
      <SettingsLicences v-if="there.includes('data')" />
    </div>
  </div>
</template>

<style scoped>
.groups {
  display: grid;
  gap: 2.4rem;
}
.tight {
  gap: 0.3rem;
}
.ticks {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
}
</style>
