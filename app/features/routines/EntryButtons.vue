<script setup lang="ts">
/** What can be done with any entry of a routine: moved, and taken out. */
defineProps<{ name: string; removes?: string }>()
const emit = defineEmits<{ earlier: []; later: []; remove: [] }>()
</script>

<template>
  <span class="row end">
    <Button
      icon="pi pi-arrow-up"
      size="small"
      text
      severity="secondary"
      :aria-label="`Move ${name} earlier`"
      @click="emit('earlier')"
    />
    <Button
      icon="pi pi-arrow-down"
      size="small"
      text
      severity="secondary"
      :aria-label="`Move ${name} later`"
      @click="emit('later')"
    />
    <Button
      icon="pi pi-times"
      size="small"
      text
      severity="secondary"
      :aria-label="`Delete ${removes ?? name}`"
      @click="emit('remove')"
    />
  </span>
</template>

<style scoped>
.end {
  gap: 0;
  flex-wrap: nowrap;
}
.end :deep(.p-button) {
  width: 2.1rem;
}
</style>
