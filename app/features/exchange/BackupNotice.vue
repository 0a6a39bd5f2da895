<script setup lang="ts">
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plural } from '~/shared/words/numbers'
import { useBackup } from './backup'
import { exportAll } from './exportAll'

/** Writes the chosen file after every session, and says where that, or any file at all, is wanting. */
const workspace = useWorkspaceStore()
const journal = useJournalStore()
const { saved, file, fault, unsaved, isDue, look, write, later } = useBackup()
onMounted(look)
/** How a session felt is noted soon after it: both go in one writing. */
const SETTLED_MS = 4000
watchDebounced(
  () => [journal.sessions, workspace.isFullyLoaded] as const,
  ([now, isFullyLoaded], [before, wasWhole]) => {
    // What is only read in is no new session.
    if (file.value && isFullyLoaded && wasWhole && now !== before) void write(false)
  },
  { debounce: SETTLED_MS },
)
const route = useRoute()
const isQuiet = computed(() => route.meta.isQuiet === true)
</script>

<template>
  <section v-if="file && fault && !isQuiet" class="notice" role="status" aria-label="Your file">
    <p v-if="fault === 'notAllowed'">
      {{ plural(unsaved, 'session') }} {{ unsaved === 1 ? 'is' : 'are' }} not in “{{ file.name }}” yet: the browser
      wants to be asked again.
    </p>
    <p v-else-if="fault === 'fewer'">
      “{{ file.name }}” holds {{ plural(saved.inFile, 'session') }}, and here
      {{ journal.sessions.length === 1 ? 'is' : 'are' }} {{ journal.sessions.length }}: it was left as it is.
    </p>
    <p v-else>“{{ file.name }}” could not be written. It may be open elsewhere, moved, or its disk full.</p>
    <Button :label="fault === 'fewer' ? 'Write it all the same' : 'Write it now'" size="small" @click="write(true)" />
  </section>
  <section v-else-if="isDue && !isQuiet" class="notice" role="status" aria-label="No file yet">
    <p>{{ plural(unsaved, 'session') }} are in no file yet, only in this browser.</p>
    <div class="row">
      <Button label="Save all to a file" size="small" @click="exportAll()" />
      <Button label="Later" size="small" severity="secondary" text @click="later" />
    </div>
  </section>
</template>
