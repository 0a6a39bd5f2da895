<script setup lang="ts">
import type { Fault } from '#core/basics'
import type { Archive } from '#core/formats'
import type { Snapshot } from '~/shared/store/database'
import { useFollowStore } from '~/shared/store/follow'
import { usePersonStore } from '~/shared/store/person'
import { plural } from '~/shared/words/numbers'
import { dayPhrase, weekdayMomentPhrase } from '~/shared/words/time'
import { useArchiveReading } from './archiveReading'
import { download } from '~/shared/ui/download'
import { exportAll } from './exportAll'
import StorageState from './StorageState.vue'
import ThisPlace from './ThisPlace.vue'
import UnreadableItems from './UnreadableItems.vue'

/** My data: out to a file, in from one, one step back, the demo, and the end of it. */
const person = usePersonStore()
const follow = useFollowStore()
const confirm = useConfirm()
const toast = useToast()
const { progress, read, cancel } = useArchiveReading()

/** What the import would say to the file that was just given out. */
const exportFaults = ref<Fault[]>([])
const exportNow = async () => void (exportFaults.value = await exportAll(person))

/** There once the panel is drawn. */
const chooser = ref() as Ref<HTMLInputElement>
const importFaults = ref<Fault[]>([])
const { open: choose, onChange } = useFileDialog({
  input: chooser,
  accept: 'application/json,.json',
  multiple: false,
  reset: true,
})
onChange((files) => void readFile(files?.[0]))
async function readFile(file: File | undefined) {
  if (!file) return
  const found = await read(file)
  importFaults.value = found && !found.ok ? found.faults : []
  if (found?.ok) askToTake(found.value, found.notes)
}
function askToTake(archive: Archive, notes: string[]) {
  const { sessions, routines, forms } = archive.person
  const gone = notes.length > 0 ? ` ${notes.slice(0, 3).join(' ')} They stay as they are.` : ''
  confirm.require({
    header: 'Take this archive?',
    message: `It holds ${plural(sessions.length, 'session')}, ${plural(routines.length, 'routine')} and ${plural(forms.length, 'form')} of its own, from ${dayPhrase(archive.exportedAt.slice(0, 10))}. It takes the place of everything kept here now; one step back brings that back.${gone}`,
    acceptProps: { label: 'Take it' },
    rejectProps: { label: 'Leave it', severity: 'secondary' },
    accept: async () => {
      if (await person.takeArchive(archive)) said('The archive is in.')
      await lookBack()
    },
  })
}
const said = (summary: string) => toast.add({ severity: 'success', summary, life: 4000 })
function askToErase() {
  confirm.require({
    header: 'Erase everything?',
    message:
      'All sessions, routines, forms and settings kept in this browser go. One step back brings them back, until something else takes their place; export them first if they matter.',
    acceptProps: { label: 'Erase everything', severity: 'danger' },
    rejectProps: { label: 'Keep everything', severity: 'secondary' },
    accept: async () => {
      if (await person.erase()) said('Everything is erased.')
      await follow.lookForInterrupted()
      await lookBack()
    },
  })
}

/** What stood here before something took its place. */
const before = shallowRef<Snapshot | null>(null)
const lookBack = async () => void (before.value = (await person.snapshot()) ?? null)
onMounted(lookBack)
const WHY_WORDS: Record<Snapshot['why'], string> = {
  import: 'an archive took its place',
  erase: 'everything was erased',
  goBack: 'you went one step back',
  update: 'Pebblebrook was brought up to date',
}
const asArchive = (snapshot: Snapshot) =>
  JSON.stringify({
    format: 'pebblebrook-archive',
    version: 2,
    exportedAt: new Date(snapshot.atMs).toISOString(),
    person: { settings: snapshot.settings ?? person.settings, ...snapshot.lists },
  })
async function goBack() {
  if (!before.value) return
  const found = person.readText(asArchive(before.value))
  if (!found.ok) importFaults.value = found.faults
  else if (await person.takeArchive(found.value, 'goBack')) said('It is as it was before.')
  await lookBack()
}
async function lookAtDemo() {
  try {
    await person.loadDemo()
    await navigateTo('/')
  } catch {
    toast.add({ severity: 'error', summary: 'The demo could not be fetched from the server.', life: 6000 })
  }
}
</script>

<template>
  <section class="stack" aria-labelledby="data">
    <h2 id="data">My data</h2>
    <p>Everything stays in this browser. An export is one open JSON file that holds all of it.</p>
    <div class="row">
      <Button label="Export everything" icon="pi pi-download" @click="exportNow" />
      <Button label="Import an archive" icon="pi pi-upload" severity="secondary" @click="choose()" />
      <input
        ref="chooser"
        type="file"
        accept="application/json,.json"
        class="visually-hidden"
        aria-label="Archive to import"
        tabindex="-1"
      />
    </div>
    <div v-if="exportFaults.length > 0" class="fault" role="alert">
      <p>The file is written, but could not be read back as it is:</p>
      <ul>
        <li v-for="one in exportFaults" :key="one.path + one.message">{{ one.message }}</li>
      </ul>
    </div>
    <div v-if="progress !== null" class="row" role="status">
      <label>Reading the archive <progress :value="progress" max="1" /></label>
      <Button label="Call it off" size="small" severity="secondary" @click="cancel" />
    </div>
    <div v-if="importFaults.length > 0" class="fault" role="alert">
      <p>Nothing was taken from the archive, and nothing here was changed:</p>
      <ul>
        <li v-for="one in importFaults" :key="one.path + one.message">{{ one.message }}</li>
      </ul>
    </div>
    <div class="row">
      <Button v-if="person.world === 'own'" label="Look at the demo" severity="secondary" @click="lookAtDemo" />
      <Button v-else label="Load the demo afresh" severity="secondary" @click="lookAtDemo" />
      <Button label="Erase everything" severity="danger" text @click="askToErase" />
    </div>
    <div v-if="before" class="row">
      <span>{{ weekdayMomentPhrase(before.atMs) }}: {{ WHY_WORDS[before.why] }}.</span>
      <Button
        v-if="before.why !== 'update'"
        label="Go one step back"
        size="small"
        severity="secondary"
        @click="goBack"
      />
      <Button
        label="Export what was before"
        size="small"
        severity="secondary"
        text
        @click="download('pebblebrook-before.json', asArchive(before))"
      />
    </div>
    <UnreadableItems />
    <ThisPlace />
    <StorageState />
    <p class="small soft">The demo is kept apart: it neither sees nor changes what is yours.</p>
    <ConfirmDialog />
    <Toast position="bottom-center" />
  </section>
</template>
