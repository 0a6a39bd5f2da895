<script setup lang="ts">
import { ARC_PARTS, searchForms, type ArcPart, type Form } from '#core/forms'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import { usePersonStore } from '~/shared/store/person'
import { PART_WORDS, countPhrase } from '~/shared/words/practice'

/** Forms to choose from, by part of the arc, with a search. */
defineProps<{ used: Set<string> }>()
defineEmits<{ pick: [form: Form] }>()
const person = usePersonStore()
const words = ref('')
const part = ref<ArcPart | null>(null)
const choices = [{ value: null, name: 'every part' }, ...ARC_PARTS.map((value) => ({ value, name: PART_WORDS[value] }))]
const found = computed(() => searchForms(person.forms, { words: words.value, part: part.value }))
</script>

<template>
  <div class="picker">
    <div class="row">
      <InputText v-model="words" type="search" placeholder="Search" aria-label="Search forms to add" class="words" />
      <Select
        v-model="part"
        :options="choices"
        option-label="name"
        option-value="value"
        placeholder="every part"
        aria-label="Part of the arc to add from"
      />
    </div>
    <ul>
      <li v-for="form in found" :key="form.id">
        <button type="button" :aria-label="`Add ${form.name}`" @click="$emit('pick', form)">
          <span class="swatch" :style="{ background: `var(--part-${form.part})` }" aria-hidden="true" />
          <span class="form-name"
            >{{ form.name }}<span v-if="used.has(form.id)" class="soft small"> · in it already</span></span
          >
          <FormPicture beside class="picture" :form="form" only="feet" />
          <span class="soft small">{{ PART_WORDS[form.part] }} · {{ countPhrase(form, form.counts.usual) }}</span>
        </button>
      </li>
    </ul>
    <p v-if="found.length === 0" class="soft">No form answers to that.</p>
  </div>
</template>

<style scoped>
.picker {
  display: grid;
  gap: 0.6rem;
}
.words {
  flex: 1 1 8rem;
  min-width: 0;
}
ul {
  max-height: 26rem;
  overflow: auto;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 17rem), 1fr));
}
button {
  width: 100%;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-radius: 8px;
  cursor: pointer;
  display: grid;
  grid-template-columns: 1.6rem 1fr auto;
  align-items: center;
  gap: 0 0.7rem;
  padding: 0.5rem 0.6rem;
  overflow-wrap: anywhere;
}
button:hover {
  background: var(--pb-water);
}
.picture {
  grid-area: 1 / 3 / 3;
}
.swatch {
  width: 1.6rem;
  height: 0.8rem;
  border-radius: 45% 55% 50% 50%;
}
button > .small {
  grid-column: 2;
}
</style>
