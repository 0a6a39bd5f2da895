<script setup lang="ts">
/** Taking back, and doing again. Where nothing is left they stay in reach and say so: switched off, the last press would drop the focus to the page. */
defineProps<{ canUndo: boolean; canRedo: boolean; plain?: boolean }>()
const emit = defineEmits<{ undo: []; redo: [] }>()
</script>

<template>
  <Button
    class="step"
    label="Undo"
    icon="pi pi-undo"
    severity="secondary"
    :text="plain"
    :aria-disabled="!canUndo"
    @click="canUndo && emit('undo')"
  />
  <Button
    class="step"
    label="Redo"
    icon="pi pi-refresh"
    severity="secondary"
    :text="plain"
    :aria-disabled="!canRedo"
    @click="canRedo && emit('redo')"
  />
</template>

<style scoped>
.step[aria-disabled='true'] {
  opacity: 0.6;
  cursor: default;
}
/* On a phone the arrows say it, and leave their row to what is said in words. */
@media (max-width: 640px) {
  .step {
    width: 2.75rem;
    height: 2.75rem;
    padding-inline: 0;
  }
  .step :deep(.p-button-label) {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
    white-space: nowrap;
  }
}
</style>
