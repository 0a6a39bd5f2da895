<script setup lang="ts">
import { wrap } from 'comlink'
import { addDays } from '#core/journal'
import { WEEK_LIMITS, type Busy, type PlannedSession, type WeekRules } from '#core/plan'
import { deviceTimeZone, wallMs } from '~/shared/clock/wallClock'
import { useJournalStore } from '~/shared/store/journal'
import { usePlanStore } from '~/shared/store/plan'
import { download } from '~/shared/ui/download'
import { plural } from '~/shared/words/numbers'
import { shortDayPhrase } from '~/shared/words/time'
import type { BusyWorker } from './busy.worker'

/** The plan out to a calendar, busy times in from one, and a quiet word before practice. */
const props = defineProps<{
  rules: WeekRules
  from: string
  nameOf: (laid: PlannedSession) => string
  secondsOf: (laid: PlannedSession) => number
}>()
const emit = defineEmits<{ save: [change: Partial<WeekRules>] }>()
const journal = useJournalStore()
const plan = usePlanStore()

async function give(which: 'all' | 'week') {
  const { plannedIn, writePlanCalendar } = await import('#core/tables')
  const all = plan.planned
  const planned = which === 'all' ? all : plannedIn(all, props.from)
  if (!planned.some(({ kind }) => kind === 'practice'))
    return void (said.value = which === 'all' ? 'Nothing is planned yet.' : 'Nothing is planned in this week.')
  said.value = ''
  const words = { nameOf: props.nameOf, secondsOf: props.secondsOf }
  const name = which === 'all' ? 'plan' : `week-${props.from}`
  download(
    `pebblebrook-${name}.ics`,
    writePlanCalendar(planned, props.rules, words, new Date(wallMs()).toISOString()),
    'text/calendar',
  )
}

/** So far ahead busy times are read. */
const DAYS_AHEAD = 92
/** Years of a calendar take a second or two; reading is stopped after this time. */
const MOST_READING_MS = 15_000
const reading = ref(false)
let stopReading: ((why: string) => void) | null = null
onScopeDispose(() => stopReading?.('It was called off.'))
const said = ref('')
const wrong = ref('')
const chooser = ref() as Ref<HTMLInputElement>
const { open: choose, onChange } = useFileDialog({ input: chooser, accept: '.ics,text/calendar', reset: true })
onChange((files) => void take(files?.[0]))
async function take(file: File | undefined) {
  if (!file) return
  said.value = 'Reading the calendar…'
  reading.value = true
  wrong.value = ''
  const worker = new Worker(new URL('./busy.worker.ts', import.meta.url), { type: 'module' })
  const broken = new Promise<{ wrong: string }>((resolve) => {
    worker.onerror = () => resolve({ wrong: 'The calendar is more than this browser can read.' })
  })
  const last = addDays(journal.today, DAYS_AHEAD)
  const late = new Promise<{ wrong: string }>((resolve) => {
    stopReading = (why) => resolve({ wrong: why })
    setTimeout(() => resolve({ wrong: 'A rule in it comes to no end, or to too many times.' }), MOST_READING_MS)
  })
  const read = await Promise.race([
    late,
    wrap<BusyWorker>(worker).read(await file.text(), journal.today, last, deviceTimeZone()),
    broken,
  ])
  worker.terminate()
  stopReading = null
  reading.value = false
  if ('wrong' in read) {
    said.value = ''
    wrong.value = `Nothing was taken. ${read.wrong}`
    return
  }
  emit('save', { busy: together(props.rules.busy, read.busy) })
  said.value = [
    `${plural(read.busy.length, 'busy time')} up to ${shortDayPhrase(last)}: only when, not what.`,
    read.free > 0 && `${plural(read.free, 'event')} of whole days or free time hinder nothing.`,
    read.unread > 0 && `${plural(read.unread, 'event')} could not be read.`,
  ]
    .filter(Boolean)
    .join(' ')
}
/** What was known and is not over, with what was read; each once. */
function together(before: readonly Busy[], read: readonly Busy[]): Busy[] {
  const ahead = [...before, ...read].filter(({ to }) => to.slice(0, 10) >= journal.today)
  const all = new Map(ahead.map((each) => [`${each.from}/${each.to}`, each]))
  return [...all.values()].sort((one, other) => one.from.localeCompare(other.from)).slice(0, WEEK_LIMITS.busy)
}
function forget() {
  emit('save', { busy: [] })
  said.value = 'No busy times any more.'
}

const REMINDS_BEFORE = 10
async function remind(wanted: boolean) {
  said.value = ''
  emit('save', { reminds: wanted ? REMINDS_BEFORE : null, changes: props.rules.changes + 1 })
  if (wanted && typeof Notification !== 'undefined' && Notification.permission === 'default')
    await Notification.requestPermission()
  if (wanted && (typeof Notification === 'undefined' || Notification.permission !== 'granted'))
    said.value = 'This browser shows no notifications here; the word stands on the page instead.'
}
</script>

<template>
  <fieldset class="stack">
    <legend class="label">Calendar</legend>
    <div class="row">
      <Button size="small" severity="secondary" label="All planned sessions (iCalendar)" @click="give('all')" />
      <Button size="small" severity="secondary" label="This week (iCalendar)" @click="give('week')" />
      <Button
        size="small"
        severity="secondary"
        icon="pi pi-upload"
        label="Busy times from a calendar"
        @click="choose()"
      />
      <Button
        v-if="rules.busy.length > 0"
        size="small"
        severity="secondary"
        text
        :label="`Forget ${plural(rules.busy.length, 'busy time')}`"
        @click="forget"
      />
      <input
        ref="chooser"
        type="file"
        accept=".ics,text/calendar"
        class="visually-hidden"
        aria-label="Calendar with busy times"
        tabindex="-1"
      />
    </div>
    <p class="small soft">
      Imported again, planned sessions change in your calendar and are never there twice. What you delete here, delete
      there too. “Suggest a week” goes round busy times.
    </p>
    <label class="row">
      <input
        type="checkbox"
        :checked="rules.reminds !== null"
        @change="remind(($event.target as HTMLInputElement).checked)"
      />
      Reminder before planned sessions, while Pebblebrook is open, and an alarm in the calendar file
    </label>
    <div v-if="rules.reminds !== null" class="row">
      <label for="reminds">Minutes before</label>
      <InputNumber
        :model-value="rules.reminds"
        input-id="reminds"
        :min="0"
        :max="WEEK_LIMITS.reminds"
        @update:model-value="$event !== null && emit('save', { reminds: $event, changes: rules.changes + 1 })"
      />
    </div>
    <p v-if="said" role="status">
      {{ said }}
      <Button
        v-if="reading"
        label="Cancel"
        size="small"
        severity="secondary"
        text
        @click="stopReading?.('It was called off.')"
      />
    </p>
    <p v-if="wrong" role="alert" class="fault">{{ wrong }}</p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: none;
  padding: 0;
  margin: 0;
}
.row :deep(input[inputmode]) {
  width: 5rem;
}
</style>
