<script setup lang="ts">
import { proxy } from 'comlink'
import type { Fault } from '#core/basics'
import type { SessionRecord } from '#core/journal'
import type { ReadSessions } from '#core/tables'
import { deviceTimeZone } from '~/shared/clock/wallClock'
import { useJournalStore } from '~/shared/store/journal'
import { useSettingsStore } from '~/shared/store/settings'
import { download } from '~/shared/ui/download'
import { plural } from '~/shared/words/numbers'
import { dayPhrase, durationPhrase, timeOfDayPhrase } from '~/shared/words/time'
import { countsPhrase, feltPhrase } from './journalWords'
import { useJournalWorker } from './journalWorker'
import { sensationPhrase } from '~/shared/words/body'

/** The journal out as tables, as a calendar and as a diary to read; and sessions in from tables. */
const props = defineProps<{ keep: (sessions: SessionRecord[]) => Promise<boolean> }>()
const journal = useJournalStore()
const { settings } = useSettingsStore()
const faults = ref<Fault[]>([])
const said = ref('')
/** How far a table has been read, from 0 to 1; null while none is. */
const progress = ref<number | null>(null)
const { ask, cancel } = useJournalWorker()
function callOff() {
  cancel()
  progress.value = null
}
/** The libraries for tables and calendars come when they are asked for. */
const formats = () => import('#core/tables')

async function give(kind: 'sessions.csv' | 'steps.csv' | 'calendar.ics' | 'diary.md') {
  const { writeCalendar, writeDiary, writeSessionsCsv, writeStepsCsv } = await formats()
  const { sessions, today } = journal
  const name = `pebblebrook-${today}-${kind}`
  if (kind === 'sessions.csv') return download(name, writeSessionsCsv(sessions), 'text/csv')
  if (kind === 'steps.csv') return download(name, writeStepsCsv(sessions), 'text/csv')
  if (kind === 'calendar.ics') return download(name, writeCalendar(sessions, durationPhrase), 'text/calendar')
  const text = writeDiary(sessions, settings.dayEndsAtHour, {
    day: dayPhrase,
    time: ({ startedAt, timeZone }) => timeOfDayPhrase(startedAt, timeZone),
    length: durationPhrase,
    counts: countsPhrase,
    felt: (session) => [feltPhrase(session), session.sensations.map(sensationPhrase).join(', ')].filter(Boolean),
  })
  download(name, text, 'text/markdown')
}

const chooser = ref() as Ref<HTMLInputElement>
const { open: choose, onChange } = useFileDialog({
  input: chooser,
  accept: '.csv,text/csv',
  multiple: true,
  reset: true,
})
onChange((files) => void take([...(files ?? [])]))
const MOST_BYTES = 100_000_000
async function take(files: File[]) {
  if (files.length === 0) return
  said.value = ''
  faults.value = []
  const tooLarge = files.find(({ size }) => size > MOST_BYTES)
  if (tooLarge)
    return void (faults.value = [{ path: tooLarge.name, message: `${tooLarge.name} is larger than any journal.` }])
  progress.value = 0
  try {
    const texts = await Promise.all(files.map((file) => file.text()))
    const told = proxy((share: number) => {
      // What was told last may come after the answer.
      if (progress.value !== null) progress.value = share
    })
    const read = await ask((remote) => remote.tables(texts, deviceTimeZone(), told) as Promise<ReadSessions>)
    if (!read) return
    if (!read.ok) return void (faults.value = read.faults)
    const known = new Set(journal.sessions.map(({ id }) => id))
    const fresh = read.sessions.filter(({ id }) => !known.has(id))
    const there = read.sessions.length - fresh.length
    // Said only once it is kept; what is not is told elsewhere.
    if (fresh.length > 0 && !(await props.keep(fresh))) return
    said.value =
      (fresh.length > 0 ? `${plural(fresh.length, 'session')} taken.` : 'Nothing new.') +
      (there > 0
        ? ` ${plural(there, 'session')} of the file ${there === 1 ? 'is' : 'are'} here already and ${there === 1 ? 'stays' : 'stay'} as ${there === 1 ? 'it is' : 'they are'}.`
        : '')
  } catch (error) {
    faults.value = [{ path: '', message: `The tables could not be read: ${(error as Error).message}` }]
  } finally {
    progress.value = null
  }
}
</script>

<template>
  <details class="files">
    <summary>The journal as a file: out and in</summary>
    <div class="stack">
      <p class="small soft">
        The tables open in any program for tables, and what is in both comes back whole. Everything else of yours goes
        out and in under <NuxtLink to="/settings">Settings</NuxtLink>.
      </p>
      <div class="row">
        <Button size="small" severity="secondary" label="Sessions (CSV)" @click="give('sessions.csv')" />
        <Button size="small" severity="secondary" label="Their steps (CSV)" @click="give('steps.csv')" />
        <Button size="small" severity="secondary" label="For a calendar (iCalendar)" @click="give('calendar.ics')" />
        <Button size="small" severity="secondary" label="To read (Markdown)" @click="give('diary.md')" />
        <Button
          size="small"
          severity="secondary"
          icon="pi pi-upload"
          label="Take sessions from CSV"
          @click="choose()"
        />
        <input
          ref="chooser"
          type="file"
          accept=".csv,text/csv"
          multiple
          class="visually-hidden"
          aria-label="Tables of sessions to take"
          tabindex="-1"
        />
      </div>
      <div v-if="progress !== null" class="row" role="status">
        <label>Reading the tables <progress :value="progress" max="1" /></label>
        <Button label="Cancel" size="small" severity="secondary" @click="callOff" />
      </div>
      <p v-else-if="said" role="status">{{ said }}</p>
      <div v-if="faults.length > 0" class="fault" role="alert">
        <p>Nothing was taken, and nothing here was changed:</p>
        <ul>
          <li v-for="one in faults" :key="one.path + one.message">{{ one.message }}</li>
        </ul>
      </div>
    </div>
  </details>
</template>

<style scoped>
.files .stack {
  margin-top: 0.6rem;
}
li {
  overflow-wrap: anywhere;
}
</style>
