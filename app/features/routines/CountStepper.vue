<script setup lang="ts">
import { useAnswered } from '~/shared/drawing/afterPicture'

/** A number with one step down and one step up. */
const props = defineProps<{
  name: string
  count: number
  /** The count that follows in a direction; the same where none does. */
  next: (count: number, direction: 1 | -1) => number
  /** What a count means. */
  phrase: (count: number) => string
}>()
const emit = defineEmits<{ change: [count: number] }>()

const shown = useAnswered(
  () => props.count,
  (count) => emit('change', count),
)
const press = (direction: 1 | -1) => (shown.value = props.next(shown.value, direction))
</script>

<template>
  <div class="stepper" role="group" :aria-label="name">
    <Button
      icon="pi pi-minus"
      size="small"
      severity="secondary"
      text
      :aria-label="`Fewer: ${name}`"
      :disabled="next(shown, -1) === shown"
      @click="press(-1)"
    />
    <output>{{ phrase(shown) }}</output>
    <Button
      icon="pi pi-plus"
      size="small"
      severity="secondary"
      text
      :aria-label="`More: ${name}`"
      :disabled="next(shown, 1) === shown"
      @click="press(1)"
    />
  </div>
</template>

<style scoped>
.stepper {
  display: inline-flex;
  align-items: center;
}
output {
  width: 9.4rem;
  line-height: 1.2;
  text-align: center;
}
.stepper :deep(.p-button) {
  width: 2.2rem;
}
</style>
