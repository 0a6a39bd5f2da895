<script setup lang="ts">
import { writeRoutineText, writeWebVtt } from '#core/formats'
import { chaptersOf, totalsOf } from '#core/timeline'
import { cardLines } from '~/shared/words/cardLines'
import { useLibraryStore } from '~/shared/store/library'
import { download, fileName } from '~/shared/ui/download'
import { captionsOf } from './captions'
import { cardSvg } from './cardSvg'
import type { CarryChoices } from './choices'
import type { CarriedSession, HeardSession } from './useSoundFile'

/** The same session in writing: captions and chapters that stand beside the sound, a card, and the routine as text. */
const props = defineProps<{
  session: CarriedSession
  choices: CarryChoices
  heard: (routine: CarriedSession['routine'], choices: CarryChoices) => Promise<HeardSession>
  /** The card is of a routine that is kept. */
  routineId: string | null
  /** The changes for my health settings, in words; empty without any. */
  healthWords: string
}>()
const library = useLibraryStore()
const title = computed(() => props.session.title)

const fault = ref('')
/** Make a file, and show an error if that fails. */
async function give(what: () => Promise<void> | void) {
  fault.value = ''
  try {
    await what()
  } catch (error) {
    fault.value = `The file could not be made: ${(error as Error).message}`
  }
}
const name = (extension: string, more = '') => fileName(title.value + more, extension)
async function captions() {
  const { timeline, cues } = await props.heard(props.session.routine, props.choices)
  download(name('vtt'), writeWebVtt(title.value, captionsOf(cues, timeline.totalSeconds)), 'text/vtt')
}
async function chapters() {
  const { timeline } = await props.heard(props.session.routine, props.choices)
  const texts = chaptersOf(timeline, timeline.totalSeconds).map(({ title: text, ...times }) => ({ ...times, text }))
  download(name('vtt', ' chapters'), writeWebVtt(title.value, texts), 'text/vtt')
}
async function card() {
  const { timeline } = await props.heard(props.session.routine, props.choices)
  const lines = cardLines(timeline, totalsOf(timeline), library.formsById)
  const under = [props.session.routine.purpose, props.healthWords && `For my health settings. ${props.healthWords}`]
  download(name('svg', ' card'), cardSvg(title.value, timeline.totalSeconds, lines, under), 'image/svg+xml')
}
function text() {
  const written = writeRoutineText(props.session.routine, library.forms, library.ownForms)
  download(name('md'), written, 'text/markdown')
}
</script>

<template>
  <section class="stack" aria-labelledby="in-writing">
    <h2 id="in-writing">In writing</h2>
    <div class="row">
      <Button label="Captions" icon="pi pi-download" size="small" severity="secondary" @click="give(captions)" />
      <Button label="Chapters" icon="pi pi-download" size="small" severity="secondary" @click="give(chapters)" />
      <Button label="Card as a picture" icon="pi pi-download" size="small" severity="secondary" @click="give(card)" />
      <Button label="The routine as text" icon="pi pi-download" size="small" severity="secondary" @click="give(text)" />
      <NuxtLink v-if="routineId" :to="`/routines/card/${routineId}`">A card to print</NuxtLink>
      <NuxtLink v-if="routineId" :to="`/hand?routine=${routineId}`">Share</NuxtLink>
    </div>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p class="small soft">
      Captions and chapters (WebVTT) go with the sound file made with the same choices. The text has forms of my own
      with it, and can be read in again on a routine’s page.
    </p>
  </section>
</template>
