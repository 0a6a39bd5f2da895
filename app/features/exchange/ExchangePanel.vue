<script setup lang="ts">
import type { Fault } from '#core/basics'
import { MOST_SNAPSHOTS, type Snapshot } from '~/shared/store/database'
import { useFollowStore } from '~/shared/session/follow'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { listPhrase, plural } from '~/shared/words/numbers'
import { weekdayMomentPhrase } from '~/shared/words/time'
import { incoming } from '~/shared/files/incoming'
import { useReading } from '~/shared/files/reading'
import SettingGroup from '~/shared/ui/SettingGroup.vue'
import { download } from '~/shared/ui/download'
import BackupFile from './BackupFile.vue'
import { exportAll } from './exportAll'
import { snapshotText } from './snapshotText'
import StorageState from './StorageState.vue'
import ThisPlace from './ThisPlace.vue'
import UnreadableItems from './UnreadableItems.vue'

/** My data: out to a file, in from one, one step back, the demo, and the end of it. */
const workspace = useWorkspaceStore()
const { settings } = useSettingsStore()
const follow = useFollowStore()
const confirm = useConfirm()
const toast = useToast()
const { progress, read, cancel } = useReading()

/** What the import would say to the file that was just given out. */
const exportFaults = ref<Fault[]>([])
const exportNow = async () => void (exportFaults.value = await exportAll())

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
  importFaults.value = found && !found.read.ok ? found.read.faults : []
  if (!found?.read.ok) return
  // It is looked at before it is taken.
  incoming.value = found
  await navigateTo('/take')
}
const said = (summary: string) => toast.add({ severity: 'success', summary, life: 4000 })
function askToErase() {
  confirm.require({
    header: 'Erase everything?',
    message:
      'All sessions, routines, forms and settings kept in this browser go. They can be gone back to, until three other things have taken the place of what was here; export them first if they matter.',
    acceptProps: { label: 'Erase everything', severity: 'danger' },
    rejectProps: { label: 'Cancel', severity: 'secondary' },
    accept: () => erase(true),
  })
}
async function erase(keepsCopy: boolean) {
  const refusal = await workspace.erase({ keepsCopy })
  if (!refusal) said('Everything is erased.')
  else if (keepsCopy) askToEraseForGood(refusal)
  else importFaults.value = [{ path: 'erase', message: `Nothing was erased: ${refusal}.` }]
  await follow.lookForInterrupted()
  await lookBack()
}
/** Ask again: without room for a copy, the deletion cannot be undone. */
function askToEraseForGood(refusal: string) {
  confirm.require({
    header: 'Erase without a copy?',
    message: `Nothing was erased: ${refusal}. Without a copy to go back to, it may be possible. Export everything first if it matters.`,
    acceptProps: { label: 'Erase for good', severity: 'danger' },
    rejectProps: { label: 'Cancel', severity: 'secondary' },
    accept: () => erase(false),
  })
}

/** What stood here before something took its place, the latest first. */
const before = shallowRef<Snapshot[]>([])
const lookBack = async () => void (before.value = (await workspace.snapshots()) ?? [])
onMounted(lookBack)
const WHY_WORDS: Record<Snapshot['why'], string> = {
  import: 'an archive took its place',
  merge: 'another device’s was taken together with it',
  erase: 'everything was erased',
  goBack: 'you went back',
  update: 'Pebblebrook was brought up to date',
}
const asArchive = (snapshot: Snapshot) => snapshotText(snapshot, settings)
const heldPhrase = ({ lists }: Snapshot) =>
  listPhrase(
    (['session', 'routine', 'form'] as const)
      .map((what) => ({ what, count: lists[`${what}s`]?.length ?? 0 }))
      .filter(({ count }) => count > 0)
      .map(({ what, count }) => plural(count, what)),
  ) || 'settings only'
async function goBack(snapshot: Snapshot) {
  const found = await workspace.readText(asArchive(snapshot))
  if (!found.ok) importFaults.value = found.faults
  else {
    const refusal = await workspace.takeArchive(found.value, 'goBack')
    if (refusal) importFaults.value = [{ path: 'archive', message: `Not restored: ${refusal}.` }]
    else said('It is as it was before.')
  }
  await lookBack()
}
async function lookAtDemo() {
  try {
    await workspace.loadDemo()
    await navigateTo('/')
  } catch {
    toast.add({ severity: 'error', summary: 'The demo could not be fetched from the server.', life: 6000 })
  }
}
</script>

<template>
  <SettingGroup id="data" title="My data">
    <template #about>
      <p>Everything stays in this browser. An export is one open JSON file that holds all of it.</p>
      <p class="small soft">The demo is kept apart: it neither sees nor changes what is yours.</p>
    </template>
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
    <div class="row">
      <NuxtLink to="/hand?all=1">To another device by pictures</NuxtLink>
      <NuxtLink to="/take">Import</NuxtLink>
    </div>
    <div v-if="exportFaults.length > 0" class="fault" role="alert">
      <p>The file is written, but could not be read back as it is:</p>
      <ul>
        <li v-for="one in exportFaults" :key="one.path + one.message">{{ one.message }}</li>
      </ul>
    </div>
    <div v-if="progress !== null" class="row" role="status">
      <label>Reading the archive <progress :value="progress" max="1" /></label>
      <Button label="Cancel" size="small" severity="secondary" @click="cancel" />
    </div>
    <div v-if="importFaults.length > 0" class="fault" role="alert">
      <p>Nothing was taken from the archive, and nothing here was changed:</p>
      <ul>
        <li v-for="one in importFaults" :key="one.path + one.message">{{ one.message }}</li>
      </ul>
    </div>
    <div class="row">
      <Button v-if="workspace.workspace === 'own'" label="Open the demo" severity="secondary" @click="lookAtDemo" />
      <Button v-else label="Load the demo afresh" severity="secondary" @click="lookAtDemo" />
      <Button label="Erase everything" severity="danger" text @click="askToErase" />
    </div>
    <BackupFile />
    <section v-if="before.length > 0" class="stack tight" aria-labelledby="before">
      <h3 id="before">Earlier copies</h3>
      <ul class="before">
        <li v-for="each in before" :key="each.id" class="row">
          <span>
            {{ weekdayMomentPhrase(each.atMs) }}: {{ WHY_WORDS[each.why] }}. Before that: {{ heldPhrase(each) }}.
          </span>
          <Button
            label="Restore"
            size="small"
            severity="secondary"
            :aria-label="`Restore the copy: ${WHY_WORDS[each.why]}, ${weekdayMomentPhrase(each.atMs)}`"
            @click="goBack(each)"
          />
          <Button
            label="Export it"
            size="small"
            severity="secondary"
            text
            :aria-label="`Export the copy: ${WHY_WORDS[each.why]}, ${weekdayMomentPhrase(each.atMs)}`"
            @click="download('pebblebrook-before.json', asArchive(each))"
          />
        </li>
      </ul>
      <p class="small soft">
        The last {{ MOST_SNAPSHOTS }} are kept in this browser. Going back keeps what is here now as one of them.
      </p>
    </section>
    <UnreadableItems />
    <slot />
    <ThisPlace />
    <StorageState />
    <ConfirmDialog />
    <Toast position="bottom-center" />
  </SettingGroup>
</template>

<style scoped>
.before {
  display: grid;
  gap: 0.8rem;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
