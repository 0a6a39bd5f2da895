<script setup lang="ts">
import { usePersonStore } from '~/shared/store/person'
import StillOpening from '~/shared/ui/StillOpening.vue'
import { weekdayPhrase } from '~/shared/words/time'
import TodayNow from './TodayNow.vue'

/** The day is shown at once; what to practise, when the store has been opened. */
const person = usePersonStore()
useHead({ title: 'Today · Pebblebrook' })
</script>

<template>
  <div class="stack today">
    <h1>{{ weekdayPhrase(person.today) }}</h1>
    <TodayNow v-if="person.opened">
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
