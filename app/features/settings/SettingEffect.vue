<script setup lang="ts">
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useCompiled } from '~/shared/store/compiled'
import { durationPhrase } from '~/shared/words/time'

/** What the settings come to, in a routine that I know: the one that I did last, or the first that there is. */
const library = useLibraryStore()
const journal = useJournalStore()
const compiled = useCompiled()
const routine = computed(() => {
  const last = journal.sessions.find(({ routineId }) => library.routines.some(({ id }) => id === routineId))
  return library.routines.find(({ id }) => id === last?.routineId) ?? library.routines[0]
})
const totals = computed(() => {
  const made = routine.value && compiled(routine.value)
  return made?.ok ? made.totals : null
})
</script>

<template>
  <p v-if="routine && totals" class="effect">
    So <NuxtLink :to="`/routines/${routine.id}`">{{ routine.name }}</NuxtLink> lasts
    <strong>{{ durationPhrase(totals.totalSeconds) }}</strong><template v-if="totals.closingShare !== null"
      >, its closing {{ durationPhrase(totals.closingSeconds) }}</template
    >.
  </p>
</template>

<style scoped>
strong {
  white-space: nowrap;
}
</style>
