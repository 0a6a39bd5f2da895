<script setup lang="ts">
/** A number among the settings, with its name before it (or above it, `stacked`); saved as soon as it is a number. */
defineProps<{
  label: string
  modelValue: number
  min: number
  max: number
  step?: number
  decimals?: number
  stacked?: boolean
}>()
const emit = defineEmits<{ save: [value: number] }>()
const id = useId()
</script>

<template>
  <div class="field" :class="{ inline: !stacked }">
    <label :for="id">{{ label }}</label>
    <InputNumber
      :model-value="modelValue"
      :input-id="id"
      :min="min"
      :max="max"
      :step="step"
      :max-fraction-digits="decimals ?? 0"
      show-buttons
      @update:model-value="$event !== null && emit('save', $event)"
    />
  </div>
</template>

<style scoped>
.field :deep(.p-inputnumber-input) {
  width: 6rem;
}
</style>
