<script setup lang="ts">
import type { Routine } from '#core/routine'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { useCompiled } from '~/shared/store/compiled'

/** The routine that stands in front, drawn: what is to be read of it comes before. */
const props = defineProps<{ routine: Routine }>()
const compiled = useCompiled()
const drawn = computed(() => {
  const result = compiled(props.routine)
  return result.ok ? result.timeline : null
})
</script>

<template>
  <BrookDrawing
    v-if="drawn"
    :timeline="drawn"
    size="small"
    arc
    pressable
    later
    @choose="(_step, _event, formId) => navigateTo(`/forms/${formId}`)"
  />
</template>
