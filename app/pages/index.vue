<script setup lang="ts">
import TrialToday from '~/features/journal/TrialToday.vue'
import SeriesNext from '~/features/series/SeriesNext.vue'
import TodayScreen from '~/features/today/TodayScreen.vue'
</script>

<template>
  <TodayScreen>
    <template #series>
      <TrialToday />
      <SeriesNext />
    </template>
  </TodayScreen>
</template>
