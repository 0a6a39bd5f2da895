<script setup lang="ts">
import { fileName } from '~/shared/ui/download'
import { percentPhrase, plural } from '~/shared/words/numbers'
import type { CarryChoices } from './choices'
import MadeFiles from './MadeFiles.vue'
import SoundChoices from './SoundChoices.vue'
import { useOpusHere } from './useOpusHere'
import type { CarriedSession, Made, useSoundFile } from './useSoundFile'

/** The choices of how it sounds, the making with its progress, and what was made. */
const props = defineProps<{
  sessions: readonly CarriedSession[]
  /** What several files are called together; empty for one alone. */
  album: string
  milderWords: string | null
  /** Nothing of it is to be led. */
  forbidden: boolean
  files: ReturnType<typeof useSoundFile>
  voicePage: string
}>()
const choices = defineModel<CarryChoices>('choices', { required: true })
const { share, make, stop, timelineOf, zipped } = props.files
const opusMissing = useOpusHere()

/** Forms that last until one goes on: a file gives them the time that was planned. */
const hasOpen = computed(() =>
  props.sessions.some(({ routine }) => {
    try {
      return timelineOf(routine, choices.value).segments.some(({ openEnded }) => openEnded)
    } catch {
      return false
    }
  }),
)
const made = shallowRef<{ made: Made[]; zip: { name: string; file: Blob } | null; unsaid: string[] } | null>(null)
const failed = ref('')
// What was made before is no longer what is asked for.
watch([choices, () => props.sessions], () => (made.value = null))
async function makeThem() {
  failed.value = ''
  made.value = null
  try {
    const answer = await make(props.sessions, choices.value, props.album)
    if (!answer) return
    const zip = props.album && answer.made.length > 1 ? await zipped(answer.made) : null
    made.value = { ...answer, zip: zip && { name: fileName(props.album, 'zip'), file: zip } }
  } catch (error) {
    failed.value =
      (error as Error).name === 'SilentSessionError'
        ? 'Nothing would be heard: choose words, breath or bells.'
        : `It could not be made: ${(error as Error).message}`
  }
}
const canMake = computed(
  () => props.sessions.length > 0 && !props.forbidden && !(choices.value.format === 'opus' && opusMissing.value),
)
const label = computed(() => (props.album ? `Make ${plural(props.sessions.length, 'file')}` : 'Make the file'))
</script>

<template>
  <div class="columns">
    <section class="stack sheet" aria-labelledby="as-sound">
      <h2 id="as-sound">As sound</h2>
      <SoundChoices v-model="choices" :opus-missing="opusMissing" :milder-words="milderWords" />
      <p v-if="hasOpen" class="small soft">
        What lasts until you go on is as long in the file as it was planned: a file cannot hear you.
      </p>
      <div class="row">
        <Button v-if="share === null" :label="label" icon="pi pi-volume-up" :disabled="!canMake" @click="makeThem" />
        <template v-else>
          <progress :value="share" max="1" aria-label="Making it" />
          <span>{{ percentPhrase(share) }}</span>
          <Button label="Stop" severity="secondary" @click="stop" />
        </template>
      </div>
      <p v-if="failed" class="fault" role="alert">{{ failed }}</p>
    </section>
    <div class="stack side">
      <section v-if="made" class="stack" aria-labelledby="made">
        <h2 id="made">Made</h2>
        <p class="visually-hidden" role="status">{{ plural(made.made.length, 'file') }} made.</p>
        <MadeFiles :made="made.made" :zip="made.zip" :unsaid="made.unsaid" :voice-page="voicePage" />
      </section>
      <slot />
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 26rem), 1fr));
  gap: 1.5rem 2.2rem;
  align-items: start;
}
.side {
  gap: 1.8rem;
}
progress {
  flex: 1 1 8rem;
  height: 0.9rem;
}
</style>
