<script setup lang="ts">
import { filterChoices, type JournalFilter } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { PLACE_WORDS, SCALE_WORDS, sensationPhrase } from '~/shared/words/body'

/** Narrowing the journal: by routine, form, feeling, sensation and place; and going to a date. */
const filter = defineModel<JournalFilter>({ required: true })
const emit = defineEmits<{ day: [day: string] }>()
const journal = useJournalStore()
const isOpen = ref(false)
/** Worked out only where it is looked at. */
const choices = computed(() => (isOpen.value ? filterChoices(journal.sessions) : null))
const all = { name: 'all', value: null }
const titles = computed(() => [all, ...(choices.value?.titles ?? []).map((value) => ({ value, name: value }))])
const forms = computed(() => [
  all,
  ...(choices.value?.forms ?? []).map(({ formId, name }) => ({ value: formId, name })),
])
const sensations = computed(() => [
  all,
  ...(choices.value?.sensations ?? []).map((value) => ({ value, name: sensationPhrase(value) })),
])
const places = computed(() => [
  all,
  ...(choices.value?.places ?? []).map((value) => ({ value, name: PLACE_WORDS[value] })),
])
const felt = computed(() => [
  all,
  ...(choices.value?.felt ?? []).map(({ scale, how }) => ({
    value: `${scale} ${how}`,
    name: `${SCALE_WORDS[scale].name.toLowerCase()} ${how} after`,
  })),
])
function narrow<Name extends keyof JournalFilter>(name: Name, value: JournalFilter[Name] | null | undefined) {
  const { [name]: _, ...rest } = filter.value
  filter.value = value ? { ...rest, [name]: value } : rest
}
function narrowFelt(value: string | null | undefined) {
  const chosen = choices.value?.felt.find(({ scale, how }) => `${scale} ${how}` === value)
  narrow('felt', chosen)
}
const date = ref('')
</script>

<template>
  <details class="filters" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary>Filter, or go to a date</summary>
    <div v-if="choices" class="fields">
      <ChoiceField
        label="Practice"
        :options="titles"
        :model-value="filter.title ?? null"
        @update:model-value="narrow('title', $event)"
      />
      <ChoiceField
        label="Form"
        :options="forms"
        :model-value="filter.formId ?? null"
        @update:model-value="narrow('formId', $event)"
      />
      <ChoiceField
        label="Felt"
        :options="felt"
        :model-value="filter.felt ? `${filter.felt.scale} ${filter.felt.how}` : null"
        @update:model-value="narrowFelt($event)"
      />
      <ChoiceField
        label="Sensation"
        :options="sensations"
        :model-value="filter.sensation ?? null"
        @update:model-value="narrow('sensation', $event)"
      />
      <ChoiceField
        label="Where it hurt"
        :options="places"
        :model-value="filter.pain ?? null"
        @update:model-value="narrow('pain', $event)"
      />
      <form class="field" @submit.prevent="date && emit('day', date)">
        <label for="go-to">Go to a date</label>
        <span class="row nowrap">
          <InputText id="go-to" v-model="date" type="date" :max="journal.today" />
          <Button type="submit" label="Go" severity="secondary" :disabled="!date" />
        </span>
      </form>
    </div>
  </details>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(13rem, 100%), 1fr));
  gap: 0.8rem 1rem;
  margin-top: 0.6rem;
}
.nowrap {
  flex-wrap: nowrap;
}
</style>
