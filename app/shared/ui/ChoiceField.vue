<script setup lang="ts" generic="Value extends string | number | boolean | null">
/** One of many, with its name above it; what stands in the slot is said below it. */
defineProps<{
  label: string
  options: readonly { name: string; value: Value }[]
  placeholder?: string
}>()
const value = defineModel<Value>()
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Select
      v-model="value"
      :label-id="id"
      :options="[...options]"
      option-label="name"
      option-value="value"
      :placeholder="placeholder ?? options.find((each) => each.value === null)?.name"
      :aria-label="label"
    />
    <slot />
  </div>
</template>
