<script setup lang="ts" generic="Value extends string">
/** One of a few among the settings, all of them in sight. */
defineProps<{
  label: string
  modelValue: Value
  options: readonly { name: string; value: Value }[]
}>()
const emit = defineEmits<{ save: [value: Value] }>()
const id = useId()
</script>

<template>
  <div class="choice">
    <span :id="id">{{ label }}</span>
    <SelectButton
      :model-value="modelValue"
      :options="[...options]"
      option-label="name"
      option-value="value"
      :allow-empty="false"
      :aria-labelledby="id"
      @update:model-value="emit('save', $event)"
    />
    <slot />
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  gap: 0.3rem;
  justify-items: start;
}
</style>
