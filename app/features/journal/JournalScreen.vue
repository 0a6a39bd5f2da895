<script setup lang="ts">
import { journalTotals, streaks, weeksOfStones, type SessionRecord } from '#core/journal'
import { deviceTimeZone, wallMs } from '~/shared/sound/clock'
import { usePersonStore } from '~/shared/store/person'
import { plural } from '~/shared/words/numbers'
import { companionsPhrase, lessonPhrase, SENSATION_WORDS } from '~/shared/words/practice'
import { durationPhrase, minutesPhrase } from '~/shared/words/time'
import SteppingStones from '~/shared/drawing/SteppingStones.vue'
import SessionTime from './SessionTime.vue'
import { blankEntry, readEntry } from './elsewhereEntry'
import {
  countsPhrase,
  deviationPhrase,
  doneBreathPhrase,
  exertionPhrase,
  feltPhrase,
  outcomePhrase,
  sessionTimePhrase,
} from './journalWords'

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
const lessonOf = ({ lesson }: SessionRecord) => lessonPhrase(person.person.series, lesson)
const plannedOf = (session: SessionRecord, stepId: string) => session.planned.find((step) => step.stepId === stepId)

/** The session that was removed last: it can be brought back until another takes its place here. */
const removed = shallowRef<SessionRecord | null>(null)
const bringBack = ref<{ $el: HTMLElement } | null>(null)
async function remove(session: SessionRecord) {
  if (!(await person.remove('sessions', session.id))) return
  removed.value = session
  await nextTick()
  // The row that had the focus is gone.
  bringBack.value?.$el.focus()
}
async function putBack() {
  const session = removed.value
  if (session && (await person.putSession(session))) removed.value = null
}

/** The session whose time is put right. */
const timing = shallowRef<SessionRecord | null>(null)

// Practice done elsewhere, entered afterwards.
const entering = ref(false)
const elsewhere = ref(blankEntry(person.today))
const fault = ref('')
function enter() {
  elsewhere.value = blankEntry(person.today)
  fault.value = ''
  entering.value = true
}
async function keepElsewhere() {
  const about = { id: crypto.randomUUID(), timeZone: deviceTimeZone(), nowMs: wallMs() }
  const read = readEntry(elsewhere.value, about)
  if (!read.ok) return void (fault.value = read.fault)
  await person.putSession(read.record)
  entering.value = false
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
        <p v-if="removed" role="status" class="row">
          {{ removed.title }}, {{ when(removed) }}, is removed.
          <Button ref="bringBack" size="small" severity="secondary" label="Bring it back" @click="putBack" />
        </p>
        <ul class="sessions">
          <li v-for="session in list" :key="session.id" class="sheet">
            <button
              type="button"
              class="line"
              :aria-expanded="open === session.id"
              @click="open = open === session.id ? null : session.id"
            >
              <span class="soft">{{ when(session) }}</span>
              <strong>{{ session.title }}</strong>
              <span class="time">{{ durationPhrase(session.practisedSeconds) }}</span>
            </button>
            <p v-if="feltPhrase(session)" class="small">{{ feltPhrase(session) }}</p>
            <p v-if="session.exertion !== undefined" class="small">{{ exertionPhrase(session.exertion) }}</p>
            <p v-if="session.sensations?.length" class="small soft">
              {{ session.sensations.map((sensation) => SENSATION_WORDS[sensation]).join(', ') }}
            </p>
            <p v-if="session.companions?.length" class="small">{{ companionsPhrase(session.companions) }}</p>
            <p v-if="lessonOf(session)" class="small">{{ lessonOf(session) }}</p>
            <p v-if="session.words" class="words">{{ session.words }}</p>
            <div v-if="open === session.id" class="details">
              <table v-if="session.done.length > 0">
                <thead>
                  <tr>
                    <th scope="col">Form</th>
                    <th scope="col">Planned</th>
                    <th scope="col">Done</th>
                    <th scope="col"><span class="visually-hidden">Outcome</span></th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="step in session.done" :key="step.stepId">
                    <th scope="row">{{ step.formName }}</th>
                    <td>{{ plannedOf(session, step.stepId) ? countsPhrase(plannedOf(session, step.stepId)!) : '' }}</td>
                    <td>{{ countsPhrase(step) }}</td>
                    <td class="soft">
                      {{ outcomePhrase(step) }}
                      <span v-if="step.breath" class="small breath">{{ doneBreathPhrase(step.breath) }}</span>
                    </td>
                  </tr>
                </tbody>
              </table>
              <ul v-if="session.asides.length > 0" class="deviations small" aria-label="Besides the plan">
                <li v-for="(deviation, index) in session.asides" :key="index">
                  {{ deviationPhrase(deviation) }}
                </li>
              </ul>
              <p v-if="session.source === 'followed'" class="small soft">
                Planned {{ durationPhrase(session.plannedSeconds) }}, practised
                {{ durationPhrase(session.practisedSeconds)
                }}<template v-if="session.pausedSeconds >= 1"
                  >, paused {{ durationPhrase(session.pausedSeconds) }}</template
                >; closing {{ durationPhrase(session.closingSeconds) }} after
                {{ durationPhrase(session.movingSeconds) }} of moving<template v-if="session.elsewhereSeconds"
                  >, {{ durationPhrase(session.elsewhereSeconds) }} of it elsewhere</template
                >.
              </p>
              <p v-else class="small soft">Practised elsewhere, entered by hand.</p>
              <div class="row">
                <Button label="Put its time right" size="small" severity="secondary" text @click="timing = session" />
                <Button label="Remove this session" size="small" severity="secondary" text @click="remove(session)" />
              </div>
            </div>
          </li>
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

    <Dialog v-model:visible="entering" modal header="Practice done elsewhere" :draggable="false" class="elsewhere">
      <form class="stack" novalidate @submit.prevent="keepElsewhere">
        <div class="field">
          <label for="what">What it was</label>
          <InputText id="what" v-model="elsewhere.title" autofocus maxlength="120" placeholder="Evening class" />
        </div>
        <div class="row">
          <div class="field">
            <label for="day">Day</label>
            <InputText id="day" v-model="elsewhere.day" type="date" :max="person.today" />
          </div>
          <div class="field">
            <label for="time">Time</label>
            <InputText id="time" v-model="elsewhere.time" type="time" />
          </div>
          <div class="field">
            <label for="minutes">Minutes</label>
            <InputNumber v-model="elsewhere.minutes" input-id="minutes" :min="1" :max="1440" />
          </div>
        </div>
        <div class="field">
          <label for="elsewhere-words">A line of words</label>
          <InputText id="elsewhere-words" v-model="elsewhere.words" maxlength="4000" />
        </div>
        <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
        <div class="row">
          <Button type="submit" label="Keep it" />
          <Button label="Leave it" severity="secondary" text @click="entering = false" />
        </div>
      </form>
    </Dialog>
    <SessionTime v-model:session="timing" />
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
.line {
  all: unset;
  box-sizing: border-box;
  cursor: pointer;
  width: 100%;
  display: grid;
  grid-template-columns: 10rem 1fr auto;
  gap: 0.2rem 1rem;
  align-items: baseline;
  overflow-wrap: anywhere;
}
.line:focus-visible {
  outline: 3px solid var(--pb-focus);
  outline-offset: 4px;
  border-radius: 4px;
}
.words {
  font-style: italic;
}
.details {
  display: grid;
  gap: 0.6rem;
  justify-items: start;
  padding-top: 0.8rem;
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 0.25rem 0.8rem 0.25rem 0;
  border-bottom: 1px solid var(--pb-line);
}
thead th {
  color: var(--pb-soft);
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
  .line {
    grid-template-columns: 1fr auto;
  }
  .line .soft {
    grid-column: 1 / -1;
  }
}
.breath {
  white-space: nowrap;
}
.deviations {
  margin: 0.4rem 0;
  padding-left: 1.2rem;
}
</style>
