<script setup lang="ts">
import { ARC_PARTS, nearestAllowed, plainSpelling, searchForms, type Form } from '#core/forms'
import type { Command } from './commandsHere'
import { useLearnedForms } from './knownPerson'
import { useFocusBack } from '~/shared/ui/focusBack'
import { isForPage } from '~/shared/ui/keys'
import { countPhrase, PART_WORDS } from '~/shared/words/practice'

/**
 * All that can be done with a routine, found by its first letters: "/" opens it, Enter does it. A form is added by its name, with a count
 * behind it if wished ("cloud 8"); a number alone fits the routine to so many minutes. It stays open, so that one form follows another.
 */
const props = defineProps<{ commands: Command[]; forms: readonly Form[] }>()
const emit = defineEmits<{ add: [form: Form, count: number] }>()
const open = defineModel<boolean>('open', { required: true })
const learned = useLearnedForms()
const focusBack = useFocusBack(open)

const typed = ref('')
const at = ref(0)
const done = ref('')
const MOST_FORMS = 8

/** The words, and the number behind them. */
const asked = computed(() => {
  const [, words = '', number] = /^(.*?)\s*x?(\d{1,3})?$/i.exec(typed.value.trim()) ?? []
  return { words, number: number ? Number(number) : null }
})
interface Choice {
  id: string
  name: string
  note: string
  run: () => void
}
const answersTo = (name: string, words: string) => {
  const has = plainSpelling(name).split(' ')
  return plainSpelling(words)
    .split(' ')
    .every((want) => has.some((word) => word.startsWith(want)))
}
const choices = computed<Choice[]>(() => {
  const { words, number } = asked.value
  const commands = props.commands
    // A number alone is asked of what takes one.
    .filter(({ name, takesNumber }) =>
      number === null
        ? !takesNumber && answersTo(name, words)
        : takesNumber && (words === '' || answersTo(name, words)),
    )
    .map(({ id, name, note, takesNumber, run }) => ({
      id,
      note: note ?? '',
      name: takesNumber ? `${name} ${number} minutes` : name,
      run: () => {
        // What leads elsewhere, or shows something, must be seen.
        open.value = false
        run(number ?? 0)
      },
    }))
  if (plainSpelling(words) === '') return commands
  const known = new Set(learned.value.learnedIds)
  const found = searchForms(props.forms, { words: words.replace(/^add\s+/i, '') })
  // Of two that answer, first one that begins so, then what is learned, then by the arc.
  const first = plainSpelling(words)
  const rank = (form: Form) =>
    (plainSpelling(form.name).startsWith(first) ? 0 : 100) +
    (known.has(form.id) ? 0 : 10) +
    ARC_PARTS.indexOf(form.part)
  const forms = found
    .map((form) => ({ form, rank: rank(form) }))
    .sort((one, other) => one.rank - other.rank)
    .slice(0, MOST_FORMS)
    .map(({ form }) => {
      const count = number === null ? form.counts.usual : nearestAllowed(form, number)
      return {
        id: form.id,
        name: `Add ${form.name}`,
        note: `${PART_WORDS[form.part]} · ${countPhrase(form, count)}`,
        run: () => {
          emit('add', form, count)
          done.value = `${form.name} added.`
          typed.value = ''
        },
      }
    })
  return [...forms, ...commands]
})
watch(typed, () => (at.value = 0))
watch(open, () => {
  typed.value = ''
  done.value = ''
  at.value = 0
})
const idOf = (index: number) => `command-${index}`
function onKey(event: KeyboardEvent) {
  const last = choices.value.length - 1
  if (event.key === 'ArrowDown') at.value = Math.min(last, at.value + 1)
  else if (event.key === 'ArrowUp') at.value = Math.max(0, at.value - 1)
  else if (event.key === 'Enter') choices.value[at.value]?.run()
  else return
  event.preventDefault()
}
watch(at, () => nextTick(() => document.getElementById(idOf(at.value))?.scrollIntoView({ block: 'nearest' })))
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== '/' || !isForPage(event)) return
  event.preventDefault()
  open.value = true
})
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    header="Commands"
    position="top"
    :style="{ width: 'min(38rem, 94vw)' }"
    @after-hide="focusBack"
  >
    <div class="stack">
      <InputText
        v-model="typed"
        autofocus
        role="combobox"
        aria-label="A form or what to do"
        aria-expanded="true"
        aria-controls="commands"
        aria-autocomplete="list"
        :aria-activedescendant="choices.length > 0 ? idOf(at) : undefined"
        placeholder="cloud 8, fit 12, print …"
        autocomplete="off"
        @keydown="onKey"
      />
      <ul id="commands" role="listbox" aria-label="Matching commands">
        <li
          v-for="(choice, index) in choices"
          :id="idOf(index)"
          :key="choice.id"
          role="option"
          :aria-selected="index === at"
          @click="choice.run()"
          @pointermove="at = index"
        >
          <span>{{ choice.name }}</span>
          <span class="soft small">{{ choice.note }}</span>
        </li>
      </ul>
      <p v-if="choices.length === 0" class="soft">Nothing found.</p>
      <p class="soft small" role="status">{{ done }}</p>
    </div>
  </Dialog>
</template>

<style scoped>
ul {
  max-height: min(24rem, 50vh);
  overflow: auto;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0 1rem;
  min-height: 2.75rem;
  padding: 0.3rem 0.7rem;
  border-radius: 8px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--pb-water);
}
</style>
