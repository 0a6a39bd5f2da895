<script setup lang="ts">
import { useReminder } from './useReminder'

/** The quiet word before what is laid on today. */
const { said, dismiss } = useReminder()
</script>

<template>
  <p v-if="said" class="told sheet" role="status">
    {{ said }}
    <Button size="small" severity="secondary" text label="Good" @click="dismiss()" />
  </p>
</template>
