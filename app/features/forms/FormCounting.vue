<script setup lang="ts">
import {
  COUNTING_KINDS,
  isPacedCounting,
  plainMove,
  USUAL_BEATS_PER_MINUTE,
  type CountingKind,
  type Form,
  type Phase,
} from '#core/forms'
import { plainCopy } from '~/shared/store/plainCopy'
import { COUNTING_WORDS } from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'

/** By what a form is counted, and how often it is done. Another kind of counting brings its own usual counts, and phases that go with it. */
const props = defineProps<{ form: Form; pacedPhases: readonly Phase[]; faultAt: (path: string) => string }>()
const emit = defineEmits<{ change: [fields: Partial<Form>] }>()

const USUAL_COUNTS: Record<CountingKind, Form['counts']> = {
  breathRepetitions: { least: 2, usual: 6, most: 9, step: 1 },
  breathHold: { least: 3, usual: 8, most: 24, step: 1 },
  time: { least: 30, usual: 60, most: 600, step: 30 },
  beats: { least: 8, usual: 16, most: 100, step: 4 },
  open: { least: 30, usual: 60, most: 600, step: 30 },
}
const kinds = COUNTING_KINDS.map((value) => ({ value, name: COUNTING_WORDS[value] }))
function setCounting(by: CountingKind) {
  const move = props.form.moves[0] ?? plainMove('Move', [])
  const { phases } = move
  const changed: Partial<Form> = {
    counting: by === 'beats' ? { by, beatsPerMinute: USUAL_BEATS_PER_MINUTE } : { by },
    counts: plainCopy(USUAL_COUNTS[by]),
  }
  if (!isPacedCounting(by)) {
    changed.moves = [{ ...move, phases: [{ breath: 'free', length: 1, cue: phases[0]?.cue || 'Move' }] }]
  } else if (phases.every(({ breath }) => breath === 'free')) {
    changed.moves = [{ ...move, phases: plainCopy([...props.pacedPhases]) }]
  }
  if (props.form.sides === 'alternate' && by !== 'breathRepetitions' && by !== 'beats') changed.sides = 'oneThenOther'
  emit('change', changed)
}
</script>

<template>
  <div class="pair">
    <ChoiceField
      label="Counted by"
      :model-value="form.counting?.by"
      :options="kinds"
      @update:model-value="$event && setCounting($event)"
    />
    <div v-if="form.counting?.by === 'beats'" class="field">
      <label for="form-tempo">Beats a minute</label>
      <InputNumber
        :model-value="form.counting.beatsPerMinute"
        input-id="form-tempo"
        :min="20"
        :max="240"
        :invalid="!!faultAt('counting')"
        @update:model-value="emit('change', { counting: { by: 'beats', beatsPerMinute: $event as number } })"
      />
      <span class="fault">{{ faultAt('counting') }}</span>
    </div>
  </div>
  <fieldset class="counts">
    <legend class="label">Count</legend>
    <div v-for="each in ['least', 'usual', 'most', 'step'] as const" :key="each" class="field">
      <label :for="`form-${each}`">{{ each === 'step' ? 'in steps of' : each }}</label>
      <InputNumber
        :model-value="form.counts?.[each]"
        :input-id="`form-${each}`"
        :min="1"
        :max="3600"
        :invalid="!!faultAt(`counts.${each}`)"
        @update:model-value="emit('change', { counts: { ...form.counts, [each]: $event as number } })"
      />
    </div>
    <span class="fault wide">{{ faultAt('counts') }}</span>
  </fieldset>
</template>

<style scoped>
.counts {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.6rem;
}
.counts legend,
.counts .wide {
  grid-column: 1 / -1;
}
.counts :deep(input) {
  width: 100%;
}
@media (max-width: 820px) {
  .counts {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
