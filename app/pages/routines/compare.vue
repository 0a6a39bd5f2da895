<script setup lang="ts">
import { routineFigures } from '#core/compose'
import { ARC_PARTS, AREAS } from '#core/forms'
import type { Routine } from '#core/routine'

/** Two routines, or two versions of one, side by side. */
const person = usePersonStore()
const compiled = useCompiled()
const route = useRoute()
useHead({ title: 'Compare · Pebblebrook' })

const choices = computed(() => [
  ...person.routines.map((routine) => ({ key: routine.id, name: routine.name, routine })),
  ...person.person.routineVersions.map(({ id, at, routine }) => ({
    key: id,
    name: `${routine.name}, ${new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}`,
    routine,
  })),
])
const one = ref(String(route.query.one ?? choices.value[0]?.key ?? ''))
const versionOfOne = person.person.routineVersions.find(({ routineId }) => routineId === one.value)
const other = ref(versionOfOne?.id ?? choices.value.find(({ key }) => key !== one.value)?.key ?? one.value)

const columns = computed(() =>
  [one.value, other.value].flatMap((key) => {
    const choice = choices.value.find((each) => each.key === key)
    if (!choice) return []
    const drawn = compiled(choice.routine)
    if (!drawn.ok) return []
    return [{ ...choice, drawn, figures: figuresOf(choice.routine) }]
  }),
)
function figuresOf(routine: Routine) {
  const { pace, rules } = person.settings
  return routineFigures({ routine, forms: person.forms, ways: person.ways, pace, rules })
}
const longest = computed(() => Math.max(1, ...columns.value.map(({ figures }) => figures.totalSeconds)))
const rows = computed(() => [
  { name: 'In all', cells: columns.value.map(({ figures }) => durationPhrase(figures.totalSeconds)) },
  ...ARC_PARTS.map((part) => ({
    name: PART_WORDS[part],
    cells: columns.value.map(({ figures }) => (figures.byPart[part] > 0 ? durationPhrase(figures.byPart[part]) : '–')),
  })),
  {
    name: 'Closing of the moving time',
    cells: columns.value.map(({ figures }) =>
      figures.closingShare === null ? '–' : percentPhrase(figures.closingShare),
    ),
  },
  {
    name: 'Stillness',
    cells: columns.value.map(({ figures }) => (figures.stillSeconds > 0 ? durationPhrase(figures.stillSeconds) : '–')),
  },
  ...AREAS.filter((area) => columns.value.some(({ figures }) => figures.byArea[area])).map((area) => ({
    name: `for ${AREA_WORDS[area]}`,
    cells: columns.value.map(({ figures }) => (figures.byArea[area] ? durationPhrase(figures.byArea[area]) : '–')),
  })),
])
/** The most that effort can add up to: four times 3. */
const MOST_EFFORT = 12
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
      <BrookDrawing :timeline="column.drawn.timeline" :scale-seconds="longest" />
      <svg
        class="effort"
        viewBox="0 0 1000 60"
        preserveAspectRatio="none"
        role="img"
        :aria-label="`Effort along the time of ${column.name}`"
      >
        <rect
          v-for="(stretch, place) in column.figures.effort"
          :key="place"
          :x="(1000 * stretch.startSeconds) / longest"
          :width="(1000 * stretch.lengthSeconds) / longest"
          :y="60 - (60 * stretch.effort) / MOST_EFFORT"
          :height="(60 * stretch.effort) / MOST_EFFORT"
        />
      </svg>
      <p class="small soft">Effort along the time: legs, shoulders, spine and balance together.</p>
    </section>
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
.effort {
  width: 100%;
  height: 3.5rem;
  display: block;
}
.effort rect {
  fill: var(--pb-moss);
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
