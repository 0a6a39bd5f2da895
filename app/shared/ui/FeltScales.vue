<script setup lang="ts">
import { FEELING_SCALES, type Felt, type FeelingScale, type Pain } from '#core/journal'
import { SCALE_WORDS } from '~/shared/words/body'
import PainByPlace from './PainByPlace.vue'

/** How it feels, in short scales of words. Nothing has to be said; a second press takes a word back. */
const model = defineModel<Felt>({ required: true })
defineProps<{ legend: string }>()

function say(scale: FeelingScale, step: number) {
  model.value = { ...model.value, [scale]: model.value[scale] === step ? null : step }
}
/** Pain of which nothing is said is left out. */
function sayPain(pain: Pain[]) {
  const { pain: _, ...scales } = model.value
  model.value = pain.length > 0 ? { ...scales, pain } : scales
}
const isHurt = ref((model.value.pain?.length ?? 0) > 0)
const scales = ref<HTMLElement | null>(null)
async function hurts() {
  isHurt.value = true
  await nextTick()
  // What had the focus is gone.
  scales.value?.querySelector<HTMLElement>('[role="combobox"]')?.focus()
}
</script>

<template>
  <fieldset ref="scales" class="felt">
    <legend>{{ legend }}</legend>
    <div v-for="scale in FEELING_SCALES" :key="scale" class="scale" role="group" :aria-label="SCALE_WORDS[scale].name">
      <span class="name">{{ SCALE_WORDS[scale].name }}</span>
      <span class="steps">
        <button
          v-for="(word, index) in SCALE_WORDS[scale].steps"
          :key="word"
          type="button"
          :aria-pressed="model[scale] === index + 1"
          @click="say(scale, index + 1)"
        >
          {{ word }}
        </button>
      </span>
    </div>
    <Button
      v-if="!isHurt"
      class="hurts"
      size="small"
      severity="secondary"
      text
      label="Something hurts"
      @click="hurts"
    />
    <PainByPlace v-else :model-value="model.pain ?? []" @update:model-value="sayPain" />
  </fieldset>
</template>

<style scoped>
.felt {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 0.5rem;
  min-width: 0;
}
legend {
  padding: 0;
  margin-bottom: 0.4rem;
  color: var(--pb-soft);
}
.scale {
  display: grid;
  grid-template-columns: 7rem 1fr;
  align-items: center;
  gap: 0.2rem 0.8rem;
}
.name {
  font-weight: 600;
}
.steps {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  border-bottom: 2px solid var(--pb-water-deep);
}
.steps button {
  font: inherit;
  font-size: 0.95rem;
  min-height: 2.6rem;
  padding: 0.2rem 0.1rem;
  color: var(--pb-ink);
  background: none;
  border: 0;
  border-radius: 8px 8px 0 0;
  cursor: pointer;
}
.steps button:hover {
  background: var(--pb-water);
}
.steps button[aria-pressed='true'] {
  background: var(--pb-water-deep);
  color: var(--pb-paper);
  font-weight: 650;
}
.hurts {
  justify-self: start;
}
@media (max-width: 560px) {
  .scale {
    grid-template-columns: 1fr;
  }
  .steps button {
    font-size: 0.85rem;
  }
}
</style>
