<script setup lang="ts">
/** Part of a form that most need not touch: folded, with what stands there beside its name; open where something in it is amiss. */
const props = defineProps<{ title: string; now: string; amiss?: boolean }>()
const isOpen = ref(false)
watchEffect(() => {
  if (props.amiss) isOpen.value = true
})
</script>

<template>
  <details class="fold" :open="isOpen" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary>
      <strong>{{ title }}</strong> <span class="soft small">{{ now }}</span>
    </summary>
    <div class="inside"><slot /></div>
  </details>
</template>

<style scoped>
.fold {
  border-top: 1px solid var(--pb-line);
}
.fold summary {
  cursor: pointer;
  padding: 0.7rem 0;
  min-height: 2.75rem;
  overflow-wrap: anywhere;
}
.inside {
  display: grid;
  gap: 1rem;
  padding-bottom: 1.2rem;
}
</style>
