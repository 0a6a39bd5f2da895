<script setup lang="ts">
import type { Routine } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'

/** Back to a routine of mine, or to the list where it ships and has no page of its own. */
defineProps<{ routine: Pick<Routine, 'id' | 'name'> }>()
const library = useLibraryStore()
</script>

<template>
  <NuxtLink v-if="!library.isShipped(routine.id)" :to="`/routines/${routine.id}`">{{ routine.name }}</NuxtLink>
  <NuxtLink v-else to="/routines">Routines</NuxtLink>
</template>
