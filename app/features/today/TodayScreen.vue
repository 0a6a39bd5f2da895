<script setup lang="ts">
import { wallMs } from '~/shared/sound/clock'
import { foreseenAt, foreseenPlace } from '~/shared/store/foreseen'
import { usePersonStore } from '~/shared/store/person'
import StillOpening from '~/shared/ui/StillOpening.vue'
import { weekdayPhrase } from '~/shared/words/time'
import TodayForeseen from './TodayForeseen.vue'
import TodayNow from './TodayNow.vue'

/** The day stands at once, with what was foreseen for it; what there is to practise, when the store has been opened. */
const person = usePersonStore()
const foreseen = foreseenAt(person.world, wallMs())
const place = person.opened || !foreseen ? null : foreseenPlace()
useHead({ title: 'Today · Pebblebrook' })
</script>

<template>
  <div class="stack today">
    <h1>{{ weekdayPhrase(person.today) }}</h1>
    <TodayNow v-if="person.opened" :foreseen="foreseen">
      <template #series>
        <slot name="series" />
      </template>
    </TodayNow>
    <TodayForeseen v-else-if="foreseen && place" :words="foreseen" :place="place" />
    <StillOpening v-else />
  </div>
</template>

<style scoped>
.today {
  gap: 1.6rem;
}
</style>
