<script setup lang="ts">
import { replaceForm, unknownFormIds, withoutUnknown, type Routine } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { inOrderOfNames } from '~/shared/words/order'

/** The forms that a routine names and that are not here: each is replaced by another, or all are left out. */
const props = defineProps<{ routine: Routine }>()
const emit = defineEmits<{ change: [next: Routine, what: string] }>()
const library = useLibraryStore()
const isKnown = (formId: string) => library.formsById.has(formId)
const missing = computed(() => unknownFormIds(props.routine, isKnown))
const choices = computed(() =>
  [...library.forms].sort(inOrderOfNames).map((form) => ({ name: form.name, value: form.id })),
)
function replace(formId: string, chosenId: string | undefined) {
  const form = library.formsById.get(chosenId ?? '')
  if (form) emit('change', replaceForm(props.routine, formId, form), `Replaced by ${form.name}.`)
}
</script>

<template>
  <div class="row">
    <ChoiceField
      v-for="(formId, index) in missing"
      :key="formId"
      once
      search
      :label="missing.length > 1 ? `Replace missing form ${index + 1} (${formId})` : 'Replace the missing form'"
      :options="choices"
      placeholder="Choose a form"
      @update:model-value="replace(formId, $event)"
    />
    <Button
      label="Leave out missing forms"
      size="small"
      severity="secondary"
      @click="emit('change', withoutUnknown(routine, isKnown), 'Missing forms are left out.')"
    />
  </div>
</template>
