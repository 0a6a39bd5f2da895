<script setup lang="ts">
import { PURPOSES } from '#core/compose'
import { allowedCounts } from '#core/forms'
import { SEASON_LIMITS, SEASON_STAGES, type SeasonKind } from '#core/plan'
import { possibleNow } from '~/shared/plan/possible'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { plural } from '~/shared/words/numbers'
import { PURPOSE_WORDS, STAGE_WORDS } from '~/shared/words/practice'
import { WEEKDAY_WORDS } from '~/shared/words/time'
import SeasonReach from './SeasonReach.vue'
import SeasonWeeks from './SeasonWeeks.vue'
import { amountPhrase, GOAL_WORDS, outlookPhrases } from './seasonWords'
import { useSeasonDraft } from './useSeasonDraft'
import { useSeasonKeeping } from './useSeasonKeeping'

/** A season is put together: a goal, the hours, and at once how its weeks would go. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()
const isPossible = possibleNow()
useHead({ title: 'A new season · Pebblebrook' })
const draft = useSeasonDraft()
const { kind, sets, setName, chosenIds, stage, form, formId, from, to, purpose, minutes } = draft
const { weeks, name, beginsNext, weekdays, toggle, time, length, hours, season, plan } = draft
const { begin } = useSeasonKeeping()

const KINDS: SeasonKind[] = ['learn', 'grow', 'purpose']
const setOptions = computed(() => [
  ...sets.value.map((set) => ({ value: set.name as string | null, name: `${set.name} (${set.forms.length})` })),
  { value: null, name: 'forms that I choose' },
])
const stages = SEASON_STAGES.map((value) => ({ value, name: STAGE_WORDS[value] }))
const formOf = (id: string) => library.formsById.get(id)
const pool = computed(() => {
  const set = sets.value.find((each) => each.name === setName.value)
  return set ? set.forms : chosenIds.value.flatMap((id) => formOf(id) ?? [])
})
function toggleForm(id: string) {
  const order = pool.value.map((each) => each.id)
  chosenIds.value = chosenIds.value.includes(id)
    ? chosenIds.value.filter((each) => each !== id)
    : order.filter((each) => each === id || chosenIds.value.includes(each))
}
const addable = computed(() =>
  library.forms
    .filter(({ id }) => !chosenIds.value.includes(id) && isPossible(id))
    .map(({ id, name: of }) => ({ value: id, name: of })),
)
const growable = computed(() =>
  library.forms
    .filter((each) => allowedCounts(each).length > 1 && isPossible(each.id))
    .sort((one, other) => Number(other.part === 'stand') - Number(one.part === 'stand'))
    .map(({ id, name: of, part }) => ({ value: id, name: part === 'stand' ? `${of} (a stand)` : of })),
)
const amounts = computed(() =>
  form.value ? allowedCounts(form.value).map((value) => ({ value, name: amountPhrase(form.value, value) })) : [],
)
const purposes = PURPOSES.map((value) => ({ value, name: PURPOSE_WORDS[value] }))
const times = [
  { value: 'morning' as const, name: 'in the morning' },
  { value: 'evening' as const, name: 'in the evening' },
]
const starts = [
  { value: false, name: 'this week' },
  { value: true, name: 'next week' },
]
const outlook = computed(() => (season.value && plan.value ? outlookPhrases(season.value, plan.value, formOf) : []))
const canBegin = computed(() => season.value !== null && name.value.trim() !== '' && hours.value.length > 0)
const fault = ref('')
async function keep() {
  if (!season.value || !canBegin.value) return
  const kept = await begin({ ...season.value, name: season.value.name.trim() }, hours.value)
  if (kept) await navigateTo(`/seasons/${season.value.id}`)
  else fault.value = 'It was not kept; what is said above tells why.'
}
</script>

<template>
  <div class="stack">
    <NuxtLink to="/seasons">Seasons</NuxtLink>
    <h1>A new season</h1>
    <fieldset class="kinds">
      <legend class="label">What is it for?</legend>
      <label v-for="each in KINDS" :key="each" class="row">
        <input v-model="kind" type="radio" name="kind" :value="each" />
        {{ GOAL_WORDS[each] }}
      </label>
    </fieldset>

    <template v-if="kind === 'learn'">
      <div class="fields">
        <ChoiceField v-model="setName" label="Which forms" :options="setOptions" search />
        <ChoiceField v-model="stage" label="Goal" :options="stages" />
        <ChoiceField
          v-if="setName === null"
          :model-value="undefined"
          once
          search
          label="Add a form"
          :options="addable"
          placeholder="a form"
          @update:model-value="$event && chosenIds.push($event)"
        />
      </div>
      <fieldset class="ticks">
        <legend class="label">{{ plural(chosenIds.length, 'form') }}, in this order</legend>
        <label v-for="each in pool" :key="each.id" class="row">
          <input
            type="checkbox"
            :checked="chosenIds.includes(each.id)"
            :disabled="!isPossible(each.id)"
            @change="toggleForm(each.id)"
          />
          {{ each.name }}
          <template v-if="!isPossible(each.id)">(advised against by your health settings)</template>
          <span v-else-if="library.stageOf(each.id)" class="small soft"
            >({{ STAGE_WORDS[library.stageOf(each.id)!] }})</span
          >
        </label>
      </fieldset>
    </template>
    <div v-else-if="kind === 'grow'" class="fields">
      <ChoiceField v-model="formId" label="Which form" :options="growable" placeholder="a form" search />
      <ChoiceField v-if="form" v-model="from" label="It begins with" :options="amounts" />
      <ChoiceField v-if="form" v-model="to" label="It is to come to" :options="amounts" />
      <p v-if="form && from >= to" class="fault">It is to come to more than it begins with.</p>
    </div>
    <div v-else class="fields">
      <ChoiceField v-model="purpose" label="What for" :options="purposes" />
      <div class="field">
        <label for="from-minutes">It begins with minutes</label>
        <InputNumber
          v-model="minutes.from"
          input-id="from-minutes"
          :min="SEASON_LIMITS.minutes.least"
          :max="minutes.to ?? SEASON_LIMITS.minutes.most"
        />
      </div>
      <div class="field">
        <label for="to-minutes">It is to come to minutes</label>
        <InputNumber
          v-model="minutes.to"
          input-id="to-minutes"
          :min="minutes.from ?? SEASON_LIMITS.minutes.least"
          :max="SEASON_LIMITS.minutes.most"
        />
      </div>
      <p v-if="!minutes.from || !minutes.to" class="fault">Say how many minutes it begins with, and comes to.</p>
    </div>

    <div class="fields">
      <div class="field">
        <label for="weeks">Weeks</label>
        <InputNumber
          v-model="weeks"
          input-id="weeks"
          :min="SEASON_LIMITS.weeks.least"
          :max="SEASON_LIMITS.weeks.most"
        />
      </div>
      <ChoiceField v-model="beginsNext" label="It begins" :options="starts" />
      <ChoiceField v-model="time" label="When" :options="times" />
      <div class="field">
        <label for="length">Minutes each</label>
        <InputNumber
          v-model="length"
          input-id="length"
          :min="SEASON_LIMITS.minutes.least"
          :max="SEASON_LIMITS.minutes.most"
        />
      </div>
      <div class="field">
        <label for="name">Name</label>
        <InputText id="name" v-model="name" />
      </div>
    </div>
    <fieldset class="ticks">
      <legend class="label">On which days, every week</legend>
      <label v-for="(word, at) in WEEKDAY_WORDS" :key="word" class="row">
        <input type="checkbox" :checked="weekdays.includes(at + 1)" @change="toggle(at + 1)" />
        {{ word }}
      </label>
    </fieldset>

    <section v-if="season && plan" class="stack" aria-labelledby="would">
      <h2 id="would">How it would go</h2>
      <div role="status">
        <p v-for="words in outlook" :key="words">{{ words }}</p>
      </div>
      <SeasonReach :season="season" :plan="plan" :today="journal.today" :form-of="formOf" />
      <div class="row">
        <Button label="Start this season" size="large" :disabled="!canBegin" @click="keep" />
        <span v-if="hours.length === 0" class="fault">Choose a day of the week at least.</span>
        <span class="small soft">It lies in the week then, and each day of it can be moved there.</span>
      </div>
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
      <SeasonWeeks :plan="plan" :grows="kind === 'grow' ? form : undefined" :form-of="formOf" />
      <p class="small soft">
        Each week is planned anew as it begins, from what was done. Nothing grows by more than a tenth a week, and only
        after weeks that felt easy; a teacher’s word comes before all of it.
      </p>
    </section>
    <p v-else-if="!workspace.isFullyLoaded" role="status">The journal is being read…</p>
  </div>
</template>

<style scoped>
.kinds {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 0.3rem;
}
</style>
