<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { useManualRefHistory } from '@vueuse/core'
import { dequal } from 'dequal/lite'
import { SERIES_LIMITS, type Lesson, type Series } from '#core/routine'
import { plainCopy } from '~/shared/store/plainCopy'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import StepsBack from '~/shared/ui/StepsBack.vue'
import LessonRow from './LessonRow.vue'
import { useSeries } from './seriesPractice'
import { seriesPhrase, timesPhrase } from './seriesWords'

/** A series under one's hands: every change is kept at once and can be taken back. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const route = useRoute()
const confirm = useConfirm()
const seriesId = String(route.params.id)
const { mine, followLesson, begin } = useSeries()
const found = computed(() => mine.value.find(({ series }) => series.id === seriesId) ?? null)
const series = computed(() => found.value?.series ?? null)
const state = computed(() => found.value?.state ?? null)
useHead({ title: computed(() => `${series.value?.name ?? 'No such series'} · Pebblebrook`) })

const past = shallowRef<Series | null>(series.value)
const { commit, clear, undo: stepBack, redo: stepOn, canUndo, canRedo } = useManualRefHistory(past)
const said = ref('')
// What another tab has done to it is where taking back begins.
watch(series, (now) => {
  if (!now || dequal(now, past.value)) return
  past.value = now
  commit()
  clear()
})
async function change(part: Partial<Series>, words = '') {
  if (!series.value) return
  const next = plainCopy({ ...series.value, ...part })
  // At once: whoever takes it back may be sooner than the store.
  past.value = next
  commit()
  said.value = words
  await library.putSeries(next)
}
async function step(take: () => void, words: string) {
  take()
  if (past.value) await library.putSeries(past.value)
  said.value = words
}
function rename(event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name) void change({ name })
}

const lessons = computed(() => series.value?.lessons ?? [])
const changeLessons = (next: Lesson[], words: string) => change({ lessons: next }, words)
function add() {
  const routineId = lessons.value.at(-1)?.routineId ?? library.routines[0]!.id
  const lesson = { id: `l-${newUuid()}`, routineId, adds: '', times: 1 }
  void changeLessons([...lessons.value, lesson], 'A lesson added.')
}
const changeLesson = (id: string, part: Partial<Lesson>) =>
  changeLessons(
    lessons.value.map((lesson) => (lesson.id === id ? { ...lesson, ...part } : lesson)),
    '',
  )
function move(index: number, direction: 1 | -1) {
  const next = [...lessons.value]
  next.splice(index + direction, 0, ...next.splice(index, 1))
  void changeLessons(next, direction < 0 ? 'Moved earlier.' : 'Moved later.')
}
async function practise(lesson: Lesson) {
  if (!series.value) return
  if (series.value.begunAt === undefined) await begin(series.value)
  await followLesson(series.value, lesson)
}
function beginAnew() {
  if (!series.value) return
  const now = series.value
  if (now.begunAt === undefined) return void begin(now)
  confirm.require({
    header: 'Start over?',
    message: 'It starts with its first lesson again. The sessions so far stay in the journal.',
    acceptProps: { label: 'Start over' },
    rejectProps: { label: 'Cancel', severity: 'secondary' },
    accept: () => void begin(now),
  })
}
function remove() {
  confirm.require({
    header: `Delete “${series.value?.name}”?`,
    message: 'Its sessions stay in the journal, and its routines stay too.',
    acceptProps: { label: 'Delete it' },
    rejectProps: { label: 'Cancel', severity: 'secondary' },
    accept: async () => {
      await workspace.remove('series', seriesId)
      await navigateTo('/routines')
    },
  })
}
</script>

<template>
  <div v-if="series && state" class="stack">
    <div class="spread">
      <div class="field name">
        <label for="series-name" class="visually-hidden">Name of the series</label>
        <InputText id="series-name" class="title" :model-value="series.name" maxlength="120" @change="rename" />
      </div>
      <div class="row">
        <Button v-if="state.next" icon="pi pi-play" label="Practise the next lesson" @click="practise(state.next)" />
        <Button
          severity="secondary"
          :label="series.begunAt === undefined ? 'Start it' : 'Start over'"
          :disabled="lessons.length === 0"
          @click="beginAnew"
        />
        <StepsBack
          plain
          :can-undo="canUndo"
          :can-redo="canRedo"
          @undo="step(stepBack, 'Undone.')"
          @redo="step(stepOn, 'Redone.')"
        />
        <Button severity="secondary" text icon="pi pi-trash" aria-label="Delete this series" @click="remove" />
      </div>
    </div>
    <h1 class="visually-hidden">{{ series.name }}</h1>
    <p role="status">
      {{ seriesPhrase(series, state) }}
      <template v-if="series.begunAt === undefined && lessons.length > 0">
        Once begun, its next lesson stands on Today, and its sessions count.
      </template>
      {{ said }}
    </p>
    <div class="field">
      <label for="series-purpose">What it is for</label>
      <InputText
        id="series-purpose"
        :model-value="series.purpose"
        maxlength="4000"
        @change="change({ purpose: ($event.target as HTMLInputElement).value.trim() })"
      />
    </div>
    <label class="row">
      <input
        type="checkbox"
        :checked="series.repeats"
        @change="change({ repeats: ($event.target as HTMLInputElement).checked })"
      />
      After the last lesson the first one comes again
    </label>
    <ol class="lessons">
      <LessonRow
        v-for="(place, index) in state.lessons"
        :key="place.lesson.id"
        :lesson="place.lesson"
        :place="index + 1"
        :of="lessons.length"
        :standing="timesPhrase(place)"
        :is-next="place.lesson === state.next && series.begunAt !== undefined"
        @change="changeLesson(place.lesson.id, $event)"
        @move="move(index, $event)"
        @remove="changeLessons(lessons.toSpliced(index, 1), 'Deleted.')"
        @practise="practise(place.lesson)"
      />
    </ol>
    <div class="row">
      <Button
        label="Add a lesson"
        icon="pi pi-plus"
        severity="secondary"
        :disabled="lessons.length >= SERIES_LIMITS.lessons"
        @click="add"
      />
      <NuxtLink to="/routines">All routines and series</NuxtLink>
    </div>
    <p class="small soft">
      A session counts for a lesson when at least half of it was practised. Its forms are only ever moved on in
      learning, never back; each form’s page can say otherwise.
    </p>
    <ConfirmDialog />
  </div>
  <div v-else class="stack">
    <h1>No such series</h1>
    <p><NuxtLink to="/routines">All routines and series</NuxtLink></p>
  </div>
</template>

<style scoped>
.name {
  flex: 1 1 18rem;
}
.title {
  font-size: 1.5rem;
  font-weight: 700;
  width: 100%;
}
.field input {
  width: 100%;
}
.lessons {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 1rem;
}
</style>
