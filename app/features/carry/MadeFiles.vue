<script setup lang="ts">
import { atBase } from '~/shared/atBase'
import { canShare, download } from '~/shared/ui/download'
import { fileSizePhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import type { Made } from './useSoundFile'

/** What was made: to hear, to keep, to hand on. */
const props = defineProps<{
  made: readonly Made[]
  zip: { name: string; file: Blob } | null
  /** Words that the file should say, and does not. */
  unsaid: readonly string[]
  /** Address of the page that records them. */
  voicePage: string
}>()

const urls = ref<string[]>([])
const letGo = () => urls.value.forEach((url) => URL.revokeObjectURL(url))
watch(
  () => props.made,
  (made) => {
    letGo()
    urls.value = made.map(({ file }) => URL.createObjectURL(file))
  },
  { immediate: true },
)
onScopeDispose(letGo)

const asFile = ({ name, file }: { name: string; file: Blob }) => new File([file], name, { type: file.type })
const shared = computed(() => asFile(props.zip ?? props.made[0]!))
const failed = ref('')
async function share() {
  failed.value = ''
  try {
    await navigator.share({ files: [shared.value], title: shared.value.name })
  } catch (error) {
    // Who leaves the sheet has changed their mind.
    if ((error as Error).name !== 'AbortError') failed.value = 'It could not be shared here. Save it instead.'
  }
}
const whole = computed(() => props.zip ?? props.made[0]!)
</script>

<template>
  <div class="stack">
    <div class="row">
      <Button :label="`Save ${whole.name}`" icon="pi pi-download" @click="download(whole.name, whole.file)" />
      <Button v-if="canShare(shared)" label="Share" icon="pi pi-share-alt" severity="secondary" @click="share" />
    </div>
    <p v-if="failed" class="fault" role="alert">{{ failed }}</p>
    <ul class="made">
      <li v-for="(each, index) in made" :key="each.name" class="stack">
        <p>
          <strong>{{ each.name }}</strong>
          <span class="soft">
            {{ durationPhrase(each.seconds) }} · {{ fileSizePhrase(each.file.size) }} ·
            {{ plural(each.chapters, 'chapter') }} · {{ each.lufs.toFixed(1) }} LUFS
          </span>
        </p>
        <audio :src="urls[index]" controls preload="metadata" :aria-label="`Hear ${each.name}`" />
        <Button
          v-if="zip"
          :label="`Save ${each.name}`"
          size="small"
          severity="secondary"
          text
          @click="download(each.name, each.file)"
        />
      </li>
    </ul>
    <div v-if="unsaid.length > 0" class="small fault" role="status">
      <p>
        The voice could not say {{ plural(unsaid.length, 'word or name', 'words and names') }}: {{ unsaid.join(', ') }}.
        The bells are there.
      </p>
      <p><NuxtLink :to="voicePage">Record them in my own voice</NuxtLink>, then make the file again.</p>
    </div>
    <p class="small"><a :href="atBase('sound-notice.txt')">Whose encoders made it</a></p>
  </div>
</template>

<style scoped>
.made {
  display: grid;
  gap: 1.2rem;
}
.made p {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.8rem;
  overflow-wrap: anywhere;
}
.made .stack {
  gap: 0.4rem;
  justify-items: start;
}
audio {
  width: 100%;
  max-width: 34rem;
}
</style>
