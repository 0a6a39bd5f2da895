<script setup lang="ts">
import { ARC_PARTS, searchForms, type ArcPart, type Form } from '#core/forms'
import { useLearnedForms } from './knownPerson'
import { useLibraryStore } from '~/shared/store/library'
import { useGrowing } from '~/shared/ui/growing'
import SearchField from '~/shared/ui/SearchField.vue'
import PickerForm from './PickerForm.vue'
import { PART_WORDS } from '~/shared/words/practice'

/** Forms to choose from: my own first, then what I have learned, then the rest, each by part of the arc; with a search. */
defineProps<{ used: ReadonlyMap<string, number> }>()
defineEmits<{ pick: [form: Form] }>()
const library = useLibraryStore()
const learned = useLearnedForms()
const words = ref('')
const part = ref<ArcPart | null>(null)
const choices = [{ value: null, name: 'every part' }, ...ARC_PARTS.map((value) => ({ value, name: PART_WORDS[value] }))]

const groups = computed(() => {
  const own = new Set(library.ownForms.map(({ id }) => id))
  const known = new Set(learned.value.learnedIds)
  const found = searchForms(library.forms, { words: words.value, part: part.value })
  const inOrder = ARC_PARTS.flatMap((each) => found.filter((form) => form.part === each))
  return [
    { name: 'My own', forms: inOrder.filter(({ id }) => own.has(id)) },
    { name: 'Learned', forms: inOrder.filter(({ id }) => known.has(id) && !own.has(id)) },
    { name: 'Not yet learned', forms: inOrder.filter(({ id }) => !known.has(id) && !own.has(id)) },
  ].filter(({ forms }) => forms.length > 0)
})
const all = computed(() => groups.value.flatMap(({ forms }) => forms))
const AT_ONCE = 14
const grown = useGrowing(all, AT_ONCE)
const shown = computed(() => {
  const there = new Set(grown.value)
  return groups.value
    .map(({ name, forms }) => ({ name, forms: forms.filter((form) => there.has(form)) }))
    .filter(({ forms }) => forms.length > 0)
})

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
    <SearchField
      v-model="words"
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
      aria-label="Part of session to add from"
    />
    <div ref="list" class="forms" role="group" aria-label="Forms" @keydown="go">
      <template v-for="group in shown" :key="group.name">
        <h3>{{ group.name }}</h3>
        <ul>
          <PickerForm
            v-for="form in group.forms"
            :key="form.id"
            :form="form"
            :times="used.get(form.id) ?? 0"
            :is-stop="form.id === stop"
            @pick="$emit('pick', form)"
            @reach="at = form.id"
          />
        </ul>
      </template>
      <p v-if="all.length === 0" class="soft">No forms found.</p>
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
</style>
