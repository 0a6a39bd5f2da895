<script setup lang="ts">
import { correctionsOf, type SessionRecord } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { sensationPhrase } from '~/shared/words/body'
import { healthNotePhrase } from '~/shared/words/health'
import { companionsPhrase, lessonPhrase, RECALL_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'
import DoneStones from '~/shared/drawing/DoneStones.vue'
import {
  correctionPhrase,
  countsPhrase,
  deviationPhrase,
  doneBreathPhrase,
  exertionPhrase,
  feltPhrase,
  outcomePhrase,
  sessionTimePhrase,
} from './journalWords'

/** One session as it stands in the journal; opened, all that was planned, done and put right. */
const props = defineProps<{ session: SessionRecord; before: SessionRecord | undefined; open: boolean }>()
/** Each with its session, so that whoever lists many of them needs no listener for each: where nothing of one has changed, it is not drawn anew. */
const emit = defineEmits<{
  toggle: [session: SessionRecord]
  correct: [session: SessionRecord]
  split: [session: SessionRecord]
  join: [session: SessionRecord, before: SessionRecord]
  asRecorded: [session: SessionRecord]
  remove: [session: SessionRecord]
}>()
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
const when = computed(() => sessionTimePhrase(props.session, settings.dayEndsAtHour, journal.today.slice(0, 4)))
const lesson = computed(() => lessonPhrase(library.series, props.session.lesson))
const planned = computed(() => new Map(props.session.planned.map((step) => [step.stepId, step])))
const corrections = computed(() => (props.open ? correctionsOf(props.session, journal.sessions) : []))
/** What was recorded of a step, where it was put right. */
const wasOf = (stepId: string) => {
  const [was] = props.session.recorded?.length === 1 ? props.session.recorded : []
  return was?.done.find((step) => step.stepId === stepId)
}
</script>

<template>
  <li class="sheet">
    <button type="button" class="line" :aria-expanded="open" @click="emit('toggle', session)">
      <span class="soft">{{ when }}</span>
      <strong>{{ session.title }}</strong>
      <span class="time">{{ durationPhrase(session.practisedSeconds) }}</span>
    </button>
    <DoneStones v-if="session.done.length > 0" class="stones" :done="session.done" />
    <p v-if="feltPhrase(session)" class="small">{{ feltPhrase(session) }}</p>
    <p v-if="session.exertion !== undefined" class="small">{{ exertionPhrase(session.exertion) }}</p>
    <p v-if="session.recall" class="small soft">{{ RECALL_WORDS[session.recall] }}</p>
    <p v-if="session.sensations?.length" class="small soft">
      {{ session.sensations.map(sensationPhrase).join(', ') }}
    </p>
    <p v-if="session.companions?.length" class="small">{{ companionsPhrase(session.companions) }}</p>
    <p v-if="lesson" class="small">{{ lesson }}</p>
    <p v-if="session.health" class="small soft">{{ healthNotePhrase(session.health) }}</p>
    <p v-if="session.words" class="words">{{ session.words }}</p>
    <div v-if="open" class="details">
      <table v-if="session.done.length > 0" class="ledger">
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
            <td>{{ planned.has(step.stepId) ? countsPhrase(planned.get(step.stepId)!) : '' }}</td>
            <td>
              {{ countsPhrase(step) }}
              <span
                v-if="wasOf(step.stepId) && countsPhrase(wasOf(step.stepId)!) !== countsPhrase(step)"
                class="small soft"
              >
                (recorded: {{ countsPhrase(wasOf(step.stepId)!) }})
              </span>
            </td>
            <td class="soft">
              {{ outcomePhrase(step) }}
              <span v-if="step.breath" class="small breath">{{ doneBreathPhrase(step.breath) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <ul v-if="session.asides.length > 0" class="deviations small" aria-label="Besides the plan">
        <li v-for="(deviation, index) in session.asides" :key="index">{{ deviationPhrase(deviation) }}</li>
      </ul>
      <p v-if="session.source === 'followed'" class="small soft">
        Planned {{ durationPhrase(session.plannedSeconds) }}, practised {{ durationPhrase(session.practisedSeconds)
        }}<template v-if="session.pausedSeconds >= 1">, paused {{ durationPhrase(session.pausedSeconds) }}</template
        >; closing {{ durationPhrase(session.closingSeconds) }} after {{ durationPhrase(session.movingSeconds) }} of
        moving<template v-if="session.elsewhereSeconds"
          >, {{ durationPhrase(session.elsewhereSeconds) }} of it elsewhere</template
        >.
      </p>
      <p v-else class="small soft">Practised elsewhere, entered by hand.</p>
      <p v-if="corrections.length > 0" class="small">{{ correctionPhrase(session, corrections) }}</p>
      <div class="row">
        <Button label="Edit" size="small" severity="secondary" text @click="emit('correct', session)" />
        <Button
          v-if="session.done.length > 1 || session.practisedSeconds >= 120"
          label="Split"
          size="small"
          severity="secondary"
          text
          @click="emit('split', session)"
        />
        <Button
          v-if="before"
          :label="`Join it with ${before.title} before it`"
          size="small"
          severity="secondary"
          text
          @click="emit('join', session, before)"
        />
        <Button
          v-if="session.recorded"
          label="Restore the original"
          size="small"
          severity="secondary"
          text
          @click="emit('asRecorded', session)"
        />
        <Button label="Delete this session" size="small" severity="secondary" text @click="emit('remove', session)" />
      </div>
    </div>
  </li>
</template>

<style scoped>
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
.stones {
  margin: 0.45rem 0 0.3rem;
}
.words {
  font-style: italic;
  white-space: pre-line;
}
.details {
  display: grid;
  gap: 0.6rem;
  justify-items: start;
  padding-top: 0.8rem;
  overflow-x: auto;
}
.breath {
  white-space: nowrap;
}
.deviations {
  margin: 0.4rem 0;
  padding-left: 1.2rem;
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 1fr auto;
  }
  .line .soft {
    grid-column: 1 / -1;
  }
}
</style>
