<script setup lang="ts">
import { ARC_PARTS, searchForms, type ArcPart, type Form } from '#core/forms'
import { useLearnedForms } from './knownPerson'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import { usePersonStore } from '~/shared/store/person'
import { PART_WORDS, countPhrase } from '~/shared/words/practice'

/** Forms to choose from: my own first, then what I have learned, then the rest, each by part of the arc; with a search. */
defineProps<{ used: ReadonlyMap<string, number> }>()
defineEmits<{ pick: [form: Form] }>()
const person = usePersonStore()
const learned = useLearnedForms()
const words = ref('')
const part = ref<ArcPart | null>(null)
const choices = [{ value: null, name: 'every part' }, ...ARC_PARTS.map((value) => ({ value, name: PART_WORDS[value] }))]

const groups = computed(() => {
  const own = new Set(person.person.forms.map(({ id }) => id))
  const known = new Set(learned.value.learnedIds)
  const found = searchForms(person.forms, { words: words.value, part: part.value })
  const inOrder = ARC_PARTS.flatMap((each) => found.filter((form) => form.part === each))
  return [
    { name: 'My own', forms: inOrder.filter(({ id }) => own.has(id)) },
    { name: 'Learned', forms: inOrder.filter(({ id }) => known.has(id) && !own.has(id)) },
    { name: 'Not yet learned', forms: inOrder.filter(({ id }) => !known.has(id) && !own.has(id)) },
  ].filter(({ forms }) => forms.length > 0)
})
const all = computed(() => groups.value.flatMap(({ forms }) => forms))

/** One stop for the Tab key, however many forms there are; the arrows go from one to the next. */
const at = ref<string | null>(null)
const stop = computed(() => (all.value.some(({ id }) => id === at.value) ? at.value : (all.value[0]?.id ?? null)))
const list = useTemplateRef<HTMLElement>('list')
const frame = useTemplateRef<HTMLElement>('frame')
defineExpose({ focus: () => frame.value?.querySelector('input')?.focus() })
function go(event: KeyboardEvent) {
  const buttons = [...(list.value?.querySelectorAll<HTMLElement>('button') ?? [])]
  const here = buttons.indexOf(event.target as HTMLElement)
  const to = { ArrowDown: here + 1, ArrowUp: here - 1, Home: 0, End: buttons.length - 1 }[event.key]
  if (to === undefined) return
  event.preventDefault()
  buttons[to]?.focus()
}
</script>

<template>
  <div ref="frame" class="picker">
    <InputText
      v-model="words"
      type="search"
      placeholder="Search"
      aria-label="Search forms to add"
      @keydown.down.prevent="list?.querySelector('button')?.focus()"
    />
    <Select
      v-model="part"
      :options="choices"
      option-label="name"
      option-value="value"
      placeholder="every part"
      aria-label="Part of the arc to add from"
    />
    <div ref="list" class="forms" role="group" aria-label="Forms" @keydown="go">
      <template v-for="group in groups" :key="group.name">
        <h3>{{ group.name }}</h3>
        <ul>
          <li v-for="form in group.forms" :key="form.id">
            <button
              type="button"
              :tabindex="form.id === stop ? 0 : -1"
              :aria-label="`Add ${form.name}`"
              @click="$emit('pick', form)"
              @focus="at = form.id"
            >
              <span class="swatch" :style="{ background: `var(--part-${form.part})` }" aria-hidden="true" />
              <span class="form-name"
                >{{ form.name
                }}<strong v-if="used.has(form.id)" class="small"> · {{ used.get(form.id) }}× in it</strong></span
              >
              <FormPicture beside class="picture" :form="form" only="feet" />
              <span class="soft small">{{ PART_WORDS[form.part] }} · {{ countPhrase(form, form.counts.usual) }}</span>
            </button>
          </li>
        </ul>
      </template>
      <p v-if="all.length === 0" class="soft">No form answers to that.</p>
    </div>
  </div>
</template>

<style scoped>
.picker {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.6rem;
}
.forms {
  max-height: 22rem;
  overflow: auto;
  overscroll-behavior: contain;
}
h3 {
  position: sticky;
  top: 0;
  z-index: 1;
  padding: 0.3rem 0.4rem;
  background: var(--pb-paper);
  font-size: 0.95rem;
}
button {
  width: 100%;
  min-height: 2.75rem;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-radius: 8px;
  cursor: pointer;
  display: grid;
  grid-template-columns: 1.4rem 1fr auto;
  align-items: center;
  gap: 0 0.6rem;
  padding: 0.35rem 0.4rem;
  overflow-wrap: anywhere;
  line-height: 1.25;
}
button:focus-visible {
  outline-offset: -3px;
}
button:hover {
  background: var(--pb-water);
}
.picture {
  grid-area: 1 / 3 / 3;
}
.swatch {
  width: 1.4rem;
  height: 0.8rem;
  border-radius: 45% 55% 50% 50%;
}
button > .small {
  grid-column: 2;
}
</style>
