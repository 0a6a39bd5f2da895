<script setup lang="ts">
import { usePersonStore } from '~/shared/store/person'
import BackupNotice from './BackupNotice.vue'
import { exportAll } from './exportAll'
import NewVersion from './NewVersion.vue'

/** What must be seen of the store: what is not kept, and what other tabs did. It stays until it is settled or put away. */
const person = usePersonStore()
const trying = ref(false)
async function tryAgain() {
  trying.value = true
  await person.tryAgain()
  trying.value = false
}
async function exportNow() {
  const [first] = await exportAll(person)
  if (first) person.notify('export', `The file is written, but could not be read back as it is: ${first.message}`)
}
</script>

<template>
  <div class="notices" aria-live="assertive">
    <section v-if="person.unkept.length > 0" class="notice fault" role="alert" aria-label="Not kept">
      <p><strong>Not kept yet:</strong></p>
      <ul>
        <li v-for="each in person.unkept.slice(0, 5)" :key="each.key">{{ each.what }} ({{ each.why }})</li>
        <li v-if="person.unkept.length > 5">and {{ person.unkept.length - 5 }} more</li>
      </ul>
      <p>It stays here for as long as this page is open.</p>
      <div class="row">
        <Button label="Try again" size="small" :loading="trying" @click="tryAgain" />
        <Button label="Export now" size="small" severity="secondary" @click="exportNow" />
      </div>
    </section>
    <NewVersion />
    <BackupNotice />
    <p v-if="person.slow" class="notice" role="status">Still being written: {{ person.slow }}.</p>
    <section v-for="each in person.notices" :key="each.key" class="notice" role="status">
      <p>{{ each.words }}</p>
      <Button label="Put away" size="small" severity="secondary" text @click="person.dismiss(each.key)" />
    </section>
  </div>
</template>

<style scoped>
.notices {
  position: sticky;
  top: 0;
  z-index: 20;
  display: grid;
  gap: 0.4rem;
}
:deep(.notice) {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  align-items: center;
  justify-content: space-between;
  padding: 0.6rem clamp(1rem, 3vw, 2.5rem);
  background: var(--pb-raised);
  border-left: 6px solid var(--pb-clay);
  overflow-wrap: anywhere;
}
:deep(.notice p),
:deep(.notice ul) {
  margin: 0;
}
</style>
