<script setup lang="ts">
import TodayScreen from '~/features/today/TodayScreen.vue'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'

definePageMeta({ opensAtOnce: true })
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()
/** Fetched by those who have a trial, or a series. */
const TrialToday = defineAsyncComponent(() => import('~/features/journal/TrialToday.vue'))
const SeriesNext = defineAsyncComponent(() => import('~/features/series/SeriesNext.vue'))
</script>

<template>
  <TodayScreen>
    <template v-if="workspace.isFullyLoaded" #series>
      <TrialToday v-if="journal.trials.length > 0" />
      <SeriesNext v-if="library.series.length > 0" />
    </template>
  </TodayScreen>
</template>
