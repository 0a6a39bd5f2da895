<script setup lang="ts">
import TodayScreen from '~/features/today/TodayScreen.vue'
import { usePersonStore } from '~/shared/store/person'

definePageMeta({ opensAtOnce: true })
const person = usePersonStore()
/** Fetched by those who have a trial, or a series. */
const TrialToday = defineAsyncComponent(() => import('~/features/journal/TrialToday.vue'))
const SeriesNext = defineAsyncComponent(() => import('~/features/series/SeriesNext.vue'))
</script>

<template>
  <TodayScreen>
    <template v-if="person.isFullyLoaded" #series>
      <TrialToday v-if="person.profile.trials.length > 0" />
      <SeriesNext v-if="person.profile.series.length > 0" />
    </template>
  </TodayScreen>
</template>
