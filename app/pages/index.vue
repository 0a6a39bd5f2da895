<script setup lang="ts">
import SeriesNext from '~/features/series/SeriesNext.vue'
import TodayScreen from '~/features/today/TodayScreen.vue'
</script>

<template>
  <TodayScreen>
    <template #series><SeriesNext /></template>
  </TodayScreen>
</template>
