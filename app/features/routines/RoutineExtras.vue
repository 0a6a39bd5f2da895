<script setup lang="ts">
import { faultsOfText, readRoutineText, writeRoutineText } from '#core/formats'
import type { Form } from '#core/forms'
import { changeStep, type Routine, type RoutineVersion } from '#core/routine'
import { newStepId } from './routineEditing'
import { useLibraryStore } from '~/shared/store/library'
import { plural } from '~/shared/words/numbers'
import { momentPhrase } from '~/shared/words/time'

/** The routine in text, in and out, and its earlier versions. */
const props = defineProps<{ routine: Routine; versions: RoutineVersion[] }>()
const emit = defineEmits<{
  change: [change: (now: Routine) => Routine, what: string, forms?: Form[]]
  keep: []
}>()
const library = useLibraryStore()

const written = computed(() => writeRoutineText(props.routine, library.forms, library.ownForms))
const text = ref(written.value)
/** The text follows the routine until somebody writes in it. */
const touched = ref(false)
watch(written, (now) => !touched.value && (text.value = now))
const read = computed(() => readRoutineText(text.value, library.forms, newStepId, library.setting))
/** Of lines whose form was guessed, the form that is meant after all. */
const meant = ref<Record<string, string>>({})
const doubts = computed(() =>
  read.value.guessed.map(({ line, step, others }) => {
    const first = library.formsById.get(step.formId)
    return { line, step, formId: meant.value[line] ?? step.formId, choices: first ? [first, ...others] : others }
  }),
)
/** The text is checked whole: nothing of it is stored while a part of it cannot be. */
const faults = computed(() => (touched.value ? faultsOfText(read.value) : []))
function take() {
  touched.value = false
  const { routine, forms } = read.value
  const asMeant = doubts.value.reduce(
    (now, { step, formId }) => (formId === step.formId ? now : changeStep(now, step.id, { formId })),
    routine,
  )
  meant.value = {}
  emit('change', ({ id, silenced }) => ({ ...asMeant, id, silenced }), 'Read from the text.', forms)
}
function startOver() {
  touched.value = false
  text.value = written.value
}
</script>

<template>
  <section class="stack" aria-labelledby="as-text">
    <h2 id="as-text">As text</h2>
    <p class="small soft">
      Paste or write it here: a list of names will do, one on each line, with its count (“Cloud hands x8”).
    </p>
    <Textarea
      v-model="text"
      rows="12"
      maxlength="60000"
      aria-label="The routine as text"
      spellcheck="false"
      @input="touched = true"
    />
    <p v-if="touched && read.notUnderstood.length > 0" class="fault" role="status">
      Not understood: {{ read.notUnderstood.slice(0, 5).join('; ') }}
    </p>
    <ul v-if="touched && doubts.length > 0" class="doubts small" aria-label="Forms that were guessed">
      <li v-for="doubt in doubts" :key="doubt.line">
        <span>“{{ doubt.line.replace(/^[-*] /, '') }}” taken as</span>
        <Select
          v-model="meant[doubt.line]"
          size="small"
          :options="doubt.choices"
          option-label="name"
          option-value="id"
          :placeholder="doubt.choices[0]?.name"
          :aria-label="`The form meant by ${doubt.line}`"
        />
      </li>
    </ul>
    <p v-if="touched && read.forms.length > 0" class="small">
      New forms in it: {{ read.forms.map(({ name }) => name).join(', ') }}.
    </p>
    <div v-if="faults.length > 0" class="fault" role="alert">
      <p>Nothing is imported until these lines are corrected:</p>
      <ul>
        <li v-for="each in faults.slice(0, 8)" :key="each">{{ each }}</li>
        <li v-if="faults.length > 8">and {{ faults.length - 8 }} more</li>
      </ul>
    </div>
    <p v-if="touched" class="small">
      {{ plural(read.routine.entries.length, 'step or pattern', 'steps and patterns') }} read.
    </p>
    <div class="row">
      <Button
        label="Import"
        size="small"
        :disabled="!touched || read.routine.entries.length === 0 || faults.length > 0"
        @click="take"
      />
      <Button v-if="touched" label="As it was" size="small" severity="secondary" text @click="startOver" />
      <NuxtLink :to="`/routines/card/${routine.id}`">A card to print</NuxtLink>
      <NuxtLink :to="`/hand?routine=${routine.id}`">Share</NuxtLink>
      <NuxtLink :to="`/voice?routine=${routine.id}`">Record my voice for it</NuxtLink>
      <NuxtLink :to="`/routines/compare?one=${routine.id}`">Compare</NuxtLink>
    </div>
  </section>
  <section class="stack" aria-labelledby="versions">
    <div class="spread">
      <h2 id="versions">Earlier versions</h2>
      <Button label="Save a version" size="small" severity="secondary" @click="emit('keep')" />
    </div>
    <p v-if="versions.length === 0" class="soft">None yet. One is saved whenever you begin to edit.</p>
    <ul class="versions">
      <li v-for="version in versions" :key="version.id">
        <span>{{ momentPhrase(version.at) }}, {{ plural(version.routine.entries.length, 'entry', 'entries') }}</span>
        <Button
          label="Restore"
          size="small"
          severity="secondary"
          text
          :aria-label="`Restore the version of ${momentPhrase(version.at)}`"
          @click="emit('change', ({ id }) => ({ ...version.routine, id }), 'Earlier version restored.')"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.doubts li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.5rem;
}
.versions li {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
</style>
