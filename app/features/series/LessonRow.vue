<script setup lang="ts">
import { LEARNING_STAGES } from '#core/forms'
import { LED_STAGES, SERIES_LIMITS, type Lesson } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import { STAGE_WORDS } from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { LED_WORDS } from './seriesWords'

/** One lesson: which routine, what it adds, how often, how it is led, and how far its forms are learned with it. */
const props = defineProps<{ lesson: Lesson; place: number; of: number; standing: string; isNext: boolean }>()
const emit = defineEmits<{ change: [part: Partial<Lesson>]; move: [direction: 1 | -1]; remove: []; practise: [] }>()
const library = useLibraryStore()
const id = useId()

const routines = computed(() => library.routines.map((routine) => ({ value: routine.id, name: routine.name })))
const isGone = computed(() => !routines.value.some(({ value }) => value === props.lesson.routineId))
const LED = [
  { value: null, name: 'as the routine says' },
  ...LED_STAGES.map((value) => ({ value, name: LED_WORDS[value] })),
]
const LEARNED = [
  { value: null, name: 'where they stand' },
  ...LEARNING_STAGES.map((value) => ({ value, name: STAGE_WORDS[value] })),
]
</script>

<template>
  <li class="sheet lesson" :aria-label="`Lesson ${place}`">
    <div class="spread">
      <h2>Lesson {{ place }}</h2>
      <p class="small"><strong v-if="isNext">next · </strong>{{ standing }}</p>
    </div>
    <div class="field adds">
      <label :for="`${id}-adds`">What it adds</label>
      <InputText
        :id="`${id}-adds`"
        :model-value="lesson.adds"
        maxlength="4000"
        @change="emit('change', { adds: ($event.target as HTMLInputElement).value.trim() })"
      />
    </div>
    <div class="fields">
      <div class="field">
        <label :id="`${id}-routine-name`" :for="`${id}-routine`">Routine</label>
        <Select
          :input-id="`${id}-routine`"
          :aria-labelledby="`${id}-routine-name`"
          :model-value="lesson.routineId"
          :options="routines"
          option-label="name"
          option-value="value"
          filter
          :placeholder="isGone ? 'gone: choose another' : ''"
          @update:model-value="emit('change', { routineId: $event })"
        />
      </div>
      <div class="field times">
        <label :for="`${id}-times`">Times</label>
        <InputNumber
          :input-id="`${id}-times`"
          :model-value="lesson.times"
          :min="SERIES_LIMITS.times.least"
          :max="SERIES_LIMITS.times.most"
          show-buttons
          @update:model-value="$event && emit('change', { times: $event })"
        />
      </div>
      <ChoiceField
        label="Led"
        :model-value="lesson.stage ?? null"
        :options="LED"
        @update:model-value="emit('change', { stage: $event ?? undefined })"
      />
      <ChoiceField
        label="Then its forms stand at"
        :model-value="lesson.learned ?? null"
        :options="LEARNED"
        @update:model-value="emit('change', { learned: $event ?? undefined })"
      />
    </div>
    <div class="row">
      <Button
        size="small"
        :severity="isNext ? undefined : 'secondary'"
        label="Practise it"
        :aria-label="`Practise lesson ${place}`"
        :disabled="isGone"
        @click="emit('practise')"
      />
      <Button
        icon="pi pi-arrow-up"
        size="small"
        severity="secondary"
        text
        :aria-label="`Lesson ${place} earlier`"
        :disabled="place === 1"
        @click="emit('move', -1)"
      />
      <Button
        icon="pi pi-arrow-down"
        size="small"
        severity="secondary"
        text
        :aria-label="`Lesson ${place} later`"
        :disabled="place === of"
        @click="emit('move', 1)"
      />
      <Button
        icon="pi pi-trash"
        size="small"
        severity="secondary"
        text
        :aria-label="`Delete lesson ${place}`"
        @click="emit('remove')"
      />
    </div>
  </li>
</template>

<style scoped>
.lesson {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 0.7rem;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(14rem, 100%), 1fr));
  gap: 0.7rem 1rem;
}
.adds input,
.fields :deep(.p-select),
.times :deep(input) {
  width: 100%;
  min-width: 0;
}
</style>
