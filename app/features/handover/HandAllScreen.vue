<script setup lang="ts">
import { framesOf, MOST_FRAMES } from '#core/handover'
import { packedText } from '~/shared/files/reading'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { fileSizePhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import CodeRow from './CodeRow.vue'

/** Everything, from one device to another over a row of code pictures: slower than a file, but with nothing between the two. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const frames = shallowRef<string[] | null>(null)
const bytes = ref(0)
const fault = ref('')
const isShown = ref(false)
useHead({ title: 'To another device · Pebblebrook' })
/** Pictures a second, as the row begins. */
const USUAL_PER_SECOND = 4

onMounted(async () => {
  try {
    const packed = await packedText(await workspace.exportText({ withRecordings: false }))
    bytes.value = packed.length
    frames.value = framesOf(packed)
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})
const isTooMuch = computed(() => (frames.value?.length ?? 0) > MOST_FRAMES)
const recordings = computed(() => library.recordings.length)
</script>

<template>
  <div class="stack">
    <NuxtLink to="/settings#data">My data</NuxtLink>
    <div>
      <h1>To another device</h1>
      <p class="soft">Everything that is kept here, by a file or by a row of pictures; nothing leaves the room.</p>
    </div>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="!frames" role="status">It is being packed…</p>
    <template v-else>
      <p>
        It is {{ fileSizePhrase(bytes) }}: {{ plural(frames.length, 'picture') }}, shown in
        <strong>{{ durationPhrase(frames.length / USUAL_PER_SECOND) }}</strong>, and a little longer where the camera
        misses some. A file is quicker from a few minutes on: export it in
        <NuxtLink to="/settings#data">My data</NuxtLink>, send it over, and import it there.
      </p>
      <p v-if="recordings > 0">
        {{ plural(recordings, 'recording') }} of my voice {{ recordings === 1 ? 'is' : 'are' }} left out of the
        pictures: they go with the file only.
      </p>
      <p v-if="isTooMuch" class="fault">That is more than a row of pictures can hold. Take the file.</p>
      <div v-else-if="!isShown"><Button label="Show the pictures" icon="pi pi-qrcode" @click="isShown = true" /></div>
      <template v-else>
        <p>On the other device, open Pebblebrook, “Import”, “By camera”, and point it here.</p>
        <CodeRow :frames="frames" label="Everything, as code pictures" />
      </template>
    </template>
  </div>
</template>
