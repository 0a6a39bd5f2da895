<script setup lang="ts">
import type { RestPlanEntry } from '#core/journal'
import type { Settings } from '#core/formats'
import { useJournalStore } from '~/shared/store/journal'
import { useSettingsStore } from '~/shared/store/settings'
import { WEEKDAY_WORDS, dayPhrase } from '~/shared/words/time'
import SettingGroup from '~/shared/ui/SettingGroup.vue'
import SettingNumber from './SettingNumber.vue'

/** When my day ends, what counts as practised, which days may be left out, and what I aim at in a week. */
const emit = defineEmits<{ save: [change: Partial<Settings>] }>()
const journal = useJournalStore()
const { settings } = useSettingsStore()
const latest = computed<RestPlanEntry>(() => settings.restPlan.at(-1) ?? { fromDay: journal.today, weekdays: [] })

/** New rules hold from today; the days before keep theirs. A number of nothing is no rule. */
function change(rules: Partial<RestPlanEntry>) {
  const before = settings.restPlan.filter(({ fromDay }) => fromDay !== journal.today)
  const next = { ...latest.value, ...rules, fromDay: journal.today }
  const said = Object.fromEntries(Object.entries(next).filter(([, value]) => value !== 0)) as unknown as RestPlanEntry
  emit('save', { restPlan: [...before, said] })
}
function toggleRest(weekday: number) {
  const { weekdays } = latest.value
  change({
    weekdays: weekdays.includes(weekday)
      ? weekdays.filter((other) => other !== weekday)
      : [...weekdays, weekday].sort(),
  })
}
/** Before any practice: rules from this day on hold for all that there is. */
const EVER = '1900-01-01'
const holdsForAll = computed(() => settings.restPlan.length === 0 || latest.value.fromDay === EVER)
const holdForAll = () => emit('save', { restPlan: [{ ...latest.value, fromDay: EVER }] })

const DAY_ENDS = Array.from({ length: 7 }, (_, hour) => ({
  value: hour,
  name: hour === 0 ? 'midnight' : `${hour} in the night`,
}))
</script>

<template>
  <SettingGroup id="days" title="My days">
    <template #about>
      <p v-if="holdsForAll" class="small soft">These rules hold for all days. What is changed holds from today on.</p>
      <template v-else>
        <p class="small soft">These rules hold from {{ dayPhrase(latest.fromDay) }} on; the days before keep theirs.</p>
        <div>
          <Button size="small" severity="secondary" label="Apply to earlier days too" @click="holdForAll" />
        </div>
      </template>
    </template>
    <div class="field inline">
      <label id="day-ends">My day ends at</label>
      <Select
        :model-value="settings.dayEndsAtHour"
        :options="DAY_ENDS"
        option-label="name"
        option-value="value"
        aria-labelledby="day-ends"
        @update:model-value="emit('save', { dayEndsAtHour: $event })"
      />
    </div>
    <fieldset class="ticks">
      <legend class="label">Planned rest</legend>
      <label v-for="(name, index) in WEEKDAY_WORDS" :key="name" class="row">
        <input type="checkbox" :checked="latest.weekdays.includes(index + 1)" @change="toggleRest(index + 1)" />
        {{ name }}
      </label>
    </fieldset>
    <SettingNumber
      label="Days a week that may be left out besides"
      :model-value="latest.restDaysAWeek ?? 0"
      :min="0"
      :max="6"
      @save="change({ restDaysAWeek: $event })"
    />
    <p class="small soft">
      A session counts from one minute on, and a form when it was done to its end, or for a minute. What is shorter
      stays in the journal and counts for no day, streak or learning.
    </p>
    <SettingNumber
      label="A day counts from so many minutes (0: any session of a minute)"
      :model-value="latest.leastMinutes ?? 0"
      :min="0"
      :max="600"
      @save="change({ leastMinutes: $event })"
    />
    <SettingNumber
      label="I aim at so many days a week (0: none)"
      :model-value="latest.aimDaysAWeek ?? 0"
      :min="0"
      :max="7"
      @save="change({ aimDaysAWeek: $event })"
    />
    <SettingNumber
      label="I aim at so many minutes a week (0: none)"
      :model-value="latest.aimMinutesAWeek ?? 0"
      :min="0"
      :max="6000"
      :step="10"
      @save="change({ aimMinutesAWeek: $event })"
    />
  </SettingGroup>
</template>
