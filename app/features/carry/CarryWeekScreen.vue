<script setup lang="ts">
import { weekStart } from '#core/journal'
import type { PlannedPractice } from '#core/plan'
import { usePlan } from '~/shared/plan/usePlan'
import { usePlanned } from '~/shared/plan/usePlanned'
import { useJournalStore } from '~/shared/store/journal'
import { listPhrase } from '~/shared/words/numbers'
import { durationPhrase, shortWeekdayPhrase, weekdayPhrase } from '~/shared/words/time'
import CarrySound from './CarrySound.vue'
import { FIRST_CHOICES, type CarryChoices } from './choices'
import { useSoundFile, type CarriedSession } from './useSoundFile'

/** A week taken along: each session that is still to come, once, in one file of files. */
const journal = useJournalStore()
const route = useRoute()
const { weekFrom } = usePlan()
const { nameOf, minutesOf, fitted } = usePlanned()
const choices = ref<CarryChoices>({ ...FIRST_CHOICES })
const files = useSoundFile()

const DAY = /^\d{4}-\d{2}-\d{2}$/
const from = computed(() => weekStart(DAY.test(String(route.query.week)) ? String(route.query.week) : journal.today))

/** What is to come, the same practice once, with its days. */
const ahead = computed(() => {
  const once = new Map<string, { practice: PlannedPractice; days: string[] }>()
  for (const { day, practice } of weekFrom(from.value))
    for (const each of practice) {
      if (!each.routineId || (each.state !== 'open' && each.state !== 'ahead')) continue
      const key = JSON.stringify([each.routineId, minutesOf(each.laid), each.lesson?.stage ?? null])
      const known = once.get(key) ?? { practice: each, days: [] }
      once.set(key, { ...known, days: [...known.days, day] })
    }
  return [...once.values()]
})
/** With its routine as it is begun; null where that cannot be done with what was declared, in these minutes. */
const found = asyncComputed(async () => {
  const all: { name: string; days: string[]; session: CarriedSession | null }[] = []
  for (const { practice, days } of ahead.value) {
    const routine = await fitted(practice)
    const name = nameOf(practice)
    all.push({ name, days, session: routine && { title: name, routine } })
  }
  return all
}, null)
const sessions = computed(() => (found.value ?? []).flatMap(({ session }) => session ?? []))
const lengthOf = ({ routine }: CarriedSession) => durationPhrase(files.timelineOf(routine, choices.value).totalSeconds)
const title = computed(() => `The week from ${weekdayPhrase(from.value)}`)
useHead({ title: computed(() => `${title.value} to take along · Pebblebrook`) })
</script>

<template>
  <div class="stack">
    <NuxtLink to="/week">Week</NuxtLink>
    <h1>Make audio: {{ title.replace('The', 'the') }}</h1>
    <p v-if="found === null" role="status">Fitting the planned sessions…</p>
    <p v-else-if="found.length === 0">
      Nothing is planned from today on in this week. <NuxtLink to="/week">Plan something first.</NuxtLink>
    </p>
    <template v-else>
      <ul class="sessions" aria-label="Sessions">
        <li v-for="{ name, days, session } in found" :key="name + days.join()">
          <strong>{{ name }}</strong>
          <span class="soft">{{ listPhrase(days.map(shortWeekdayPhrase), 7) }}</span>
          <span v-if="session">{{ lengthOf(session) }}</span>
          <span v-else class="fault">is advised against by your health settings, in these minutes</span>
        </li>
      </ul>
      <CarrySound
        v-model:choices="choices"
        :sessions="sessions"
        :album="title"
        :milder-words="null"
        :forbidden="false"
        :files="files"
        voice-page="/voice"
      >
        <p class="small soft">
          Each session is made once, as it would be begun from the week: fitted to its minutes, milder where what you
          declared asks for it.
        </p>
      </CarrySound>
    </template>
  </div>
</template>

<style scoped>
.sessions {
  display: grid;
  gap: 0.4rem;
}
.sessions li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.9rem;
}
</style>
