<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import {
  addDays,
  backToRecorded,
  daysBetween,
  filterSessions,
  findSessions,
  joined,
  journalTotals,
  practiceDay,
  steadiness,
  undoOf,
  usualTime,
  weekReports,
  weeksOfStones,
  type JournalChange,
  type JournalFilter,
  type SessionRecord,
} from '#core/journal'
import { deviceTimeZone, wallMs } from '~/shared/clock/wallClock'
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import SearchField from '~/shared/ui/SearchField.vue'
import { plural } from '~/shared/words/numbers'
import { SENSATION_WORDS } from '~/shared/words/body'
import { AIM_WEEKS, aimPhrase, rowPhrase, rowReason, stonePhrase } from '~/shared/words/steadiness'
import { durationPhrase, minutesPhrase, weekdayPhrase } from '~/shared/words/time'
import SteppingStones from '~/shared/drawing/SteppingStones.vue'
import JournalEntry from './JournalEntry.vue'
import JournalFilters from './JournalFilters.vue'
import JournalFiles from './JournalFiles.vue'
import JournalPlaces from './JournalPlaces.vue'
import SessionCorrection from './SessionCorrection.vue'
import SessionSplit from './SessionSplit.vue'
import { blankElsewhere } from './correctionEntry'
import { CHANGED_ELSEWHERE, sessionTimePhrase } from './journalWords'

const workspace = useWorkspaceStore()
const journal = useJournalStore()
useHead({ title: 'Journal · Pebblebrook' })

const rules = computed(() => journal.steadinessRules)
const totals = computed(() => journalTotals(journal.sessions, journal.today, rules.value.dayEndsAtHour))
const row = computed(() => steadiness(journal.sessions, journal.today, rules.value))
const aim = computed(() =>
  aimPhrase(weekReports(journal.sessions, journal.today, rules.value, AIM_WEEKS), journal.today),
)
/** Close by, each stone is large; half a year shows how the months went. */
const WEEKS = { close: 6, halfYear: 26 }
const isFar = ref(false)
const weeksShown = computed(() => (isFar.value ? WEEKS.halfYear : WEEKS.close))
/** The stones shown go so many weeks further back than today. */
const weeksBack = ref(0)
const lastDay = computed(() => addDays(journal.today, -7 * weeksBack.value))
const weeks = computed(() =>
  weeksOfStones(journal.sessions, journal.today, weeksShown.value, rules.value, lastDay.value),
)
const firstDay = computed(() => row.value.standings.firstDay ?? journal.today)

/** The day that is looked at, by its stone; null for all days. */
const route = useRoute()
const day = ref(
  typeof route.query.day === 'string' && /^\d{4}-\d\d-\d\d$/.test(route.query.day) ? route.query.day : null,
)
const dayStone = computed(() => weeks.value.flat().find((stone) => stone.day === day.value))
/** Words that are looked for in the sessions. */
const search = ref('')
const filter = ref<JournalFilter>({})
const isNarrowed = computed(() => search.value.trim() !== '' || Object.keys(filter.value).length > 0)
const ofDay = computed(() =>
  day.value === null
    ? filterSessions(findSessions(journal.sessions, search.value, SENSATION_WORDS), filter.value)
    : journal.sessions.filter(
        ({ startedAt, timeZone }) => practiceDay(startedAt, timeZone, rules.value.dayEndsAtHour) === day.value,
      ),
)

const foundSeconds = computed(() => ofDay.value.reduce((sum, { practisedSeconds }) => sum + practisedSeconds, 0))

/** A long journal is opened a stretch at a time. */
const PAGE = 20
const shown = ref(PAGE)
const list = computed(() => ofDay.value.slice(0, shown.value))
const open = ref<string | null>(null)
const toggle = ({ id }: SessionRecord) => void (open.value = open.value === id ? null : id)
async function openDay(chosen: string) {
  day.value = day.value === chosen ? null : chosen
  const [first] = ofDay.value
  open.value = day.value && first ? first.id : null
  await nextTick()
  // On a phone the list lies above the stones.
  dayHead.value?.scrollIntoView({ block: 'nearest' })
}
const dayHead = ref<HTMLElement | null>(null)
/** A day by its date: the stones go to where it lies. */
async function goToDay(chosen: string) {
  if (chosen > journal.today) return
  weeksBack.value = Math.floor(daysBetween(chosen, journal.today) / 7 / weeksShown.value) * weeksShown.value
  await openDay(chosen)
  await toSessions()
}

const when = (session: SessionRecord) =>
  sessionTimePhrase(session, rules.value.dayEndsAtHour, journal.today.slice(0, 4))
/** What was changed last: it can be taken back until another change takes its place here. */
const last = shallowRef<{ words: string; undo: JournalChange; made: readonly SessionRecord[] } | null>(null)
const takeBack = ref<{ $el: HTMLElement } | null>(null)
async function change(words: string, next: JournalChange) {
  const undo = undoOf(next, journal.sessions)
  if (!(await journal.changeSessions(next))) return false
  last.value = { words, undo, made: next.come }
  await nextTick()
  // The row that had the focus may be gone.
  takeBack.value?.$el.focus()
  return true
}
const takeTables = (come: SessionRecord[]) =>
  change(`${plural(come.length, 'session')} came in from a table.`, { go: [], come })
async function undoLast() {
  if (!last.value) return
  // What another tab has changed since is not taken back with it.
  if (!last.value.made.every(journal.isAsSeen)) workspace.notify('sessions', CHANGED_ELSEWHERE)
  else if (!(await journal.changeSessions(last.value.undo))) return
  last.value = null
  await toSessions()
}
/** What had the focus is gone: on to the sessions. */
const sessionsPart = ref<HTMLElement | null>(null)
async function toSessions() {
  await nextTick()
  sessionsPart.value?.focus({ preventScroll: true })
}
function showAllDays() {
  day.value = null
  void toSessions()
}
const named = (session: SessionRecord) => `${session.title}, ${when(session)},`

const correcting = shallowRef<SessionRecord | null>(null)
const isNew = ref(false)
const onDay = ref<string>()
const splitting = shallowRef<SessionRecord | null>(null)
function correct(session: SessionRecord) {
  isNew.value = false
  correcting.value = session
}
/** Practice done elsewhere, entered afterwards. */
function enter(on?: string) {
  isNew.value = true
  onDay.value = on
  const about = { id: newUuid(), timeZone: deviceTimeZone(), nowMs: wallMs() }
  correcting.value = blankElsewhere(about, on ? { day: on, time: usualTime(journal.sessions) } : undefined)
}
const keep = (record: SessionRecord) =>
  change(`${named(record)} is ${isNew.value ? 'in the journal' : 'edited'}.`, { go: [], come: [record] })
const removeOne = (session: SessionRecord) => change(`${named(session)} is removed.`, { go: [session.id], come: [] })
const split = (session: SessionRecord) => void (splitting.value = session)
const keepSplit = (parts: readonly SessionRecord[]) =>
  change(`${named(parts[0]!)} is two now.`, { go: [], come: parts })
function join(session: SessionRecord, before: SessionRecord) {
  const one = joined(before, session)
  if (one) return change(`${named(one)} is one now.`, { go: [session.id], come: [one] })
}
/** The session just before one, where the two can be joined. */
function beforeOf(session: SessionRecord, index: number): SessionRecord | undefined {
  const before = isNarrowed.value ? undefined : ofDay.value[index + 1]
  return before && open.value === session.id && joined(before, session) ? before : undefined
}
function asRecorded(session: SessionRecord) {
  const back = backToRecorded(session, journal.sessions)
  if (back) return change(`${named(session)} is as it was recorded.`, back)
}
</script>

<template>
  <div class="stack journal">
    <div class="spread">
      <h1>Journal</h1>
      <Button label="Add practice done elsewhere" icon="pi pi-plus" severity="secondary" @click="enter()" />
    </div>
    <JournalPlaces />

    <div class="columns">
      <section ref="sessionsPart" class="stack" aria-label="Sessions" tabindex="-1">
        <p v-if="journal.sessions.length === 0">
          Nothing here yet. What you follow to its end, or as far as you like, is noted here.
        </p>
        <p v-if="last" role="status" class="row">
          {{ last.words }}
          <Button ref="takeBack" size="small" severity="secondary" label="Undo" @click="undoLast" />
        </p>
        <div v-if="day === null && journal.sessions.length > 0" class="row">
          <SearchField
            v-model="search"
            class="search"
            maxlength="200"
            aria-label="Search the journal"
            placeholder="Words, a form, a name"
          />
          <span v-if="isNarrowed" role="status" class="small soft"
            >{{ plural(ofDay.length, 'session') }}, {{ minutesPhrase(foundSeconds) }}</span
          >
        </div>
        <JournalFilters v-if="day === null && journal.sessions.length > 0" v-model="filter" @day="goToDay" />
        <div v-if="day" ref="dayHead" class="row day" role="status">
          <strong>{{ dayStone ? stonePhrase(dayStone) : weekdayPhrase(day) }}</strong>
          <Button
            v-if="day <= journal.today"
            size="small"
            severity="secondary"
            label="Add practice on this day"
            @click="enter(day)"
          />
          <Button size="small" severity="secondary" label="All days" @click="showAllDays" />
        </div>
        <ul class="sessions">
          <JournalEntry
            v-for="(session, index) in list"
            :key="session.id"
            :session="session"
            :before="beforeOf(session, index)"
            :open="open === session.id"
            @toggle="toggle"
            @correct="correct"
            @split="split"
            @join="join"
            @as-recorded="asRecorded"
            @remove="removeOne"
          />
        </ul>
        <Button
          v-if="shown < ofDay.length"
          :label="`Show earlier ones (${ofDay.length - shown})`"
          severity="secondary"
          @click="shown += PAGE"
        />
      </section>

      <section class="stack" aria-labelledby="stones">
        <h2 id="stones">Stepping stones</h2>
        <p>
          {{ rowPhrase(row) }} <span class="soft">{{ rowReason(row, rules) }}</span>
        </p>
        <p v-if="aim">{{ aim }}</p>
        <SteppingStones :weeks="weeks" :today="journal.today" :chosen="day" :small="isFar" @open="openDay" />
        <div class="row">
          <Button
            size="small"
            severity="secondary"
            label="Earlier weeks"
            :disabled="weeks[0]![0]!.day <= firstDay"
            @click="weeksBack += weeksShown"
          />
          <Button
            size="small"
            severity="secondary"
            label="Later weeks"
            :disabled="weeksBack === 0"
            @click="weeksBack = Math.max(0, weeksBack - weeksShown)"
          />
          <Button
            size="small"
            severity="secondary"
            :label="isFar ? 'Six weeks, larger' : 'Half a year at a glance'"
            @click="isFar = !isFar"
          />
          <NuxtLink to="/settings#days" class="small">Rest days, what counts, my aim</NuxtLink>
        </div>
        <dl class="figures">
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

    <JournalFiles v-if="!day" :keep="takeTables" />

    <SessionCorrection v-model:session="correcting" :is-new="isNew" :on-day="onDay" @keep="keep" />
    <SessionSplit v-model:session="splitting" @keep="keepSplit" />
  </div>
</template>

<style scoped>
.search {
  width: min(26rem, 100%);
}
section:focus {
  outline: none;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 2rem 3rem;
  align-items: start;
}
.sessions {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
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
