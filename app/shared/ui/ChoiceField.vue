<script setup lang="ts" generic="Value extends string | number | boolean | null">
/**
 * One of many, with its name above it; what stands in the slot is said below it. `once`: what is chosen is done, and nothing stays chosen; `search`: of
 * so many that they are looked for by a few letters.
 */
const props = defineProps<{
  label: string
  options: readonly { name: string; value: Value }[]
  placeholder?: string
  once?: boolean
  search?: boolean
}>()
const value = defineModel<Value>()
const id = useId()
/** The list takes note of a change only: what is to be let go of again is held for a moment. */
const held = ref<Value>()
async function choose(chosen: Value | undefined) {
  if (props.once) held.value = chosen
  value.value = chosen
  await nextTick()
  held.value = undefined
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Select
      :model-value="once ? held : value"
      :label-id="id"
      :options="[...options]"
      option-label="name"
      option-value="value"
      :placeholder="placeholder ?? options.find((each) => each.value === null)?.name"
      :aria-label="label"
      :filter="search"
      auto-filter-focus
      filter-placeholder="a few letters"
      :pt="{ pcFilter: { root: { 'aria-label': `Search: ${label}` } } }"
      @update:model-value="choose"
    />
    <slot />
  </div>
</template>
