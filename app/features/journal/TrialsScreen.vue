<script setup lang="ts">
import { trialDays, trialVerdict, type Trial } from '#core/evidence'
import { useJournalStore } from '~/shared/store/journal'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { shortWeekdayPhrase } from '~/shared/words/time'
import JournalPlaces from './JournalPlaces.vue'
import TrialPlan from './TrialPlan.vue'
import { outcomeName, stepsPhrase } from './benefitWords'
import { armPhrase, KEPT_WORDS, verdictNotes, verdictPhrase } from './trialWords'
import { useTrialNames } from './useTrialNames'

/** Questions put to oneself over some weeks: planned, under way, and what they came to. */
const workspace = useWorkspaceStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
useHead({ title: 'Compare two options · Pebblebrook' })
const confirm = useConfirm()
const names = useTrialNames()
const trials = computed(() =>
  [...journal.trials]
    .sort((one, other) => other.firstDay.localeCompare(one.firstDay) || one.id.localeCompare(other.id))
    .map((trial) => {
      const days = trialDays(trial, journal.sessions, journal.today, settings.dayEndsAtHour)
      const verdict = trialVerdict(days)
      return { trial, days, verdict, isShown: verdict.verdict !== 'running' || trial.open }
    }),
)
const planning = ref(false)
const said = ref('')
async function plan(trial: Trial) {
  if (!(await journal.putTrial(trial))) return
  planning.value = false
  said.value = 'The trial is planned. What it asks for stands on Today on each of its days.'
}
function lookNow(trial: Trial) {
  confirm.require({
    header: 'Look before its end?',
    message: 'What it shows now may be chance, and to have looked makes its verdict weaker. That you did is noted.',
    acceptProps: { label: 'Look now' },
    rejectProps: { label: 'Wait for the end', severity: 'secondary' },
    accept: () => void journal.putTrial({ ...trial, open: true }),
  })
}
function remove(trial: Trial) {
  confirm.require({
    header: 'Delete this trial?',
    message: `${trial.name}. Its sessions stay in the journal.`,
    acceptProps: { label: 'Delete it' },
    rejectProps: { label: 'Cancel', severity: 'secondary' },
    accept: async () => {
      await workspace.remove('trials', trial.id)
      said.value = 'Deleted.'
    },
  })
}
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Compare two options</h1>
      <JournalPlaces />
    </div>
    <p class="about">
      Does one thing do me more good than another? For some weeks chance chooses each day which of the two it is; then
      the days are compared. <NuxtLink to="/journal/method">How this is worked out</NuxtLink>
    </p>
    <p v-if="said" role="status">{{ said }}</p>
    <div v-if="!planning && trials.length > 0" class="row">
      <Button label="Plan a trial" icon="pi pi-plus" severity="secondary" @click="planning = true" />
    </div>
    <section v-else class="stack" aria-labelledby="plan">
      <h2 id="plan">Plan a trial</h2>
      <TrialPlan @plan="plan" />
    </section>

    <section
      v-for="{ trial, days, verdict, isShown } in trials"
      :key="trial.id"
      class="stack"
      :aria-labelledby="trial.id"
    >
      <h2 :id="trial.id">{{ trial.name }}</h2>
      <p class="small soft">By what it does to {{ outcomeName(trial.outcome) }}.</p>
      <p>{{ verdictPhrase(trial, verdict, names) }}</p>
      <p v-if="verdict.verdict !== 'running'" class="small soft">{{ verdictNotes(trial, verdict) }}</p>
      <p v-else-if="trial.open" class="small">
        So far {{ stepsPhrase(verdict.difference) }} steps more with {{ armPhrase(trial, 'one', names) }}. That is no
        verdict yet.
      </p>
      <details>
        <summary>Its days</summary>
        <table class="ledger">
          <caption class="visually-hidden">
            The days of the trial
          </caption>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Asked for</th>
              <th scope="col">Result</th>
              <th v-if="isShown" scope="col">Change in steps</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in days" :key="each.day">
              <th scope="row">{{ shortWeekdayPhrase(each.day) }}</th>
              <td>{{ armPhrase(trial, each.arm, names) }}</td>
              <td>{{ KEPT_WORDS[each.kept] }}</td>
              <td v-if="isShown">{{ each.gain === null ? 'not set' : stepsPhrase(each.gain).replace('.0', '') }}</td>
            </tr>
          </tbody>
        </table>
      </details>
      <div class="row">
        <Button
          v-if="!isShown"
          size="small"
          severity="secondary"
          label="Show what it says so far"
          @click="lookNow(trial)"
        />
        <Button size="small" severity="secondary" text label="Delete this trial" @click="remove(trial)" />
      </div>
    </section>
    <ConfirmDialog />
  </div>
</template>

<style scoped>
.about {
  max-width: 44rem;
}
h2 {
  overflow-wrap: anywhere;
}
</style>
