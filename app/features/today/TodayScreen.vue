<script setup lang="ts">
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import StillOpening from '~/shared/ui/StillOpening.vue'
import { weekdayPhrase } from '~/shared/words/time'
import TodayNow from './TodayNow.vue'

/** The day is shown at once; what to practise, when the store has been opened. */
const workspace = useWorkspaceStore()
const journal = useJournalStore()
useHead({ title: 'Today · Pebblebrook' })
</script>

<template>
  <div class="stack today">
    <h1>{{ weekdayPhrase(journal.today) }}</h1>
    <TodayNow v-if="workspace.opened">
      <template #series>
        <slot name="series" />
      </template>
    </TodayNow>
    <StillOpening v-else />
  </div>
</template>

<style scoped>
.today {
  gap: 1.6rem;
}
</style>
