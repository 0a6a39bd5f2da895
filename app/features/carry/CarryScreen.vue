<script setup lang="ts">
import { routineOfOne, type Routine } from '#core/routine'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { useHealth } from '~/shared/plan/useHealth'
import { useLibraryStore } from '~/shared/store/library'
import RoutineBack from '~/shared/ui/RoutineBack.vue'
import RoutineGone from '~/shared/ui/RoutineGone.vue'
import { durationPhrase } from '~/shared/words/time'
import CarrySound from './CarrySound.vue'
import { FIRST_CHOICES, type CarryChoices } from './choices'
import InWriting from './InWriting.vue'
import { useSoundFile } from './useSoundFile'

/** A routine or a form taken along: as sound, in writing. */
const library = useLibraryStore()
const route = useRoute()
const choices = ref<CarryChoices>({ ...FIRST_CHOICES })
const files = useSoundFile()

const form = computed(() => library.formsById.get(String(route.query.form ?? '')) ?? null)
const kept = computed<Routine | null>(() => {
  if (form.value) return routineOfOne(form.value)
  return library.routines.find(({ id }) => id === route.query.routine) ?? null
})
const health = useHealth()
const adjusted = computed(() => (kept.value ? health.adjusted(kept.value) : null))
const milderWords = computed(() => adjusted.value && health.phrase(adjusted.value))
const isForbidden = computed(() => choices.value.milder && Boolean(adjusted.value?.asksFirst))
const session = computed(() => {
  if (!kept.value) return null
  const gentler = choices.value.milder && !isForbidden.value ? adjusted.value?.routine : null
  return { title: kept.value.name, routine: gentler ?? kept.value }
})
const sessions = computed(() => (session.value ? [session.value] : []))
const compiled = computed(() => {
  try {
    return { timeline: session.value && files.timelineOf(session.value.routine, choices.value), fault: '' }
  } catch (error) {
    return { timeline: null, fault: (error as Error).message }
  }
})
const timeline = computed(() => compiled.value.timeline)
useHead({ title: computed(() => `Make audio: ${kept.value?.name ?? 'nothing'} · Pebblebrook`) })
</script>

<template>
  <div v-if="kept && compiled.fault" class="stack">
    <RoutineBack :routine="kept" />
    <h1>Make audio: {{ kept.name }}</h1>
    <p class="fault" role="alert">No file can be made: {{ compiled.fault }}</p>
  </div>
  <RoutineGone v-else-if="!kept || !timeline || timeline.totalSeconds === 0" title="Nothing to play" />
  <div v-else class="stack">
    <NuxtLink v-if="form" :to="`/forms/${form.id}`">{{ form.name }}</NuxtLink>
    <RoutineBack v-else :routine="kept" />
    <div>
      <h1>Make audio: {{ kept.name }}</h1>
      <p class="soft">
        {{ durationPhrase(timeline.totalSeconds) }} at my pace. For the garden, the phone in the pocket, earphones.
      </p>
    </div>
    <BrookDrawing :timeline="timeline" />
    <CarrySound
      v-model:choices="choices"
      :sessions="sessions"
      album=""
      :milder-words="milderWords"
      :forbidden="isForbidden"
      :files="files"
      :voice-page="form ? `/forms/${form.id}` : `/voice?routine=${kept.id}`"
    >
      <InWriting
        v-if="!isForbidden"
        :session="session!"
        :choices="choices"
        :heard="files.heard"
        :routine-id="form ? null : kept.id"
        :health-words="choices.milder ? (milderWords ?? '') : ''"
      />
    </CarrySound>
  </div>
</template>
