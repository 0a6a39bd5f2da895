<script setup lang="ts">
import { FIVE_PHASES, type FivePhase } from '#core/forms'
import {
  DAY_TIMES,
  MISSED_RULES,
  phasesFrom,
  WEEK_LIMITS,
  type DayTime,
  type PlannedSession,
  type Pause,
  type Turn,
  type WeekRules,
} from '#core/plan'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { WEEKDAY_WORDS, shortDayPhrase } from '~/shared/words/time'
import WeekCalendar from './WeekCalendar.vue'
import { DAY_TIME_WORDS, MISSED_WORDS, PAUSE_WORDS, phaseWord, turnWord } from './weekWords'

/** What is said once of all weeks: what becomes of what is missed, the hours that I have, what turns, what I aim at, and pauses. */
const props = defineProps<{
  rules: WeekRules
  from: string
  nameOf: (laid: PlannedSession) => string
  secondsOf: (laid: PlannedSession) => number
}>()
const emit = defineEmits<{ pause: [day: string, lastDay: string, why: Pause['why']] }>()
const library = useLibraryStore()
const journal = useJournalStore()
const { saveSettings } = useSettingsStore()
const fault = ref('')
async function save(change: Partial<WeekRules>) {
  const faults = await saveSettings({ week: { ...props.rules, ...change } })
  fault.value = faults[0] ? `Not kept. ${faults[0].message}` : ''
}

const missed = MISSED_RULES.map((value) => ({ value, name: MISSED_WORDS[value] }))

const NONE = Array.from({ length: 7 }, () => 0)
const minutes = computed(() => props.rules.minutes ?? { morning: NONE, evening: NONE })
function setMinutes(time: DayTime, at: number, value: number | null) {
  const those = minutes.value[time].map((each, index) => (index === at ? (value ?? 0) : each))
  void save({ minutes: { ...minutes.value, [time]: those } })
}
function setAt(time: DayTime, value: string) {
  if (/^([01]\d|2[0-3]):[0-5]\d$/.test(value))
    void save({ at: { ...props.rules.at, [time]: value }, changes: props.rules.changes + 1 })
}

/* What turns: nothing, the phases from one of them, or routines in an order. */
type TurnKind = 'none' | 'phases' | 'routines'
const kind = computed<TurnKind>(() =>
  props.rules.rotation === null ? 'none' : props.rules.rotation.turns[0]?.kind === 'phase' ? 'phases' : 'routines',
)
const KINDS = [
  { value: 'none', name: 'nothing' },
  { value: 'phases', name: 'the five phases' },
  { value: 'routines', name: 'routines of mine' },
] as const
const phases = FIVE_PHASES.map((value) => ({ value, name: phaseWord(value) }))
const turns = computed(() => props.rules.rotation?.turns ?? [])
const firstPhase = computed<FivePhase | undefined>(() =>
  turns.value[0]?.kind === 'phase' ? turns.value[0].phase : undefined,
)
const startOn = (next: Turn[]) => save({ rotation: next.length > 0 ? { startDay: journal.today, turns: next } : null })
function setKind(next: TurnKind | undefined) {
  if (next === 'none') void save({ rotation: null })
  else if (next === 'phases') void startOn(phasesFrom('wood'))
  else void startOn(library.routines.slice(0, 2).map(({ id }) => ({ kind: 'routine', routineId: id })))
}
const routineName = (id: string) => library.routines.find((each) => each.id === id)?.name ?? 'a deleted routine'
const routines = computed(() => library.routines.map(({ id, name }) => ({ value: id, name })))
const addTurn = (routineId: string | undefined) =>
  routineId && startOn([...turns.value, { kind: 'routine', routineId }])

/* Forms that I want so many times. */
const forms = computed(() => library.forms.map(({ id, name }) => ({ value: id, name })))
function aimAt(formId: string, times: number) {
  const others = props.rules.forms.filter((each) => each.formId !== formId)
  void save({ forms: times > 0 ? [...others, { formId, times }] : others })
}

/* A pause. */
const pauseFrom = ref(journal.today)
const pauseTo = ref(journal.today)
const why = ref<Pause['why']>('holiday')
const whys = (['holiday', 'illness', 'rest'] as const).map((value) => ({ value, name: PAUSE_WORDS[value] }))
const canPause = computed(() => pauseFrom.value !== '' && pauseFrom.value <= pauseTo.value)
</script>

<template>
  <details class="rules">
    <summary><h2>What holds for every week</h2></summary>
    <div class="stack">
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
      <div class="fields">
        <ChoiceField
          :model-value="rules.missed"
          label="Missed sessions"
          :options="missed"
          @update:model-value="$event && save({ missed: $event })"
        />
        <div v-for="time in DAY_TIMES" :key="time" class="field">
          <label :for="`at-${time}`">In the {{ DAY_TIME_WORDS[time] }} I begin at</label>
          <InputText
            :id="`at-${time}`"
            type="time"
            :model-value="rules.at[time]"
            @update:model-value="setAt(time, $event ?? '')"
          />
        </div>
      </div>
      <fieldset>
        <legend class="label">Minutes available ({{ rules.minutes ? '0: none' : 'blank: as usual' }})</legend>
        <div class="hours">
          <template v-for="time in DAY_TIMES" :key="time">
            <span class="of">{{ DAY_TIME_WORDS[time] }}</span>
            <div v-for="(name, at) in WEEKDAY_WORDS" :key="name" class="hour">
              <label :for="`have-${time}-${at}`">{{ name.slice(0, 3) }}</label>
              <InputNumber
                :model-value="rules.minutes ? minutes[time][at] : null"
                placeholder="–"
                :input-id="`have-${time}-${at}`"
                :aria-label="`${name} ${time}`"
                :min="0"
                :max="WEEK_LIMITS.minutes"
                @update:model-value="setMinutes(time, at, $event)"
              />
            </div>
          </template>
        </div>
      </fieldset>
      <p class="small soft">
        Days and minutes that I aim at, and weekly days of rest, are in
        <NuxtLink to="/settings#days">my days</NuxtLink>.
      </p>

      <div class="fields">
        <ChoiceField :model-value="kind" label="Rotate daily" :options="KINDS" @update:model-value="setKind" />
        <ChoiceField
          v-if="kind === 'phases'"
          :model-value="firstPhase"
          label="Today is"
          :options="phases"
          @update:model-value="$event && startOn(phasesFrom($event))"
        />
        <ChoiceField
          v-if="kind === 'routines'"
          :model-value="undefined"
          once
          label="Another in the order"
          :options="routines"
          placeholder="a routine"
          @update:model-value="addTurn"
        />
      </div>
      <p v-if="turns.length > 0" class="small">
        From {{ shortDayPhrase(rules.rotation!.startDay) }}:
        {{ turns.map((turn) => turnWord(turn, routineName)).join(', ') }}, and again.
        <Button
          v-if="kind === 'routines' && turns.length > 1"
          label="Without the last"
          size="small"
          severity="secondary"
          text
          @click="startOn(turns.slice(0, -1))"
        />
      </p>

      <div class="fields">
        <ChoiceField
          :model-value="undefined"
          once
          search
          label="A form that is to come every week"
          :options="forms"
          placeholder="a form"
          @update:model-value="$event && aimAt($event, 2)"
        />
      </div>
      <ul v-if="rules.forms.length > 0" class="aims">
        <li v-for="each in rules.forms" :key="each.formId" class="row">
          <label :for="`aim-${each.formId}`"
            >{{ library.formsById.get(each.formId)?.name ?? 'a deleted form' }}, times a week</label
          >
          <InputNumber
            :model-value="each.times"
            :input-id="`aim-${each.formId}`"
            :min="0"
            :max="14"
            @update:model-value="aimAt(each.formId, $event ?? 0)"
          />
          <Button label="Delete" size="small" severity="secondary" text @click="aimAt(each.formId, 0)" />
        </li>
      </ul>

      <WeekCalendar :rules="rules" :from="from" :name-of="nameOf" :seconds-of="secondsOf" @save="save" />

      <fieldset class="stack">
        <legend class="label">Time off: your streak continues</legend>
        <div class="fields">
          <ChoiceField v-model="why" label="Why" :options="whys" />
          <div class="field">
            <label for="pause-from">From</label>
            <InputText id="pause-from" v-model="pauseFrom" type="date" />
          </div>
          <div class="field">
            <label for="pause-to">To</label>
            <InputText id="pause-to" v-model="pauseTo" type="date" />
          </div>
          <Button
            label="Pause"
            severity="secondary"
            :disabled="!canPause"
            @click="emit('pause', pauseFrom, pauseTo, why)"
          />
        </div>
      </fieldset>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
summary h2 {
  display: inline;
}
.rules > .stack {
  padding-top: 1rem;
}
fieldset {
  border: none;
  padding: 0;
  margin: 0;
}
.hours {
  display: grid;
  grid-template-columns: 5rem repeat(7, minmax(0, 1fr));
  gap: 0.5rem;
  align-items: end;
  max-width: 46rem;
}
.hour {
  display: grid;
  gap: 0.2rem;
  font-size: 0.9rem;
}
.hours :deep(input) {
  width: 100%;
}
.of {
  padding-bottom: 0.5rem;
}
.aims {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.4rem;
}
.aims :deep(input) {
  width: 5rem;
}
@media (max-width: 820px) {
  .hours {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
  .of {
    grid-column: 1 / -1;
    padding: 0;
  }
}
</style>
