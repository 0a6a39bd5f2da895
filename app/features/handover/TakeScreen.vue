<script setup lang="ts">
import { incoming } from '~/shared/files/incoming'
import { useReading } from '~/shared/files/reading'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { linkBytes } from './arriving'
import CodeReader from './CodeReader.vue'
import TakeArchive from './TakeArchive.vue'
import TakeRoutine from './TakeRoutine.vue'

/** Something that somebody handed over comes in: by link, by camera, by file; looked at, and taken only when it is said so. */
useHead({ title: 'Import · Pebblebrook' })
const workspace = useWorkspaceStore()
const route = useRoute()
const router = useRouter()
const { progress, read, cancel } = useReading()

/** What was just taken, in words. */
const done = ref('')
/** It stays to be looked at until it is taken or left, wherever one goes meanwhile. */
const brought = incoming
async function readIn(content: File | string | Uint8Array) {
  done.value = ''
  await workspace.untilWhole()
  brought.value = (await read(content)) ?? brought.value
}
const good = computed(() => (brought.value?.read.ok ? brought.value.read : null))
const faults = computed(() => (brought.value && !brought.value.read.ok ? brought.value.read.faults : []))

/** What the address holds behind its “#” is read when the page is opened, and when another such link is opened on it. */
const linkFault = ref('')
watch(
  () => route.hash,
  (hash) => hash && readLink(hash),
  { immediate: true },
)
function readLink(text: string) {
  const bytes = linkBytes(text)
  linkFault.value = bytes ? '' : 'This link has no routine in it. It may have been cut off: have it sent again.'
  if (bytes) void readIn(bytes)
}
const pasted = ref('')
/** A link, or the text of a file. */
function readPasted() {
  const text = pasted.value.trim()
  if (text.startsWith('{')) void readIn(text)
  else if (text) readLink(text)
}

const chooser = ref() as Ref<HTMLInputElement>
const { open, onChange } = useFileDialog({
  input: chooser,
  accept: 'application/json,.json',
  multiple: false,
  reset: true,
})
onChange((files) => void (files?.[0] && readIn(files[0])))

function leave() {
  brought.value = null
  pasted.value = ''
  if (route.hash) void router.replace({ path: '/take', hash: '' })
}
</script>

<template>
  <div class="stack">
    <div>
      <h1>Import</h1>
      <p v-if="!good" class="soft">
        A routine that somebody shared, or everything from another device of yours. You see it first; nothing is
        imported by itself.
      </p>
    </div>
    <div v-if="progress !== null" class="row" role="status">
      <label>Reading it <progress :value="progress" max="1" /></label>
      <Button label="Cancel" size="small" severity="secondary" @click="cancel" />
    </div>
    <TakeRoutine
      v-if="brought?.kind === 'routine' && brought.read.ok"
      :key="brought.read.value.routine.name"
      :handed="brought.read.value"
      @left="leave"
    />
    <TakeArchive
      v-else-if="brought?.kind === 'archive' && brought.read.ok"
      :archive="brought.read.value"
      :notes="brought.read.notes"
      @left="leave"
      @taken="done = $event"
    />
    <p v-else-if="done" role="status">
      {{ done }} You can restore an earlier copy in <NuxtLink to="/settings#data">My data</NuxtLink>.
      <NuxtLink to="/">To today</NuxtLink>
    </p>
    <template v-else>
      <div v-if="faults.length > 0" class="fault" role="alert">
        <p>It cannot be taken, and nothing here was changed:</p>
        <ul>
          <li v-for="one in faults" :key="one.path + one.message">{{ one.message }}</li>
        </ul>
      </div>
      <p v-if="linkFault" class="fault" role="alert">{{ linkFault }}</p>
      <section class="stack" aria-labelledby="by-picture">
        <h2 id="by-picture">A code picture</h2>
        <CodeReader @whole="readIn" />
      </section>
      <section class="stack" aria-labelledby="by-file">
        <h2 id="by-file">A file</h2>
        <div class="row">
          <Button label="Choose the file" icon="pi pi-upload" severity="secondary" @click="open()" />
          <input
            ref="chooser"
            type="file"
            accept="application/json,.json"
            class="visually-hidden"
            aria-label="File to take in"
            tabindex="-1"
          />
        </div>
      </section>
      <section class="stack" aria-labelledby="by-link">
        <h2 id="by-link">A link</h2>
        <form class="row" @submit.prevent="readPasted">
          <InputText v-model="pasted" aria-label="The link" placeholder="…/take#r=…" class="pasted" />
          <Button type="submit" label="Look at it" severity="secondary" :disabled="pasted.trim() === ''" />
        </form>
        <p class="small soft">A link that is opened comes here by itself.</p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.pasted {
  flex: 1 1 18rem;
  max-width: 34rem;
}
</style>
