<script setup lang="ts">
import { NOT_SAID, journalTotals, steadiness, weekReports, weeksOfStones } from '#core/journal'
import { readyToday } from '#core/plan'
import { useCompiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/store/follow'
import { usePersonStore } from '~/shared/store/person'
import { plural } from '~/shared/words/numbers'
import { aimPhrase, rowPhrase } from '~/shared/words/steadiness'
import { durationPhrase, minutesPhrase, weekdayPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import FeltScales from '~/shared/ui/FeltScales.vue'
import SteppingStones from '~/shared/drawing/SteppingStones.vue'
import CloseAfter from './CloseAfter.vue'
import { readyPhrase } from './todayWords'

const person = usePersonStore()
const follow = useFollowStore()
const compiled = useCompiled()
useHead({ title: 'Today · Pebblebrook' })

const WEEKS_SHOWN = 4
const rules = computed(() => person.steadinessRules)
/** All days together can be told only when all are here. */
const row = computed(() => (person.isWhole ? steadiness(person.sessions, person.today, rules.value) : null))
const totals = computed(() => journalTotals(person.sessions, person.today, rules.value.dayEndsAtHour))
const aim = computed(() =>
  person.isWhole ? aimPhrase(weekReports(person.sessions, person.today, rules.value), person.today) : '',
)
const weeks = computed(() => weeksOfStones(person.sessions, person.today, WEEKS_SHOWN, rules.value))

/** So many are offered; the rest need not be laid out to show these. */
const MOST_OFFERED = 6
const ready = computed(() => {
  const ranked = readyToday(person.routines, person.sessions, person.today, rules.value.dayEndsAtHour)
  const offered = []
  for (const entry of ranked) {
    if (offered.length === MOST_OFFERED) break
    const result = entry.routine.entries.length > 0 ? compiled(entry.routine) : null
    if (result?.ok) offered.push({ ...entry, compiled: result })
  }
  return offered
})
const first = computed(() => ready.value[0] ?? null)
const others = computed(() => ready.value.slice(1))
const longestSeconds = computed(() =>
  Math.max(0, ...others.value.map(({ compiled: result }) => (result.ok ? result.totals.totalSeconds : 0))),
)
const before = ref({ ...NOT_SAID })

async function begin(routineId: string) {
  const routine = person.routines.find(({ id }) => id === routineId)
  if (!routine) return
  follow.prepare(routine)
  follow.before = { ...before.value }
  follow.command('start')
  await navigateTo('/follow')
}
</script>

<template>
  <div class="stack today">
    <h1>{{ weekdayPhrase(person.today) }}</h1>

    <section v-if="first?.compiled.ok" class="ready" aria-label="Ready to practise">
      <div class="spread">
        <div>
          <h2>{{ first.routine.name }}</h2>
          <p>
            <strong>{{ durationPhrase(first.compiled.totals.totalSeconds) }}</strong> at my breath ·
            {{ plural(first.compiled.totals.bySteps.length, 'step') }} · {{ readyPhrase(first.reason, person.isWhole) }}
          </p>
        </div>
        <Button class="begin" size="large" label="Begin" autofocus icon="pi pi-play" @click="begin(first.routine.id)" />
      </div>
      <BrookDrawing :timeline="first.compiled.timeline" size="small" />
      <details class="feeling">
        <summary>Say how it is now</summary>
        <FeltScales v-model="before" legend="Only if you care to. A second press takes a word back." />
      </details>
    </section>

    <div class="columns">
      <section class="stack" aria-labelledby="days">
        <h2 id="days">The days</h2>
        <p>{{ row ? rowPhrase(row) : 'The days are being counted…' }}</p>
        <SteppingStones
          :weeks="weeks"
          :today="person.today"
          @open="(day) => navigateTo({ path: '/journal', query: { day } })"
        />
        <p class="soft">
          <template v-if="aim">{{ aim }}</template>
          <template v-else
            >{{ minutesPhrase(totals.secondsThisWeek) }} on {{ plural(totals.daysThisWeek, 'day') }} this
            week.</template
          >
          An outlined stone is rest. Each stone opens its day.
        </p>
      </section>

      <div class="stack also">
        <slot name="series" />
        <section class="stack" aria-labelledby="others">
          <h2 id="others">Also ready</h2>
          <ul class="others">
            <li v-for="entry in others" :key="entry.routine.id">
              <div class="spread">
                <div>
                  <h3>{{ entry.routine.name }}</h3>
                  <p v-if="entry.compiled.ok" class="small soft">
                    {{ durationPhrase(entry.compiled.totals.totalSeconds) }} ·
                    {{ readyPhrase(entry.reason, person.isWhole) }}
                  </p>
                </div>
                <Button
                  size="small"
                  severity="secondary"
                  label="Begin"
                  :aria-label="`Begin ${entry.routine.name}`"
                  @click="begin(entry.routine.id)"
                />
              </div>
              <BrookDrawing
                v-if="entry.compiled.ok"
                :timeline="entry.compiled.timeline"
                :scale-seconds="longestSeconds"
              />
            </li>
          </ul>
          <NuxtLink to="/routines">All routines, and a new one</NuxtLink>
          <CloseAfter />
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.today {
  gap: 1.6rem;
}
.ready {
  display: grid;
  gap: 0.8rem;
}
.ready h2 {
  font-size: 1.6rem;
}
.begin {
  font-size: 1.3rem;
  padding: 0.8rem 2rem;
}
.feeling {
  max-width: 48rem;
}
summary {
  cursor: pointer;
  padding: 0.5rem 0;
  width: fit-content;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 2rem 3rem;
  align-items: start;
}
.also {
  gap: 1.6rem;
}
.others {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1.2rem;
}
@media (max-width: 820px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .begin {
    width: 100%;
  }
}
</style>
