<script setup lang="ts">
import { nameWith } from '#core/basics'
import { readFormWords, type Form } from '#core/forms'
import { usePersonStore } from '~/shared/store/person'
import FormEditor from './FormEditor.vue'

useHead({ title: 'Write down a form · Pebblebrook' })
const route = useRoute()
const person = usePersonStore()

/** A form to start from: a copy of another, or what was read from plain lines. */
const copied = computed(() => person.formsById.get(String(route.query.from ?? '')) ?? null)
const start = shallowRef<Partial<Form>>(
  copied.value ? { ...copied.value, name: nameWith(copied.value.name, ', my way'), set: null } : {},
)
/** A new start needs a new editor. */
const turn = ref(0)

const words = ref('')
const read = computed(() => readFormWords(words.value))
function take() {
  start.value = { ...start.value, ...read.value.fields }
  turn.value += 1
}
</script>

<template>
  <div class="stack">
    <NuxtLink to="/forms">Forms</NuxtLink>
    <h1>Write down a form</h1>
    <details class="quick">
      <summary>The quick way: in plain lines</summary>
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
      <Button label="Take it into the form" :disabled="read.understood.length === 0" @click="take" />
    </details>
    <FormEditor :key="turn" :start="start" />
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
