<script setup lang="ts">
import { LEARNING_STAGES, suggestedStage, type Form } from '#core/forms'
import { daysBetween, formHistory } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { plural } from '~/shared/words/numbers'
import { STAGE_WORDS } from '~/shared/words/practice'
import { dayPhrase, durationPhrase } from '~/shared/words/time'

/** How far I am with a form: its stage and history, and what the journal knows of it. */
const props = defineProps<{ form: Form }>()
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()

const stages = computed(() => library.stagesOf(props.form.id))
const stageNow = computed(() => stages.value.at(-1)?.stage ?? null)
const history = computed(() => formHistory(journal.sessions, props.form.id, settings.dayEndsAtHour))
const suggested = computed(() =>
  suggestedStage(stages.value, history.value.days, (day) => daysBetween(day, journal.today)),
)
const stageChoices = LEARNING_STAGES.map((value) => ({ value, name: STAGE_WORDS[value] }))
const setStage = (stage: (typeof LEARNING_STAGES)[number]) => library.putStage(props.form.id, stage)
</script>

<template>
  <section class="stack" aria-labelledby="learning">
    <h2 id="learning">Learning stage</h2>
    <Select
      :model-value="stageNow"
      :options="stageChoices"
      option-label="name"
      option-value="value"
      placeholder="not set"
      aria-label="Stage of learning"
      @update:model-value="setStage"
    />
    <p v-if="suggested" class="row">
      Your practice suggests the next stage: {{ STAGE_WORDS[suggested] }}.
      <Button size="small" severity="secondary" label="Move on" @click="setStage(suggested)" />
    </p>
    <ol v-if="stages.length > 0" class="small soft">
      <li v-for="entry in stages" :key="entry.id">{{ dayPhrase(entry.day) }}: {{ STAGE_WORDS[entry.stage] }}</li>
    </ol>
    <dl class="facts">
      <dt>Last done</dt>
      <dd>{{ history.days.length > 0 ? dayPhrase(history.days.at(-1)!) : 'not yet' }}</dd>
      <dt>How often</dt>
      <dd>{{ plural(history.sessions, 'session') }} on {{ plural(history.days.length, 'day') }}</dd>
      <template v-if="history.bestHoldSeconds !== null">
        <dt>Longest</dt>
        <dd>{{ durationPhrase(history.bestHoldSeconds) }}</dd>
      </template>
      <template v-if="history.weights.length > 0">
        <dt>Weights</dt>
        <dd>
          {{ history.weights.map(({ day, weightKg }) => `${weightKg} kg from ${dayPhrase(day)}`).join(', then ') }}
        </dd>
      </template>
    </dl>
    <ul v-if="history.notes.length > 0" class="small">
      <li v-for="note in history.notes.slice(0, 4)" :key="note.day + note.words">
        <span class="soft">{{ dayPhrase(note.day) }}</span> <em>{{ note.words }}</em>
      </li>
    </ul>
  </section>
</template>
