<script setup lang="ts">
import type { Form } from '#core/forms'
import type { SeasonPlan, SeasonWeek } from '#core/plan'
import { plural } from '~/shared/words/numbers'
import { shortDayPhrase } from '~/shared/words/time'
import { addPhrases, amountPhrase } from './seasonWords'

/** A season's weeks in words: what each is to bring, and what came. */
const props = defineProps<{
  plan: SeasonPlan
  /** Of what grows; undefined where that is minutes, or nothing. */
  grows?: Form
  formOf: (formId: string) => Form | undefined
}>()

function happened(week: SeasonWeek): string {
  if (week.isPaused) return 'a pause'
  if (week.when !== 'ahead') return `${week.done} of ${week.days.length} done`
  return week.days.length === 0 ? 'nothing planned' : String(week.days.length)
}
function brings(week: SeasonWeek): string {
  const told = week.when === 'past' && week.asks === null ? week.came : week.adds
  const words = addPhrases(told, props.formOf)
  if (week.asks !== null && !told.some(({ kind }) => kind === 'count' || kind === 'minutes' || kind === 'back'))
    words.unshift(props.grows ? amountPhrase(props.grows, week.asks) : plural(week.asks, 'minute'))
  if (words.length > 0) return words.join(' · ')
  return week.when === 'past' ? 'nothing new came' : 'nothing new: what is there settles'
}
</script>

<template>
  <table class="ledger">
    <thead>
      <tr>
        <th scope="col">Week</th>
        <th scope="col" class="from">From</th>
        <th scope="col">Sessions</th>
        <th scope="col">What it brings</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="week in plan.weeks"
        :key="week.at"
        :class="week.when"
        :aria-current="week.when === 'now' ? 'date' : undefined"
      >
        <th scope="row">{{ week.at + 1 }}</th>
        <td class="from">{{ shortDayPhrase(week.monday) }}</td>
        <td>{{ happened(week) }}</td>
        <td>{{ brings(week) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.ledger :is(th, td) {
  padding-block: 0.4rem;
  vertical-align: baseline;
}
.ledger tbody th {
  font-weight: 600;
}
.ledger td:nth-child(-n + 3) {
  white-space: nowrap;
  color: var(--pb-soft);
}
.now {
  background: var(--pb-raised);
  box-shadow: inset 4px 0 var(--pb-clay);
}
.now th {
  padding-left: 0.8rem;
}
@media (max-width: 700px) {
  .from {
    display: none;
  }
  .ledger td:nth-child(-n + 3) {
    white-space: normal;
    min-width: 5.5rem;
  }
}
</style>
