<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { nameWith } from '#core/basics'
import { faultsOfText, formsInText } from '#core/formats'
import { readFormWords, type Form } from '#core/forms'
import { layDraft, readDraft } from '~/shared/store/drafts'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { stateOf } from '~/shared/store/saving'
import { plural } from '~/shared/words/numbers'
import FormEditor from './FormEditor.vue'

useHead({ title: 'New form · Pebblebrook' })
const route = useRoute()
const workspace = useWorkspaceStore()
const library = useLibraryStore()

/** A form to start from: a copy of another, or what was read from plain lines. */
const copied = computed(() => library.formsById.get(String(route.query.from ?? '')) ?? null)
const start: Partial<Form> = copied.value
  ? { ...copied.value, name: nameWith(copied.value.name, ', my way'), set: null }
  : {}
const from = copied.value?.id ?? ''
const editor = useTemplateRef<{ take: (fields: Partial<Form>) => void }>('editor')

/** Lines that are being written stay, too. */
function keptLines(of: string) {
  const lines = ref(readDraft(workspace.workspace, of) ?? '')
  watch(lines, (now) => layDraft(workspace.workspace, of, now))
  return lines
}
const words = keptLines('form-lines')
const read = computed(() => readFormWords(words.value))
const several = keptLines('several-forms')
const readForms = computed(() => formsInText(several.value, newUuid))
/** What keeps a form from being one: nothing is kept by halves. */
const faults = computed(() => faultsOfText(readForms.value))
const keptWords = ref('')
async function keepAll() {
  const { forms } = readForms.value
  if (!(await workspace.change(forms.map((form) => stateOf('forms', form))))) return
  keptWords.value = `${forms.map(({ name }) => name).join(', ')}: saved in your forms.`
  several.value = ''
}
function take() {
  editor.value?.take(read.value.fields)
  words.value = ''
}
</script>

<template>
  <div class="stack">
    <NuxtLink to="/forms">Forms</NuxtLink>
    <h1>New form</h1>
    <details class="quick" :open="words !== '' || undefined">
      <summary>The quick way: as text</summary>
      <div class="columns">
        <div class="field">
          <label for="plain-lines">What one does</label>
          <Textarea
            id="plain-lines"
            v-model="words"
            rows="5"
            maxlength="20000"
            placeholder="rise 4 in, sink 6 out, x8 each side, shoulder width"
          />
        </div>
        <div class="stack read" role="status">
          <p v-if="read.understood.length > 0"><strong>Understood:</strong> {{ read.understood.join('; ') }}.</p>
          <p v-if="read.notUnderstood.length > 0" class="fault">Not understood: {{ read.notUnderstood.join('; ') }}.</p>
          <p v-if="words.trim() === ''" class="soft small">
            A phase is a cue and how it breathes: in, out, hold or free, with its count before that. Then how often (x8
            each side), the sides (one side then the other), the stance (wide stance), the part (loosen), levels (levels
            heart / head, up and down). A first line that ends with a colon is the name.
          </p>
        </div>
      </div>
      <Button label="Fill in the form" :disabled="read.understood.length === 0" @click="take" />
    </details>
    <details class="quick">
      <summary>Several at once</summary>
      <div class="columns">
        <div class="field">
          <label for="several-forms">Each under its name and a colon</label>
          <Textarea
            id="several-forms"
            v-model="several"
            rows="8"
            maxlength="60000"
            placeholder="Lift the basin:
rise 4 in, sink 6 out, x8, shoulder width

Wring the cloth:
turn in, wring out, x4 each side"
          />
        </div>
        <div class="stack read" role="status">
          <p v-if="readForms.forms.length > 0">
            <strong>{{ plural(readForms.forms.length, 'form') }}:</strong>
            {{ readForms.forms.map(({ name, counts }) => `${name} × ${counts.usual}`).join('; ') }}.
          </p>
          <p v-if="readForms.notUnderstood.length > 0" class="fault">
            Not understood: {{ readForms.notUnderstood.slice(0, 6).join('; ') }}.
          </p>
          <p v-if="faults.length > 0" class="fault">{{ faults.join(' ') }}</p>
          <p v-if="keptWords" class="soft">{{ keptWords }}</p>
        </div>
      </div>
      <Button
        label="Save them all"
        :disabled="readForms.forms.length === 0 || readForms.notUnderstood.length > 0 || faults.length > 0"
        @click="keepAll"
      />
    </details>
    <FormEditor
      ref="editor"
      :start="start"
      :from="from"
      @kept="navigateTo(`/forms/${$event}`)"
      @left="navigateTo('/forms')"
    />
  </div>
</template>

<style scoped>
.quick summary {
  cursor: pointer;
  padding: 0.5rem 0;
  width: fit-content;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
  gap: 1rem 3rem;
  padding-bottom: 0.8rem;
}
.read {
  align-content: start;
  overflow-wrap: anywhere;
}
</style>
