<script setup lang="ts">
import type { Form } from '#core/forms'
import type { SeasonPlan, SeasonWeek } from '#core/plan'
import { plural } from '~/shared/words/numbers'
import { shortDayPhrase } from '~/shared/words/time'
import { addPhrase, amountPhrase } from './seasonWords'

/** A season's weeks in words: what each is to bring, and what came. */
const props = defineProps<{
  plan: SeasonPlan
  /** Of what grows; undefined where that is minutes, or nothing. */
  grows?: Form
  formOf: (formId: string) => Form | undefined
}>()

function happened(week: SeasonWeek): string {
  if (week.isPaused) return 'a pause'
  if (week.when !== 'ahead') return `${week.done} of ${plural(week.days.length, 'session')} done`
  return week.days.length === 0 ? 'nothing laid' : plural(week.days.length, 'session')
}
function brings(week: SeasonWeek): string {
  const told = week.when === 'past' && week.asks === null ? week.came : week.adds
  const words = told.map((add) => addPhrase(add, props.formOf))
  if (week.asks !== null && !told.some(({ kind }) => kind === 'count' || kind === 'minutes' || kind === 'back'))
    words.unshift(props.grows ? amountPhrase(props.grows, week.asks) : plural(week.asks, 'minute'))
  if (words.length > 0) return words.join(' · ')
  return week.when === 'past' ? 'nothing new came' : 'nothing new: what is there settles'
}
</script>

<template>
  <ol class="weeks">
    <li
      v-for="week in plan.weeks"
      :key="week.at"
      :class="week.when"
      :aria-current="week.when === 'now' ? 'date' : undefined"
    >
      <span class="which">Week {{ week.at + 1 }}</span>
      <span class="soft">{{ shortDayPhrase(week.monday) }}</span>
      <span class="soft">{{ happened(week) }}</span>
      <span>{{ brings(week) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.weeks li {
  display: grid;
  grid-template-columns: 5rem 4.5rem 10rem minmax(0, 1fr);
  gap: 0.2rem 1rem;
  padding: 0.35rem 0.6rem;
  border-bottom: 1px solid var(--pb-line);
}
.which {
  font-weight: 600;
}
.now {
  background: var(--pb-raised);
  border-left: 4px solid var(--pb-clay);
}
@media (max-width: 700px) {
  .weeks li {
    grid-template-columns: auto auto minmax(0, 1fr);
  }
  .weeks li > :last-child {
    grid-column: 1 / -1;
  }
}
</style>
