<script setup lang="ts">
import { routineSummary, type RoutineSummary } from '#core/compose'
import { ARC_PARTS, AREAS } from '#core/forms'
import { useCompiled } from '~/shared/store/compiled'
import { useLibraryStore } from '~/shared/store/library'
import { percentPhrase } from '~/shared/words/numbers'
import { AREA_WORDS } from '~/shared/words/body'
import { PART_WORDS } from '~/shared/words/practice'
import { durationPhrase, momentPhrase } from '~/shared/words/time'
import BodyDrawing from '~/shared/drawing/BodyDrawing.vue'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'

/** Two routines, or two versions of one, side by side. */
const library = useLibraryStore()
const compiled = useCompiled()
const route = useRoute()
useHead({ title: 'Compare · Pebblebrook' })

const choices = computed(() => [
  ...library.routines.map((routine) => ({ key: routine.id, name: routine.name, routine })),
  ...library.routineVersions.map(({ id, at, routine }) => ({
    key: id,
    name: `${routine.name}, ${momentPhrase(at)}`,
    routine,
  })),
])
const one = ref(String(route.query.one ?? choices.value[0]?.key ?? ''))
const versionOfOne = library.routineVersions.find(({ routineId }) => routineId === one.value)
const other = ref(versionOfOne?.id ?? choices.value.find(({ key }) => key !== one.value)?.key ?? one.value)

const columns = computed(() =>
  [one.value, other.value].flatMap((key) => {
    const choice = choices.value.find((each) => each.key === key)
    if (!choice) return []
    const drawn = compiled(choice.routine)
    if (!drawn.ok) return []
    return [{ ...choice, drawn, summary: routineSummary({ routine: choice.routine, ...library.setting }) }]
  }),
)
const longest = computed(() => Math.max(1, ...columns.value.map(({ summary }) => summary.totalSeconds)))
const rows = computed(() => [
  { name: 'In all', cells: columns.value.map(({ summary }) => durationPhrase(summary.totalSeconds)) },
  ...ARC_PARTS.map((part) => ({
    name: PART_WORDS[part],
    cells: columns.value.map(({ summary }) => (summary.byPart[part] > 0 ? durationPhrase(summary.byPart[part]) : '–')),
  })),
  {
    name: 'Share of the closing',
    cells: columns.value.map(({ summary }) =>
      summary.closingShare === null ? '–' : percentPhrase(summary.closingShare),
    ),
  },
  {
    name: 'Stillness',
    cells: columns.value.map(({ summary }) => (summary.stillSeconds > 0 ? durationPhrase(summary.stillSeconds) : '–')),
  },
  ...AREAS.filter((area) => columns.value.some(({ summary }) => summary.byArea[area])).map((area) => ({
    name: `for ${AREA_WORDS[area]}`,
    cells: columns.value.map(({ summary }) => (summary.byArea[area] ? durationPhrase(summary.byArea[area]) : '–')),
  })),
])
/** Of all its time, the part in which an area is worked on. */
const sharesOf = ({ byArea, totalSeconds }: RoutineSummary) =>
  Object.fromEntries(AREAS.map((area) => [area, (byArea[area] ?? 0) / Math.max(1, totalSeconds)]))
</script>

<template>
  <div class="stack">
    <NuxtLink to="/routines">Routines</NuxtLink>
    <h1>Compare</h1>
    <div class="row">
      <Select v-model="one" :options="choices" option-label="name" option-value="key" aria-label="One routine" />
      <span>and</span>
      <Select
        v-model="other"
        :options="choices"
        option-label="name"
        option-value="key"
        aria-label="The other routine"
      />
    </div>
    <section v-for="(column, at) in columns" :key="at" :aria-label="column.name">
      <h2>{{ column.name }}</h2>
      <BrookDrawing
        :timeline="column.drawn.timeline"
        :scale-seconds="longest"
        effort
        pressable
        @choose="(_step, _event, formId) => navigateTo(`/forms/${formId}`)"
      />
      <p v-if="at === columns.length - 1" class="small soft">
        Under each stone its effort: legs, shoulders, spine and balance together. A stone opens its form.
      </p>
    </section>
    <div class="bodies">
      <figure v-for="(column, at) in columns" :key="at">
        <BodyDrawing :shares="sharesOf(column.summary)" />
        <figcaption class="small soft">Where it works: {{ column.name }}</figcaption>
      </figure>
    </div>
    <table v-if="columns.length > 0">
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Figure</span></th>
          <th v-for="(column, at) in columns" :key="at" scope="col">{{ column.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name">
          <th scope="row">{{ row.name }}</th>
          <td v-for="(cell, at) in row.cells" :key="at">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.bodies {
  display: flex;
  flex-wrap: wrap;
  gap: 1.5rem 4rem;
  --body-width: 6.5rem;
}
figure {
  margin: 0;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 0.3rem 0.6rem 0.3rem 0;
  border-bottom: 1px solid var(--pb-line);
  overflow-wrap: anywhere;
}
tbody th {
  font-weight: 400;
}
</style>
