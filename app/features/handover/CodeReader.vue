<script setup lang="ts">
import { missingFrames, type FramesRead } from '#core/handover'
import { listPhrase, plural } from '~/shared/words/numbers'
import { arrive, type Arrived } from './arriving'
import { useCamera, type CameraState } from './useCamera'

/** Reads code pictures, by the camera or from photographs, until what they hold is whole. */
const emit = defineEmits<{ whole: [bytes: Uint8Array] }>()
const video = ref<HTMLVideoElement | null>(null)
const frames = shallowRef<FramesRead | null>(null)
const fault = ref('')
const { state, start, stop, readPhotograph } = useCamera(video, (text) => void take(text))

/** Take one text in; what it came to. */
function take(text: string): Arrived['is'] {
  const arrived = arrive(frames.value, text)
  if (arrived.is === 'strange') {
    fault.value = 'This picture holds nothing of Pebblebrook’s.'
    return arrived.is
  }
  fault.value = arrived.is === 'wrong' ? 'The pictures do not fit together. They are read anew.' : ''
  frames.value = arrived.is === 'begun' ? arrived.frames : null
  if (arrived.is === 'whole') {
    stop()
    emit('whole', arrived.bytes)
  }
  return arrived.is
}
const missing = computed(() => (frames.value ? missingFrames(frames.value) : []))
/** When few are missing, which they are helps to hold still at the right one. */
const missingWords = computed(() =>
  missing.value.length <= 8 ? `: missing ${listPhrase(missing.value.map(String), 8)}` : '',
)

const chooser = ref() as Ref<HTMLInputElement>
const { open, onChange } = useFileDialog({ input: chooser, accept: 'image/*', multiple: true, reset: true })
onChange((files) => void readAll([...(files ?? [])]))
async function readAll(files: File[]) {
  fault.value = ''
  const unread: string[] = []
  let repeated = 0
  for (const file of files) {
    const before = frames.value
    const came = (await readPhotograph(file)).map(take)
    if (
      came.includes('begun') &&
      frames.value?.checksum === before?.checksum &&
      frames.value?.parts.size === before?.parts.size
    )
      repeated += 1
    // What is whole is shown: the photographs after it have nothing to add.
    if (came.includes('whole')) return
    if (came.every((is) => is === 'strange')) unread.push(file.name)
  }
  const faults = [
    unread.length > 0 && `No code picture of Pebblebrook’s could be read in ${listPhrase(unread)}.`,
    repeated > 0 && `${plural(repeated, 'photograph')} showed the same picture again.`,
  ]
  if (unread.length + repeated > 0) fault.value = faults.filter(Boolean).join(' ')
}
const WORDS: Partial<Record<CameraState, string>> = {
  refused: 'The camera is not allowed here. Allow it in the browser’s settings for this page, or take a photograph.',
  none: 'No camera was found. A photograph of the picture does too.',
  notSecure: 'The browser gives a page the camera only over https. A photograph of the picture does too.',
}
</script>

<template>
  <div class="stack">
    <div class="row">
      <Button
        v-if="state !== 'on' && state !== 'starting'"
        label="By camera"
        icon="pi pi-camera"
        severity="secondary"
        @click="start"
      />
      <Button v-else label="Camera off" severity="secondary" @click="stop" />
      <Button label="From a photograph" icon="pi pi-image" severity="secondary" @click="open()" />
      <input
        ref="chooser"
        type="file"
        accept="image/*"
        multiple
        class="visually-hidden"
        aria-label="Photographs of code pictures"
        tabindex="-1"
      />
    </div>
    <p v-if="WORDS[state]" class="fault" role="alert">{{ WORDS[state] }}</p>
    <video
      v-show="state === 'on' || state === 'starting'"
      ref="video"
      class="seen"
      muted
      playsinline
      aria-label="What the camera sees"
    />
    <div v-if="frames" role="status">
      <progress :value="frames.parts.size" :max="frames.of" aria-label="Pictures read" />
      <p>{{ frames.parts.size }} of {{ plural(frames.of, 'picture') }} read{{ missingWords }}.</p>
    </div>
    <p v-else-if="state === 'on'" role="status">Hold the picture into the camera, so that it fills it.</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.seen {
  width: min(100%, 26rem);
  border-radius: 1.4rem 1.1rem 1.6rem 1rem;
  background: var(--pb-water, #88a);
}
progress {
  width: min(100%, 26rem);
}
</style>
