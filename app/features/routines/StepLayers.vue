<script setup lang="ts">
import { readLayers, writeLayers } from '#core/formats'
import type { Step } from '#core/routine'
import { layerPhrase } from './composerWords'

/** What is so within a step from somewhere on: written in plain lines, and shown in the order in which it comes. */
const props = defineProps<{ step: Step; name: string }>()
const emit = defineEmits<{ change: [change: Pick<Step, 'layers'> & Partial<Pick<Step, 'count'>>] }>()

const open = defineModel<boolean>('open', { required: true })
const text = ref('')
const written = computed(() => writeLayers(props.step.layers))
watch([written, open], () => (text.value = written.value))
const read = computed(() => readLayers(text.value))
const isTouched = computed(() => text.value !== written.value)
function take() {
  const { layers, count } = read.value
  emit('change', { layers: layers.length > 0 ? layers : undefined, ...(count === null ? {} : { count }) })
  open.value = false
}
</script>

<template>
  <div class="layers small">
    <ol v-if="step.layers" :aria-label="`What changes within ${name}`">
      <li v-for="(layer, index) in step.layers" :key="index">{{ layerPhrase(layer) }}</li>
    </ol>
    <div v-if="open" class="stack">
      <Textarea
        v-model="text"
        rows="3"
        maxlength="2000"
        spellcheck="false"
        :aria-label="`Rounds that differ in ${name}, as text`"
        placeholder="watch x1, palms x3, fingers x3"
      />
      <p class="soft">
        One after the other: “hands only x2 slowly, seated x2, standing x3”. Or from somewhere on: “from 5: breath
        swapped”, “round 2: hold 2 breaths”, “second side: x5”, “from 1: pace 1 to 2”, “from 3: 4 in 8 out”. What each
        movement is called from there on: “from 3: words &quot;reach to the brow / come back&quot;”.
      </p>
      <p v-if="read.notUnderstood.length > 0" class="fault" role="status">
        Not understood: {{ read.notUnderstood.slice(0, 3).join('; ') }}
      </p>
      <div class="row">
        <Button
          label="Apply"
          size="small"
          :disabled="!isTouched || read.notUnderstood.length > 0"
          :aria-label="`Apply what changes within ${name}`"
          @click="take"
        />
        <Button label="Cancel" size="small" severity="secondary" text @click="open = false" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.layers {
  flex: 1 0 100%;
  padding-left: 3.6rem;
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0;
  margin: 0;
  padding: 0;
  list-style: none;
}
/* One after the other, as the water goes. */
li:not(:last-child)::after {
  content: '→';
  padding-inline: 0.4rem;
  color: var(--pb-soft);
}
</style>
