<script setup lang="ts">
import { journalTotals, steadiness, weekReports, weeksOfStones } from '#core/journal'
import SteppingStones from '~/shared/drawing/SteppingStones.vue'
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plural } from '~/shared/words/numbers'
import { AIM_WEEKS, aimPhrase, rowPhrase } from '~/shared/words/steadiness'
import { minutesPhrase } from '~/shared/words/time'

/** The days that were practised: the row, the stones, and what this week has come to. */
const workspace = useWorkspaceStore()
const journal = useJournalStore()
const WEEKS_SHOWN = 4
const rules = computed(() => journal.steadinessRules)
/** All days together can be told only when all are here. */
const row = computed(() => (workspace.isFullyLoaded ? steadiness(journal.sessions, journal.today, rules.value) : null))
const totals = computed(() => journalTotals(journal.sessions, journal.today, rules.value.dayEndsAtHour))
const aim = computed(() =>
  workspace.isFullyLoaded
    ? aimPhrase(weekReports(journal.sessions, journal.today, rules.value, AIM_WEEKS), journal.today)
    : '',
)
const weeks = computed(() => weeksOfStones(journal.sessions, journal.today, WEEKS_SHOWN, rules.value))
</script>

<template>
  <section class="stack" aria-labelledby="days">
    <h2 id="days">The days</h2>
    <p>{{ row ? rowPhrase(row) : 'The days are being counted…' }}</p>
    <SteppingStones
      :weeks="weeks"
      :today="journal.today"
      @open="(day) => navigateTo({ path: '/journal', query: { day } })"
    />
    <p class="soft">
      <template v-if="aim">{{ aim }}</template>
      <template v-else
        >{{ minutesPhrase(totals.secondsThisWeek) }} on {{ plural(totals.daysThisWeek, 'day') }} this week.</template
      >
      An outlined stone is rest. Each stone opens its day.
    </p>
  </section>
</template>
