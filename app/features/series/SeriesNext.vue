<script setup lang="ts">
import { useCompiled } from '~/shared/store/compiled'
import { durationPhrase } from '~/shared/words/time'
import { useSeries } from './seriesPractice'
import { timesPhrase } from './seriesWords'

/** The next lesson of each series that is under way; one that was practised today rests until tomorrow. */
const { mine, routineOf, followLesson } = useSeries()
const compiled = useCompiled()
const nexts = computed(() =>
  mine.value.flatMap(({ series, state }) => {
    const routine = state.next && routineOf(state.next)
    const result = routine && compiled(routine)
    const place = state.lessons.find(({ lesson }) => lesson === state.next)
    if (series.begunAt === undefined || !state.next || !place) return []
    const totals = result?.ok ? result.totals : null
    return [{ series, state, lesson: state.next, place, routine, totals }]
  }),
)
</script>

<template>
  <section v-if="nexts.length > 0" class="stack" aria-labelledby="series-next">
    <h2 id="series-next">Next in the series</h2>
    <ul class="nexts">
      <li v-for="{ series, state, lesson, place, routine, totals } in nexts" :key="series.id" class="spread">
        <div class="about">
          <h3>
            <NuxtLink :to="`/series/${series.id}`">{{ series.name }}</NuxtLink>
          </h3>
          <p v-if="lesson.adds">{{ lesson.adds }}</p>
          <p v-if="!routine || !totals" class="small fault">
            {{ routine ? `“${routine.name}” cannot be followed now` : 'Its routine was deleted' }}: open the series and
            choose another.
          </p>
          <p v-else class="small soft">
            {{ routine.name }}, {{ durationPhrase(totals.totalSeconds) }} · {{ timesPhrase(place) }}
            <template v-if="state.doneToday"> · a lesson was done today</template>
          </p>
        </div>
        <Button
          v-if="routine && totals"
          size="small"
          :severity="state.doneToday ? 'secondary' : undefined"
          label="Practise it"
          :aria-label="`Practise the next lesson of ${series.name}`"
          @click="followLesson(series, lesson)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.nexts {
  display: grid;
  gap: 1rem;
}
.about {
  flex: 1 1 14rem;
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
