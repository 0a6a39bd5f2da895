<script setup lang="ts">
import { restEach, type Routine } from '#core/routine'
import BetweenChoice from './BetweenChoice.vue'

/** What is said once for all of a routine: what lies between its pieces, the rests, and how the breath goes. */
const props = defineProps<{ routine: Routine }>()
const emit = defineEmits<{ change: [change: (now: Routine) => Routine, what: string] }>()

const RESTS = [0, 1, 2, 3, 4].map((breaths) => ({ value: breaths, name: breaths === 0 ? 'none' : String(breaths) }))
const rests = computed(() => {
  const [first, ...others] = props.routine.entries.flatMap((entry) =>
    entry.kind === 'step' ? [entry.restBreaths] : entry.steps.map(({ restBreaths }) => restBreaths),
  )
  return first !== undefined && others.every((breaths) => breaths === first) ? first : null
})

const RATIOS = [
  { value: 'mine', name: 'as my own breath goes', ratio: undefined },
  ...[
    [4, 4],
    [4, 6],
    [4, 8],
    [3, 6],
    [6, 6],
  ].map(([inCounts, outCounts]) => ({
    value: `${inCounts} ${outCounts}`,
    name: `${inCounts} in, ${outCounts} out`,
    ratio: { inCounts: inCounts!, outCounts: outCounts! },
  })),
]
const ratio = computed(() => {
  const { ratio } = props.routine
  return ratio ? `${ratio.inCounts} ${ratio.outCounts}` : 'mine'
})
const ratios = computed(() => {
  const { ratio: own } = props.routine
  if (!own || RATIOS.some(({ value }) => value === ratio.value)) return RATIOS
  return [...RATIOS, { value: ratio.value, name: `${own.inCounts} in, ${own.outCounts} out`, ratio: own }]
})
function chooseRatio(chosen: string) {
  const found = ratios.value.find(({ value }) => value === chosen)?.ratio
  emit('change', (now) => ({ ...now, ratio: found }), found ? 'A ratio for all of it.' : 'As my own breath goes.')
}
</script>

<template>
  <section class="stack whole" aria-labelledby="whole">
    <h2 id="whole">Whole routine</h2>
    <div class="line">
      <span>Between the pieces</span>
      <BetweenChoice
        :between="routine.between"
        label="Between the pieces of the routine"
        @change="emit('change', (now) => ({ ...now, between: $event }), 'Between the pieces.')"
      />
    </div>
    <div v-if="!routine.between" class="line">
      <span>Breaths of rest after each step</span>
      <Select
        size="small"
        :model-value="rests"
        :options="RESTS"
        option-label="name"
        option-value="value"
        placeholder="as they are"
        aria-label="Breaths of rest after each step"
        @update:model-value="emit('change', (now) => restEach(now, $event), 'The same rest after each step.')"
      />
    </div>
    <div class="line">
      <span>Breath</span>
      <Select
        size="small"
        :model-value="ratio"
        :options="ratios"
        option-label="name"
        option-value="value"
        aria-label="How the breath goes in all of it"
        @update:model-value="chooseRatio"
      />
    </div>
  </section>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.2rem 0.8rem;
}
.line :deep(.p-select) {
  max-width: 15rem;
}
</style>
