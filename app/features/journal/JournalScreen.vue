<script setup lang="ts">
import {
  backToRecorded,
  joined,
  journalTotals,
  streaks,
  undoOf,
  weeksOfStones,
  type JournalChange,
  type SessionRecord,
} from '#core/journal'
import { deviceTimeZone, wallMs } from '~/shared/sound/clock'
import { usePersonStore } from '~/shared/store/person'
import { plural } from '~/shared/words/numbers'
import { durationPhrase, minutesPhrase } from '~/shared/words/time'
import SteppingStones from '~/shared/drawing/SteppingStones.vue'
import JournalEntry from './JournalEntry.vue'
import SessionCorrection from './SessionCorrection.vue'
import SessionSplit from './SessionSplit.vue'
import { blankElsewhere } from './correctionEntry'
import { sessionTimePhrase } from './journalWords'

const person = usePersonStore()
useHead({ title: 'Journal · Pebblebrook' })

const rules = computed(() => ({ dayEndsAtHour: person.settings.dayEndsAtHour, restPlan: person.settings.restPlan }))
const totals = computed(() => journalTotals(person.sessions, person.today, rules.value.dayEndsAtHour))
const row = computed(() => streaks(person.sessions, person.today, rules.value))
const WEEKS_SHOWN = 6
const weeks = computed(() => weeksOfStones(person.sessions, person.today, WEEKS_SHOWN, rules.value))

/** A long journal is opened a stretch at a time. */
const PAGE = 20
const shown = ref(PAGE)
const list = computed(() => person.sessions.slice(0, shown.value))
const open = ref<string | null>(null)

const when = (session: SessionRecord) => sessionTimePhrase(session, rules.value.dayEndsAtHour, person.today.slice(0, 4))
/** What was changed last: it can be taken back until another change takes its place here. */
const last = shallowRef<{ words: string; undo: JournalChange } | null>(null)
const takeBack = ref<{ $el: HTMLElement } | null>(null)
async function change(words: string, next: JournalChange) {
  const undo = undoOf(next, person.sessions)
  if (!(await person.changeSessions(next))) return
  last.value = { words, undo }
  await nextTick()
  // The row that had the focus may be gone.
  takeBack.value?.$el.focus()
}
async function undoLast() {
  if (last.value && (await person.changeSessions(last.value.undo))) last.value = null
}
const named = (session: SessionRecord) => `${session.title}, ${when(session)},`

const correcting = shallowRef<SessionRecord | null>(null)
const isNew = ref(false)
const splitting = shallowRef<SessionRecord | null>(null)
function correct(session: SessionRecord) {
  isNew.value = false
  correcting.value = session
}
/** Practice done elsewhere, entered afterwards. */
function enter() {
  isNew.value = true
  correcting.value = blankElsewhere({ id: crypto.randomUUID(), timeZone: deviceTimeZone(), nowMs: wallMs() })
}
const keep = (record: SessionRecord) =>
  change(`${named(record)} is ${isNew.value ? 'in the journal' : 'put right'}.`, { go: [], come: [record] })
const split = (parts: readonly SessionRecord[]) => change(`${named(parts[0]!)} is two now.`, { go: [], come: parts })
function join(session: SessionRecord, before: SessionRecord) {
  const one = joined(before, session)
  if (one) return change(`${named(one)} is one now.`, { go: [session.id], come: [one] })
  person.notify('sessions', 'These two are too long to be one entry.')
}
function asRecorded(session: SessionRecord) {
  const back = backToRecorded(session, person.sessions)
  if (back) return change(`${named(session)} is as it was recorded.`, back)
}
</script>

<template>
  <div class="stack journal">
    <div class="spread">
      <h1>Journal</h1>
      <Button label="Enter practice done elsewhere" icon="pi pi-plus" severity="secondary" @click="enter" />
    </div>

    <div class="columns">
      <section class="stack" aria-label="Sessions">
        <p v-if="person.sessions.length === 0">
          Nothing here yet. What you follow to its end, or as far as you like, is noted here.
        </p>
        <p v-if="last" role="status" class="row">
          {{ last.words }}
          <Button ref="takeBack" size="small" severity="secondary" label="Take it back" @click="undoLast" />
        </p>
        <ul class="sessions">
          <JournalEntry
            v-for="(session, index) in list"
            :key="session.id"
            :session="session"
            :when="when(session)"
            :before="person.sessions[index + 1]"
            :open="open === session.id"
            @update:open="(isOpen) => (open = isOpen ? session.id : null)"
            @correct="correct(session)"
            @split="splitting = session"
            @join="join(session, person.sessions[index + 1]!)"
            @as-recorded="asRecorded(session)"
            @remove="change(`${named(session)} is removed.`, { go: [session.id], come: [] })"
          />
        </ul>
        <Button
          v-if="shown < person.sessions.length"
          :label="`Show earlier ones (${person.sessions.length - shown})`"
          severity="secondary"
          @click="shown += PAGE"
        />
      </section>

      <section class="stack" aria-labelledby="stones">
        <h2 id="stones">The last six weeks</h2>
        <SteppingStones :weeks="weeks" :today="person.today" />
        <dl class="figures">
          <dt>In a row now</dt>
          <dd>{{ plural(row.currentDays, 'day') }}</dd>
          <dt>Longest row</dt>
          <dd>{{ plural(row.longestDays, 'day') }}</dd>
          <dt>This week</dt>
          <dd>{{ minutesPhrase(totals.secondsThisWeek) }} on {{ plural(totals.daysThisWeek, 'day') }}</dd>
          <dt>In all</dt>
          <dd>
            {{ minutesPhrase(totals.seconds) }} in {{ plural(totals.sessions, 'session') }} on
            {{ plural(totals.days, 'day') }}
          </dd>
          <dt>Longest session</dt>
          <dd>{{ durationPhrase(totals.longestSessionSeconds) }}</dd>
        </dl>
      </section>
    </div>

    <SessionCorrection v-model:session="correcting" :is-new="isNew" @keep="keep" />
    <SessionSplit v-model:session="splitting" @keep="split" />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 2rem 3rem;
  align-items: start;
}
.sessions {
  display: grid;
  gap: 0.6rem;
}
.figures {
  display: grid;
  grid-template-columns: 9rem 1fr;
  gap: 0.4rem 1rem;
  margin: 0;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
