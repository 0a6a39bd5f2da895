<script setup lang="ts">
import TrialToday from '~/features/journal/TrialToday.vue'
import SeriesNext from '~/features/series/SeriesNext.vue'
import TodayScreen from '~/features/today/TodayScreen.vue'
import { usePersonStore } from '~/shared/store/person'

definePageMeta({ opensEarly: true })
const person = usePersonStore()
</script>

<template>
  <TodayScreen>
    <template v-if="person.isWhole" #series>
      <TrialToday />
      <SeriesNext />
    </template>
  </TodayScreen>
</template>
