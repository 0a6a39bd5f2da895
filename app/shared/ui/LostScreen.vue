<script setup lang="ts">
/** In the place of a screen that could not be shown: why, and the ways out. `isClosed`: the store was not opened, and nothing can be given out. */
defineProps<{ title: string; why: string; isClosed?: boolean }>()
defineEmits<{ leave: [to: string]; export: [] }>()
</script>

<template>
  <div class="lost stack">
    <h1>{{ title }}</h1>
    <p v-if="why">{{ why }}</p>
    <p>Your data is unchanged.</p>
    <div class="row">
      <Button label="To Today" @click="$emit('leave', '/')" />
      <Button label="To Settings" severity="secondary" @click="$emit('leave', '/settings')" />
      <Button v-if="!isClosed" label="Export everything" severity="secondary" @click="$emit('export')" />
    </div>
  </div>
</template>

<style scoped>
.lost {
  max-width: 40rem;
  padding: 2rem 0;
  overflow-wrap: anywhere;
}
</style>
