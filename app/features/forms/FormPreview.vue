<script setup lang="ts">
import type { Form, Way } from '#core/forms'
import { type Player, createPlayer } from '~/shared/sound/player'
import { type SoundWorkerClient, startSoundWorker } from '~/shared/sound/soundWorker'
import { routineOfOne } from '#core/routine'
import { cuesOf, type Cue } from '#core/sound'
import { compileTimeline, isBody, totalsOf, type Timeline } from '#core/timeline'
import { audioSecondsAt, driveBy, keepTime, nowMs, setSessionClock } from '~/shared/clock/sessionClock'
import { createSpeaker } from '~/shared/sound/speaker'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { durationPhrase } from '~/shared/words/time'
import BreathWater from '~/shared/drawing/BreathWater.vue'

/** A form as it stands, moving and sounding at my pace: its first repetitions. */
const props = defineProps<{ form: Form; ways?: Way[] }>()
const library = useLibraryStore()
const { settings } = useSettingsStore()

const REPETITIONS = 2
const timeline = computed<Timeline | null>(() => {
  try {
    return compileTimeline({
      routine: routineOfOne(props.form, Math.min(REPETITIONS * 2, props.form.counts.usual)),
      forms: [props.form],
      ways: props.ways ?? [],
      pace: settings.pace,
      rules: { ...settings.rules, announceSeconds: 0, leadInSeconds: 0 },
    })
  } catch {
    // While it is being written a form may have nothing to compile yet.
    return null
  }
})
/** The phases of the first repetition, of which one can be heard over and over. */
const phases = computed(() => {
  const segments = timeline.value?.segments.filter(isBody) ?? []
  const end = segments.findIndex(({ endsRepetition }) => endsRepetition)
  return segments.slice(0, end + 1).filter(({ lengthSeconds }) => lengthSeconds > 0)
})
const WHOLE = -1
const looped = ref(WHOLE)
const LOOPS = 40
const loops = computed(() => [
  { value: WHOLE, name: 'two repetitions' },
  ...phases.value.map(({ cue }, value) => ({ value, name: `${cue || 'this phase'}, over and over` })),
])
/** From where to where it is played, and how often. */
const stretch = computed(() => {
  const phase = phases.value[looped.value]
  if (!phase) return { from: 0, seconds: timeline.value ? totalsOf(timeline.value).totalSeconds : 0, times: 1 }
  return { from: phase.startSeconds, seconds: phase.lengthSeconds, times: LOOPS }
})
const seconds = computed(() => stretch.value.seconds * stretch.value.times)
const cues = computed<Cue[]>(() => {
  if (!timeline.value) return []
  const all = cuesOf(timeline.value)
  const { from, seconds: lasts, times } = stretch.value
  if (times === 1) return all
  const inside = all.filter(({ kind, atSeconds }) => kind !== 'bell' && atSeconds >= from && atSeconds < from + lasts)
  return Array.from({ length: times }, (_, turn) =>
    inside.map((cue) => ({ ...cue, atSeconds: cue.atSeconds - from + turn * lasts })),
  ).flat()
})

const playing = ref(false)
let beganMs = 0
let worker: SoundWorkerClient | null = null
let player: Player | null = null

const played = () => (playing.value ? Math.min(seconds.value, (nowMs() - beganMs) / 1000) : 0)
const position = () => stretch.value.from + (played() % Math.max(0.1, stretch.value.seconds))

async function play() {
  setSessionClock()
  playing.value = true
  beganMs = nowMs()
  worker = startSoundWorker(200, beat)
  const speaker = createSpeaker()
  speaker.set(settings.voice, library.recordings)
  player = createPlayer(worker, speaker, settings.sound)
  driveBy(player.context)
  await player.unlock()
}
function beat() {
  keepTime(null)
  if (played() >= seconds.value) return stop()
  const origin = audioSecondsAt(beganMs)
  if (origin !== null) player?.schedule(cues.value, (atSeconds) => origin + atSeconds)
}
function stop() {
  playing.value = false
  driveBy(null)
  player?.close()
  worker?.end()
  player = null
  worker = null
}
// A changed form is heard from its start.
watch([timeline, looped], () => {
  if (!playing.value) return
  stop()
  void play()
})
onBeforeUnmount(() => playing.value && stop())
</script>

<template>
  <div v-if="timeline && seconds > 0" class="preview">
    <div class="row">
      <Button
        size="small"
        severity="secondary"
        :label="playing ? 'Stop' : 'See and hear it'"
        :icon="playing ? 'pi pi-stop' : 'pi pi-play'"
        @click="playing ? stop() : play()"
      />
      <span v-if="phases.length > 1" class="row">
        <span class="soft small">play</span>
        <Select
          v-model="looped"
          class="loop"
          size="small"
          :options="loops"
          option-label="name"
          option-value="value"
          aria-label="What to play"
        />
      </span>
      <span class="soft small">{{ durationPhrase(stretch.seconds) }} at my pace</span>
    </div>
    <div v-if="playing" class="water"><BreathWater :timeline="timeline" :position="position" /></div>
  </div>
</template>

<style scoped>
.preview {
  display: grid;
  gap: 0.5rem;
}
.water {
  height: 13rem;
  border-radius: 12px;
  overflow: hidden;
}
.loop {
  max-width: 16rem;
}
</style>
