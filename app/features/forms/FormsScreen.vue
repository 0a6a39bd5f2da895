<script setup lang="ts">
import {
  ANY_FORM,
  ARC_PARTS,
  AREAS,
  latestStages,
  LEARNING_STAGES,
  schoolsOf,
  searchForms,
  wayFor,
  type Form,
  type FormQuery,
} from '#core/forms'
import { daysBetween, lastDone } from '#core/journal'
import { compileAlone } from '#core/timeline'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import { useConcerned } from '~/shared/store/concerned'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useGrowing } from '~/shared/ui/growing'
import SearchField from '~/shared/ui/SearchField.vue'
import { plural } from '~/shared/words/numbers'
import { AREA_WORDS } from '~/shared/words/body'
import { PART_WORDS, STAGE_WORDS, STANCE_WORDS, countPhrase } from '~/shared/words/practice'

const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
useHead({ title: 'Forms · Pebblebrook' })

const query = reactive<FormQuery>({ ...ANY_FORM })
const onlyMine = ref(false)
/** On a phone the filters are folded until they are asked for; what is chosen is told all the same. */
const isFolded = ref(true)
const any = (name: string) => ({ value: null, name })
const partChoices = [any('every part'), ...ARC_PARTS.map((value) => ({ value, name: PART_WORDS[value] }))]
const areaChoices = [any('any area'), ...AREAS.map((value) => ({ value, name: AREA_WORDS[value] }))]
const stageChoices = [
  any('any stage'),
  { value: 'any', name: 'what I am learning' },
  ...LEARNING_STAGES.map((value) => ({ value, name: STAGE_WORDS[value] })),
]
const effortChoices = [
  any('any effort'),
  { value: 0, name: 'asks nothing' },
  { value: 1, name: 'a little at most' },
  { value: 2, name: 'some at most' },
]
const timeChoices = [
  any('any length'),
  ...[1, 2, 5, 10].map((minutes) => ({ value: minutes * 60, name: `up to ${minutes} min` })),
]
const schoolChoices = computed(() => [
  any('any school'),
  ...schoolsOf(library.forms).map((value) => ({ value, name: value })),
])

/** When it was last done: within so many days, or not for so many. */
type Done = { within: number } | { notFor: number } | 'never'
const done = ref<Done | null>(null)
const doneChoices: { value: Done | null; name: string }[] = [
  { value: null, name: 'any time' },
  { value: { within: 7 }, name: 'done this week' },
  { value: { within: 31 }, name: 'done this month' },
  { value: { notFor: 31 }, name: 'not done for a month' },
  { value: { notFor: 92 }, name: 'not done for three months' },
  { value: 'never', name: 'never done' },
]
const lastDay = computed(() => lastDone(journal.sessions, settings.dayEndsAtHour))
function answersDone({ id }: Form): boolean {
  if (!done.value) return true
  const day = lastDay.value.get(id)
  if (done.value === 'never') return !day
  const days = day ? daysBetween(day, journal.today) : null
  if (days === null) return false
  return 'within' in done.value ? days < done.value.within : days >= done.value.notFor
}

const stageOf = computed(() => latestStages(library.stages))
/** Seconds at the usual count, my way and at my breath; worked out only for a search by time, once for each form. */
const secondsOf = computed(() => {
  const known = new Map<string, number>()
  const { pace, rules } = settings
  return (form: Form): number => {
    const way = wayFor({ formId: form.id }, library.ways)
    const seconds = known.get(form.id) ?? compileAlone(form, { way, rules }, pace).occurrences[0]!.bodySeconds
    known.set(form.id, seconds)
    return seconds
  }
})
const withCare = useConcerned()
const mine = computed(() => new Set(library.ownForms.map(({ id }) => id)))
const found = computed(() =>
  searchForms(library.forms, query, {
    stageOf: (formId) => stageOf.value.get(formId) ?? null,
    secondsOf: secondsOf.value,
  }).filter((form) => (!onlyMine.value || mine.value.has(form.id)) && answersDone(form)),
)
const inOrder = computed(() => ARC_PARTS.flatMap((part) => found.value.filter((form) => form.part === part)))
const AT_ONCE = 45
const shown = useGrowing(inOrder, AT_ONCE)
const filtersSet = computed(
  () =>
    filters.value.filter(({ field }) => query[field] !== null).length +
    [query.seated, onlyMine.value, done.value].filter(Boolean).length,
)
const filters = computed(() => [
  { field: 'part' as const, name: 'Part of session', choices: partChoices },
  { field: 'area' as const, name: 'Body area', choices: areaChoices },
  { field: 'stage' as const, name: 'Stage of learning', choices: stageChoices },
  { field: 'mostEffort' as const, name: 'Effort', choices: effortChoices },
  { field: 'mostSeconds' as const, name: 'Time', choices: timeChoices },
  { field: 'school' as const, name: 'School', choices: schoolChoices.value },
])
const byPart = computed(() =>
  ARC_PARTS.map((name) => ({ name, forms: shown.value.filter((form) => form.part === name) })).filter(
    ({ forms }) => forms.length > 0,
  ),
)
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Forms</h1>
      <div class="row">
        <NuxtLink to="/kept">Due for review</NuxtLink>
        <NuxtLink v-slot="{ navigate }" to="/forms/new" custom>
          <Button label="New form" icon="pi pi-plus" @click="navigate" />
        </NuxtLink>
      </div>
    </div>
    <search class="row filters" :class="{ folded: isFolded }">
      <SearchField v-model="query.words" placeholder="Name, pinyin, part of the body" aria-label="Search forms" />
      <Button
        class="fold"
        severity="secondary"
        :label="filtersSet > 0 ? `Filters (${filtersSet})` : 'Filters'"
        :aria-expanded="!isFolded"
        @click="isFolded = !isFolded"
      />
      <Select
        v-model="done"
        class="filter"
        :options="doneChoices"
        option-label="name"
        option-value="value"
        aria-label="Last practised"
        placeholder="any time"
      />
      <Select
        v-for="filter in filters"
        :key="filter.field"
        v-model="query[filter.field]"
        class="filter"
        :options="filter.choices"
        option-label="name"
        option-value="value"
        :aria-label="filter.name"
        :placeholder="filter.choices[0]!.name"
      />
      <label class="row filter"><input v-model="query.seated" type="checkbox" /> can be seated</label>
      <label class="row filter"><input v-model="onlyMine" type="checkbox" /> only mine</label>
      <span class="soft" role="status">{{ plural(found.length, 'form') }}</span>
    </search>
    <section v-for="group in byPart" :key="group.name" :aria-labelledby="`part-${group.name}`">
      <h2 :id="`part-${group.name}`" class="part">
        <span class="swatch" :style="{ background: `var(--part-${group.name})` }" aria-hidden="true" />
        {{ PART_WORDS[group.name] }}
      </h2>
      <ul class="forms">
        <li v-for="form in group.forms" :key="form.id">
          <NuxtLink :to="`/forms/${form.id}`">
            <FormPicture beside class="picture" :form="form" />
            <strong>{{ form.name }}</strong>
            <span class="mine">
              <template v-if="mine.has(form.id)">mine</template>
              <template v-if="withCare.has(form.id)"> with care</template>
            </span>
            <span class="soft small">
              {{ countPhrase(form, form.counts.usual) }} · {{ STANCE_WORDS[form.stance] }}
              <template v-if="stageOf.has(form.id)"> · {{ STAGE_WORDS[stageOf.get(form.id)!] }}</template>
              <template v-if="form.areas.length > 0">
                · {{ form.areas.map((area) => AREA_WORDS[area]).join(', ') }}</template
              >
            </span>
          </NuxtLink>
        </li>
      </ul>
    </section>
    <p v-if="found.length === 0">
      No forms found. Try fewer letters, or
      <NuxtLink to="/forms/new">make it your own form</NuxtLink>.
    </p>
  </div>
</template>

<style scoped>
.filters :deep(input[type='search']) {
  width: min(26rem, 100%);
}
.fold {
  display: none;
}
@media (max-width: 640px) {
  .fold {
    display: inline-flex;
  }
  .folded .filter {
    display: none;
  }
}
/* Which part it is stays in sight. */
.part {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--pb-paper);
  display: flex;
  align-items: center;
  gap: 0.6rem;
  padding: 0.6rem 0;
}
.swatch {
  width: 2.2rem;
  height: 0.9rem;
  border-radius: 45% 55% 50% 50%;
}
.forms {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 22rem), 1fr));
  gap: 0.2rem 1.2rem;
}
.forms a {
  display: grid;
  grid-template-columns: auto 1fr auto;
  align-items: center;
  column-gap: 0.8rem;
  padding: 0.55rem 0.6rem;
  border-radius: 8px;
  color: inherit;
  text-decoration: none;
  overflow-wrap: anywhere;
}
.forms a:hover {
  background: var(--pb-water);
}
.forms .picture {
  grid-area: 1 / 1 / 3;
}
.forms .small {
  grid-column: 2 / -1;
}
.mine {
  color: var(--pb-clay);
  font-size: 0.85rem;
}
</style>
