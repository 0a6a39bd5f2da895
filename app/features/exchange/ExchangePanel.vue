<script setup lang="ts">
import type { Fault } from '#core/basics'
import type { Archive } from '#core/formats'
import { useFollowStore } from '~/shared/store/follow'
import { usePersonStore } from '~/shared/store/person'
import { plural } from '~/shared/words/numbers'
import { dayPhrase } from '~/shared/words/time'

/** My data: out to a file, in from one, the demo, and the end of it. */
const person = usePersonStore()
const follow = useFollowStore()
const confirm = useConfirm()
const toast = useToast()

function exportAll() {
  const url = URL.createObjectURL(new Blob([person.exportText()], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `pebblebrook-${person.today}.json`
  link.click()
  URL.revokeObjectURL(url)
}

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
  const read = person.readText(await file.text())
  importFaults.value = read.ok ? [] : read.faults
  if (read.ok) askToTake(read.value)
}
function askToTake(archive: Archive) {
  const { sessions, routines, forms } = archive.person
  confirm.require({
    header: 'Take this archive?',
    message: `It holds ${plural(sessions.length, 'session')}, ${plural(routines.length, 'routine')} and ${plural(forms.length, 'form')} of its own, from ${dayPhrase(archive.exportedAt.slice(0, 10))}. It takes the place of everything kept here now.`,
    acceptProps: { label: 'Take it' },
    rejectProps: { label: 'Leave it', severity: 'secondary' },
    accept: async () => {
      await person.takeArchive(archive)
      toast.add({ severity: 'success', summary: 'The archive is in.', life: 4000 })
    },
  })
}
function askToErase() {
  confirm.require({
    header: 'Erase everything?',
    message: 'All sessions, routines, forms and settings kept in this browser go. Export them first if they matter.',
    acceptProps: { label: 'Erase everything', severity: 'danger' },
    rejectProps: { label: 'Keep everything', severity: 'secondary' },
    accept: async () => {
      await person.erase()
      await follow.lookForInterrupted()
      toast.add({ severity: 'success', summary: 'Everything is erased.', life: 4000 })
    },
  })
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
      <Button label="Export everything" icon="pi pi-download" @click="exportAll" />
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
    <p class="small soft">The demo is kept apart: it neither sees nor changes what is yours.</p>
    <ConfirmDialog />
    <Toast position="bottom-center" />
  </section>
</template>
