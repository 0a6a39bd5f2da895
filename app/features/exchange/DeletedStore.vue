<script setup lang="ts">
import { useWorkspaceStore } from '~/shared/store/workspace'
import { listPhrase, plural } from '~/shared/words/numbers'
import { exportAll } from './exportAll'

/** The browser's data was deleted while the page is open: the page still holds it, and the person decides. */
const workspace = useWorkspaceStore()
const fault = ref('')
const isWriting = ref(false)
const held = computed(() => {
  const { sessions, routines, forms } = workspace.data
  const counts = [
    sessions.length > 0 && plural(sessions.length, 'session'),
    routines.length > 0 && plural(routines.length, 'routine'),
    forms.length > 0 && plural(forms.length, 'form of my own', 'forms of my own'),
  ].filter((each) => each !== false)
  return counts.length > 0 ? listPhrase(counts) : 'the settings'
})
async function writeBack() {
  isWriting.value = true
  const refusal = await workspace.writeBack()
  fault.value = refusal && `Not written back: ${refusal}.`
  if (!refusal) workspace.notify('deleted', 'Everything that this page held is saved again.')
  isWriting.value = false
}
</script>

<template>
  <section class="notice fault" role="alert" aria-label="Data deleted">
    <p>
      <strong>The data of this site was deleted in this browser.</strong> This page still holds {{ held }}, until it is
      closed.
    </p>
    <p v-if="fault">{{ fault }}</p>
    <div class="row">
      <Button label="Write it back" size="small" :loading="isWriting" @click="writeBack" />
      <Button label="Export it" size="small" severity="secondary" @click="exportAll()" />
      <Button label="Start empty" size="small" severity="secondary" text @click="workspace.acceptDeletion()" />
    </div>
  </section>
</template>
