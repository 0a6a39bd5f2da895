<script setup lang="ts">
import { useWorkspaceStore } from '~/shared/store/workspace'
import type { Unreadable } from '~/shared/store/storedPerson'
import { download } from '~/shared/ui/download'

/** Stored things that could not be read: each can be looked at, given out as it is, mended, or removed. */
const workspace = useWorkspaceStore()
const open = shallowRef<Unreadable | null>(null)
const text = ref('')
const fault = ref('')
function look(at: Unreadable) {
  open.value = open.value === at ? null : at
  text.value = JSON.stringify(at.value, null, 2)
  fault.value = ''
}
async function mend() {
  if (!open.value) return
  try {
    const faults = await workspace.mend(open.value, JSON.parse(text.value))
    fault.value = faults[0]?.message ?? ''
    if (faults.length === 0) open.value = null
  } catch {
    fault.value = 'This is not JSON.'
  }
}
</script>

<template>
  <section v-if="workspace.unreadable.length > 0" class="stack" aria-labelledby="unreadable">
    <h3 id="unreadable">What could not be read</h3>
    <ul class="items">
      <li v-for="(each, index) in workspace.unreadable" :key="index">
        <p>
          <strong>{{ each.list }} {{ each.id }}</strong> {{ each.why }}
        </p>
        <div class="row">
          <Button label="Look at it" size="small" severity="secondary" @click="look(each)" />
          <Button
            label="Export it as it is"
            size="small"
            severity="secondary"
            @click="download(`${each.list}-${each.id}.json`, JSON.stringify(each.value, null, 2))"
          />
          <Button label="Delete it" size="small" severity="danger" text @click="workspace.discard(each)" />
        </div>
        <div v-if="open === each" class="field">
          <label :for="`mend-${index}`">As it is stored; change it here to mend it</label>
          <Textarea :id="`mend-${index}`" v-model="text" rows="8" spellcheck="false" />
          <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
          <div><Button label="Save" size="small" @click="mend" /></div>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.items {
  display: grid;
  gap: 1rem;
  list-style: none;
  padding: 0;
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
