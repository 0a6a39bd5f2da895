<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { previewImport, importPackage, unknownForms, type ImportedForm, type SharePackage } from '#core/handover'
import { useHealth } from '~/shared/plan/useHealth'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { useCompiled } from '~/shared/store/compiled'
import { incoming } from '~/shared/files/incoming'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { stateOf } from '~/shared/store/saving'
import { wayWords } from '~/shared/words/ways'
import { cardLines } from '~/shared/words/cardLines'
import { listPhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'

/** A routine that was handed over, looked at before it is taken: what it is, what comes along, what here it resembles. */
const props = defineProps<{ handed: SharePackage }>()
const emit = defineEmits<{ left: [] }>()
const workspace = useWorkspaceStore()
const library = useLibraryStore()

const here = computed(() => ({ forms: library.forms, ways: library.ways, routines: library.routines }))
const coming = computed(() => previewImport(props.handed, here.value))
const unknown = computed(() => unknownForms(props.handed, library.forms))
const newForms = computed(() => coming.value.forms.filter(({ same }) => !same))
const sameForms = computed(() => coming.value.forms.filter(({ same }) => same))

const theirWays = ref(true)
const instead = ref<Record<string, string>>({})
const AS_IT_COMES = ''
const choicesFor = ({ resembles }: ImportedForm) => [
  { value: AS_IT_COMES, name: 'Take theirs as a form of its own' },
  ...(resembles ? [{ value: resembles.id, name: `Do my “${resembles.name}” instead` }] : []),
]
function choose(formId: string, id: string) {
  const { [formId]: _, ...others } = instead.value
  instead.value = id === AS_IT_COMES ? others : { ...others, [formId]: id }
}

/** As it would be kept: what is drawn and counted here is what will be led. */
let last = 0
const wouldBe = computed(() => {
  last = 0
  const choice = { theirWays: theirWays.value, instead: instead.value }
  return importPackage(props.handed, here.value, choice, () => `coming-${(last += 1)}`)
})
const setting = computed(() => ({
  ...library.setting,
  forms: [...library.forms, ...wouldBe.value.forms],
  ways: [...library.ways, ...wouldBe.value.ways],
}))
const compiled = useCompiled()
const result = computed(() => compiled(wouldBe.value.routine, setting.value))
const lines = computed(() => {
  if (!result.value.ok) return []
  const { timeline, totals } = result.value
  return cardLines(timeline, totals, new Map(setting.value.forms.map((form) => [form.id, form])))
})
const health = useHealth()
const milderWords = computed(() => {
  const found = unknown.value.length === 0 ? health.adjusted(wouldBe.value.routine, setting.value) : null
  return found && health.phrase(found, setting.value)
})

async function take() {
  const choice = { theirWays: theirWays.value, instead: instead.value }
  const taken = importPackage(props.handed, here.value, choice, () => `mine-${newUuid()}`)
  const states = [
    ...taken.forms.map((form) => stateOf('forms', form)),
    ...taken.ways.map((way) => stateOf('ways', way)),
    stateOf('routines', taken.routine),
  ]
  if (!(await workspace.change(states))) return
  incoming.value = null
  await navigateTo(`/routines/${taken.routine.id}`)
}
</script>

<template>
  <section class="stack" aria-labelledby="brought">
    <div>
      <h2 id="brought">{{ handed.routine.name }}</h2>
      <p v-if="handed.routine.purpose" class="soft">{{ handed.routine.purpose }}</p>
    </div>
    <p v-if="coming.same" role="status">
      You have it already:
      <NuxtLink v-if="!library.isShipped(coming.same.id)" :to="`/routines/${coming.same.id}`">{{
        coming.same.name
      }}</NuxtLink>
      <template v-else>the ready-made “{{ coming.same.name }}”</template> is the same.
    </p>
    <p v-else-if="coming.resembles.length > 0">
      It resembles {{ listPhrase(coming.resembles.map(({ name }) => `“${name}”`)) }}, which
      {{ coming.resembles.length === 1 ? 'stays as it is' : 'stay as they are' }}.
    </p>
    <template v-if="result.ok">
      <p>
        <strong>{{ durationPhrase(result.totals.totalSeconds) }}</strong> at my pace, in
        {{ plural(lines.length, 'step') }}.
      </p>
      <BrookDrawing :timeline="result.timeline" />
      <ol class="lines">
        <li v-for="line in lines" :key="line.stepId">
          {{ line.formName }} <span class="soft">{{ line.count }}</span>
        </li>
      </ol>
    </template>
    <p v-else class="fault" role="status">{{ result.why }}</p>
    <p v-if="unknown.length > 0" class="fault" role="status">
      {{ plural(unknown.length, 'form') }} of it {{ unknown.length === 1 ? 'is' : 'are' }} not known here ({{
        listPhrase(unknown)
      }}): a newer Pebblebrook may have {{ unknown.length === 1 ? 'it' : 'them' }}.
    </p>

    <section v-if="coming.forms.length > 0" class="stack tight" aria-labelledby="coming-forms">
      <h3 id="coming-forms">Forms that come along</h3>
      <div v-for="each in newForms" :key="each.form.id" class="coming">
        <p>
          <strong>{{ each.form.name }}</strong>
          <span v-if="each.resembles" class="soft"> resembles my “{{ each.resembles.name }}”.</span>
          <span v-else class="soft"> is new here.</span>
          <template v-if="each.form.about"> {{ each.form.about }}</template>
        </p>
        <Select
          v-if="each.resembles"
          :model-value="instead[each.form.id] ?? AS_IT_COMES"
          :options="choicesFor(each)"
          option-label="name"
          option-value="value"
          size="small"
          :aria-label="`What is done with ${each.form.name}`"
          @update:model-value="choose(each.form.id, $event)"
        />
      </div>
      <p v-if="sameForms.length > 0" class="soft">
        {{ listPhrase(sameForms.map(({ form }) => form.name)) }}: here already, the same.
      </p>
    </section>

    <section v-if="coming.ways.length > 0" class="stack tight" aria-labelledby="coming-ways">
      <h3 id="coming-ways">How its forms are done there</h3>
      <ul class="ways">
        <li v-for="{ way, form } in coming.ways" :key="way.id">
          <strong>{{ form?.name ?? way.formId }}</strong> <span class="soft">{{ wayWords(way) }}</span>
        </li>
      </ul>
      <label class="row"
        ><input v-model="theirWays" type="checkbox" /> Do them so in this routine, and only in it</label
      >
    </section>

    <p v-if="milderWords">For your health settings it is led gentler. {{ milderWords }}</p>
    <p class="small soft">
      Somebody else made it, for their own body. Stay in the comfortable range, and begin smaller, higher or seated
      where in doubt.
    </p>
    <div class="row">
      <Button label="Import" icon="pi pi-check" @click="take" />
      <Button label="Cancel" severity="secondary" @click="emit('left')" />
    </div>
  </section>
</template>

<style scoped>
.lines {
  columns: 16rem auto;
  margin: 0;
  padding: 0;
}
.lines li {
  break-inside: avoid;
}
.coming {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 1rem;
}
.ways {
  margin: 0;
  padding: 0;
}
.tight {
  gap: 0.5rem;
}
</style>
