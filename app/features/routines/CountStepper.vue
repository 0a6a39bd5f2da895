<script setup lang="ts">
/** A number with one step down and one step up; `phrase` says what it means. */
defineProps<{ name: string; phrase: string; canLess?: boolean; canMore?: boolean }>()
defineEmits<{ less: []; more: [] }>()
</script>

<template>
  <div class="stepper" role="group" :aria-label="name">
    <Button
      icon="pi pi-minus"
      size="small"
      severity="secondary"
      text
      :aria-label="`Fewer: ${name}`"
      :disabled="canLess === false"
      @click="$emit('less')"
    />
    <output>{{ phrase }}</output>
    <Button
      icon="pi pi-plus"
      size="small"
      severity="secondary"
      text
      :aria-label="`More: ${name}`"
      :disabled="canMore === false"
      @click="$emit('more')"
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
