<script setup lang="ts">
import { FIVE_PHASES, MOST_TIMES, NAMED_DIRECTIONS, plainMove, STANCES, type Move, type Phase } from '#core/forms'
import { STANCE_WORDS, directionPhrase, facingPhrase } from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import PhaseStrip from './PhaseStrip.vue'

/** The moves of a form in their order, one of them open to be shaped: a form of one is a single exercise, of several a chain. */
const props = defineProps<{ moves: Move[]; paced: boolean }>()
const emit = defineEmits<{ change: [moves: Move[]] }>()

const open = ref(0)
const openIndex = computed(() => Math.min(open.value, props.moves.length - 1))
const move = computed(() => props.moves[openIndex.value])
const isChain = computed(() => props.moves.length > 1)

const change = (part: Partial<Move>) =>
  emit(
    'change',
    props.moves.map((each, at) => (at === openIndex.value ? { ...each, ...part } : each)),
  )
function add() {
  const phases: Phase[] = props.paced
    ? [
        { breath: 'in', length: 1, cue: '' },
        { breath: 'out', length: 1, cue: '' },
      ]
    : [{ breath: 'free', length: 1, cue: '' }]
  emit('change', props.moves.toSpliced(openIndex.value + 1, 0, plainMove(`Move ${props.moves.length + 1}`, phases)))
  open.value = openIndex.value + 1
}
function shift(by: 1 | -1) {
  const to = openIndex.value + by
  if (to < 0 || to >= props.moves.length) return
  emit('change', props.moves.toSpliced(openIndex.value, 1).toSpliced(to, 0, move.value!))
  open.value = to
}
function remove() {
  emit('change', props.moves.toSpliced(openIndex.value, 1))
  open.value = Math.max(0, openIndex.value - 1)
}

/** Directions in words, and one that has none where that is what stands there. */
function directions(now: number | null, words: (degrees: number) => string) {
  const all = now === null || NAMED_DIRECTIONS.includes(now) ? NAMED_DIRECTIONS : [...NAMED_DIRECTIONS, now]
  return [{ value: null, name: 'not set' }, ...all.map((value) => ({ value, name: words(value) }))]
}
const stances = [
  { value: null, name: 'as the form' },
  ...STANCES.map((value) => ({ value, name: STANCE_WORDS[value] })),
]
const fivePhases = [{ value: null, name: 'none' }, ...FIVE_PHASES.map((value) => ({ value, name: value }))]
</script>

<template>
  <div class="moves">
    <ol v-if="isChain" class="chain" aria-label="Moves of the chain">
      <li v-for="(each, at) in moves" :key="at">
        <button type="button" :aria-pressed="at === openIndex" @click="open = at">{{ at + 1 }} {{ each.name }}</button>
      </li>
    </ol>
    <template v-if="move">
      <div v-if="isChain" class="about">
        <div class="field name">
          <label for="move-name">Name of move {{ openIndex + 1 }}</label>
          <InputText
            id="move-name"
            :model-value="move.name"
            maxlength="120"
            @update:model-value="change({ name: $event ?? '' })"
          />
        </div>
        <div class="row">
          <Button
            icon="pi pi-arrow-left"
            severity="secondary"
            text
            :aria-label="`Move ${move.name} earlier`"
            :disabled="openIndex === 0"
            @click="shift(-1)"
          />
          <Button
            icon="pi pi-arrow-right"
            severity="secondary"
            text
            :aria-label="`Move ${move.name} later`"
            :disabled="openIndex === moves.length - 1"
            @click="shift(1)"
          />
          <Button
            icon="pi pi-times"
            severity="secondary"
            text
            :aria-label="`Take ${move.name} out of the chain`"
            @click="remove"
          />
        </div>
      </div>
      <PhaseStrip :model-value="move.phases" :paced="paced" @update:model-value="change({ phases: $event })" />
      <details :open="isChain">
        <summary class="small">Stance, step and more of {{ isChain ? 'this move' : 'its one move' }}</summary>
        <div class="about three">
          <ChoiceField
            label="Its stance"
            :model-value="move.stance"
            :options="stances"
            @update:model-value="change({ stance: $event })"
          />
          <ChoiceField
            label="Where its step goes"
            :model-value="move.directionDegrees"
            :options="directions(move.directionDegrees, directionPhrase)"
            @update:model-value="change({ directionDegrees: $event })"
          />
          <ChoiceField
            label="Where one faces"
            :model-value="move.facingDegrees ?? null"
            :options="directions(move.facingDegrees ?? null, facingPhrase)"
            @update:model-value="change({ facingDegrees: $event ?? undefined })"
          />
          <div class="field">
            <label for="move-times">Times in a row</label>
            <InputNumber
              :model-value="move.times ?? 1"
              input-id="move-times"
              :min="1"
              :max="MOST_TIMES"
              @update:model-value="change({ times: ($event ?? 1) > 1 ? $event! : undefined })"
            />
          </div>
          <ChoiceField
            label="Of the five phases"
            :model-value="move.phaseOfFive"
            :options="fivePhases"
            @update:model-value="change({ phaseOfFive: $event })"
          />
        </div>
      </details>
    </template>
    <div><Button label="Add a move" severity="secondary" size="small" icon="pi pi-plus" @click="add" /></div>
  </div>
</template>

<style scoped>
.moves {
  display: grid;
  gap: 0.7rem;
}
.chain {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  max-height: 11rem;
  overflow: auto;
}
.chain button {
  font: inherit;
  color: inherit;
  text-align: left;
  background: var(--pb-raised);
  border: 2px solid transparent;
  border-radius: 8px;
  padding: 0.3rem 0.6rem;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.chain button[aria-pressed='true'] {
  border-color: var(--pb-clay);
}
.about {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
  gap: 0.6rem;
}
summary {
  cursor: pointer;
  padding: 0.5rem 0;
}
.three {
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  align-items: start;
}
.three :deep(input) {
  width: 100%;
}
</style>
