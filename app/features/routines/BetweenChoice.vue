<script setup lang="ts">
import { nextCount } from '#core/forms'
import type { Between } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import { plural } from '~/shared/words/numbers'
import { countPhrase } from '~/shared/words/practice'
import CountStepper from './CountStepper.vue'

/** What lies between pieces that follow one another: each one's own rest, some breaths, a form, or no stop. */
const props = defineProps<{ between?: Between; label: string }>()
const emit = defineEmits<{ change: [between: Between | undefined] }>()
const library = useLibraryStore()

const OWN = 'own'
const FLOW = 'flow'
/** Breaths of rest that can be chosen. */
const RESTS = [1, 2, 3, 4, 6]
const restsNow = computed(() => {
  const { between } = props
  return between?.by !== 'rest' || RESTS.includes(between.breaths) ? RESTS : [...RESTS, between.breaths]
})
const options = computed(() => [
  { value: OWN, name: 'each its own rest' },
  { value: FLOW, name: 'no stop, only the name' },
  ...restsNow.value.map((breaths) => ({ value: `rest/${breaths}`, name: `${plural(breaths, 'breath')} of rest` })),
  ...library.forms
    .filter(({ counting }) => counting.by !== 'open')
    .map(({ id, name }) => ({ value: `form/${id}`, name })),
])
const value = computed(() => {
  const { between } = props
  if (!between) return OWN
  if (between.by === 'flow') return FLOW
  return between.by === 'rest' ? `rest/${between.breaths}` : `form/${between.formId}`
})
function choose(chosen: string) {
  const [by, what = ''] = chosen.split('/')
  if (by === OWN) emit('change', undefined)
  else if (by === FLOW) emit('change', { by: 'flow' })
  else if (by === 'rest') emit('change', { by: 'rest', breaths: Number(what) })
  else emit('change', { by: 'form', formId: what, count: library.formsById.get(what)?.counts.least ?? 1 })
}
/** The form between, where it is one that is known; what is gone has no count to change. */
const betweenForm = computed(() =>
  props.between?.by === 'form' ? library.formsById.get(props.between.formId) : undefined,
)
function setCount(count: number) {
  if (props.between?.by === 'form') emit('change', { ...props.between, count })
}
</script>

<template>
  <Select
    size="small"
    filter
    :model-value="value"
    :options="options"
    option-label="name"
    option-value="value"
    :aria-label="label"
    @update:model-value="choose"
  />
  <CountStepper
    v-if="between?.by === 'form' && betweenForm"
    :name="`${betweenForm.name} between`"
    :count="between.count"
    :next="(count, direction) => nextCount(betweenForm!, count, direction)"
    :phrase="(count) => countPhrase(betweenForm!, count)"
    @change="setCount"
  />
</template>
