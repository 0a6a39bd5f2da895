<script setup lang="ts">
import { addDays } from '#core/journal'
import { WEEK_LIMITS, type DayTime, type PlannedSession, type PlannedWhat, type PlannedPractice } from '#core/plan'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { durationPhrase, weekdayPhrase } from '~/shared/words/time'
import { DAY_TIME_WORDS, placePhrase } from './weekWords'

/** One place of the week: what lies there, changed; or something that is laid there. */
const props = defineProps<{
  day: string
  time: DayTime
  practice: PlannedPractice | null
  name: string
  seconds: number
  days: readonly string[]
  today: string
}>()
const emit = defineEmits<{
  lay: [laid: Pick<PlannedSession, 'what' | 'minutes' | 'weekly'>]
  edit: [change: Partial<Pick<PlannedSession, 'what' | 'minutes' | 'weekly'>>]
  move: [to: { day: string; time: DayTime }]
  takeOff: [always: boolean]
  rest: []
  begin: []
  close: []
}>()
const library = useLibraryStore()
const plan = usePlanStore()

const WHATS = computed(() => [
  ...library.routines.map(({ id, name }) => ({ value: `routine/${id}`, name })),
  ...library.series.map(({ id, name }) => ({ value: `series/${id}`, name: `${name} (what is next)` })),
  ...plan.seasons.map(({ id, name }) => ({ value: `season/${id}`, name: `${name} (season)` })),
])
function keyOf(what: PlannedWhat): string {
  const id = what.kind === 'routine' ? what.routineId : what.kind === 'series' ? what.seriesId : what.seasonId
  return `${what.kind}/${id}`
}
function whatOf(key: string): PlannedWhat {
  const id = key.slice(key.indexOf('/') + 1)
  if (key.startsWith('routine/')) return { kind: 'routine', routineId: id }
  return key.startsWith('series/') ? { kind: 'series', seriesId: id } : { kind: 'season', seasonId: id }
}
const what = ref<string | undefined>()
const minutes = ref<number | null>(null)
const everyWeek = ref(false)
watch(
  () => [props.day, props.time, props.practice?.laid] as const,
  () => {
    const laid = props.practice?.laid
    what.value = laid ? keyOf(laid.what) : undefined
    minutes.value = laid?.minutes ?? null
    everyWeek.value = laid?.weekly !== undefined
  },
  { immediate: true },
)
const isDone = computed(() => props.practice?.state === 'done')
/** A season is laid until it ends. */
const untilDay = computed(() => {
  const season = plan.seasons.find(({ id }) => what.value === `season/${id}`)
  return season ? { untilDay: addDays(season.startDay, season.weeks * 7 - 1) } : {}
})
const weekly = computed(() => (everyWeek.value ? { notOn: [], ...untilDay.value } : undefined))

function chooseWhat(key: string | undefined) {
  what.value = key
  if (props.practice && key) emit('edit', { what: whatOf(key) })
}
function chooseMinutes(value: number | null) {
  minutes.value = value
  if (props.practice) emit('edit', { minutes: value })
}
function chooseWeekly(value: boolean) {
  everyWeek.value = value
  if (props.practice) emit('edit', { weekly: weekly.value })
}
const places = computed(() =>
  props.days
    .filter((day) => day >= props.today)
    .flatMap((day) =>
      (['morning', 'evening'] as const).map((time) => ({ value: `${day}/${time}`, name: placePhrase(day, time) })),
    ),
)
function goTo(place: string | undefined) {
  const [day, time] = (place ?? '').split('/') as [string, DayTime]
  if (day && time) emit('move', { day, time })
}
</script>

<template>
  <section class="sheet stack" aria-labelledby="place">
    <div class="spread">
      <h2 id="place" tabindex="-1">{{ weekdayPhrase(day) }}, {{ DAY_TIME_WORDS[time] }}</h2>
      <Button label="Close" size="small" severity="secondary" text @click="emit('close')" />
    </div>
    <p v-if="practice">
      <strong>{{ name }}</strong> · {{ durationPhrase(seconds) }}
      <template v-if="practice.day !== practice.laidOn">
        · it was planned for {{ weekdayPhrase(practice.laidOn) }} and has moved here
      </template>
    </p>
    <template v-if="!isDone">
      <div class="fields">
        <ChoiceField
          :model-value="what"
          label="What"
          :options="WHATS"
          placeholder="a routine, a series or a season"
          @update:model-value="chooseWhat"
        />
        <div class="field">
          <label for="place-minutes">Minutes (empty: as planned)</label>
          <InputNumber
            :model-value="minutes"
            input-id="place-minutes"
            :min="1"
            :max="WEEK_LIMITS.minutes"
            @update:model-value="chooseMinutes"
          />
        </div>
        <ChoiceField
          v-if="practice"
          :model-value="undefined"
          once
          label="Move it to"
          :options="places"
          placeholder="another day"
          @update:model-value="goTo"
        />
      </div>
      <label class="row">
        <input
          type="checkbox"
          :checked="everyWeek"
          @change="chooseWeekly(($event.target as HTMLInputElement).checked)"
        />
        Every week
      </label>
    </template>
    <div class="row">
      <template v-if="practice">
        <Button v-if="practice.state === 'open'" label="Start" icon="pi pi-play" @click="emit('begin')" />
        <Button v-if="!isDone" label="Delete" severity="secondary" @click="emit('takeOff', false)" />
        <Button
          v-if="!isDone && practice.laid.weekly"
          label="Delete from here on"
          severity="secondary"
          @click="emit('takeOff', true)"
        />
      </template>
      <template v-else>
        <Button label="Plan it here" :disabled="!what" @click="emit('lay', { what: whatOf(what!), minutes, weekly })" />
        <Button label="Rest on this day" severity="secondary" @click="emit('rest')" />
      </template>
    </div>
  </section>
</template>
