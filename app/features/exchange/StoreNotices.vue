<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { listPhrase, plural } from '~/shared/words/numbers'
import BackupNotice from './BackupNotice.vue'
import DeletedStore from './DeletedStore.vue'
import { exportAll } from './exportAll'
import NewVersion from './NewVersion.vue'

/** Notices of the store: refused changes, conflicts with other tabs, slow writes. Each stays until it is resolved or closed. */
const workspace = useWorkspaceStore()
const trying = ref(false)
async function tryAgain() {
  trying.value = true
  try {
    const stored = await workspace.retryRefused()
    if (stored.length > 0) workspace.notify('retried', `Saved now: ${listPhrase(stored.map(({ what }) => what))}.`)
  } finally {
    trying.value = false
  }
}
async function exportNow() {
  const [first] = await exportAll()
  if (first) workspace.notify('export', `The file is written, but could not be read back as it is: ${first.message}`)
}

/** The notice of an error that no place handled (see plugins/errors.client.ts). */
const ERROR = 'error'
/** So many notices are shown; the rest can be opened. */
const MOST_SHOWN = 3
const showsAll = ref(false)
const shown = computed(() => (showsAll.value ? workspace.notices : workspace.notices.slice(-MOST_SHOWN)))
const hidden = computed(() => workspace.notices.length - shown.value.length)

/** Scroll the focused element to below the notices, also when they appear or grow over it. */
const box = useTemplateRef<HTMLElement>('box')
const { height } = useElementSize(box)
watch(height, (now) => {
  document.documentElement.style.scrollPaddingTop = now > 0 ? `${now}px` : ''
  const focused = document.activeElement
  if (focused && focused !== document.body && !box.value?.contains(focused))
    focused.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <div ref="box" class="notices" aria-live="assertive">
    <DeletedStore v-if="workspace.wasDeleted" />
    <section v-if="workspace.refused.length > 0" class="notice fault" role="alert" aria-label="Not saved">
      <p><strong>Not saved yet:</strong></p>
      <ul>
        <li v-for="each in workspace.refused.slice(0, MOST_SHOWN)" :key="each.key">
          {{ each.what
          }}{{
            each.workspace === workspace.workspace
              ? ''
              : each.workspace === 'demo'
                ? ', in the demo'
                : ', in my own data'
          }}
          ({{ each.why }})
        </li>
        <li v-if="workspace.refused.length > MOST_SHOWN">and {{ workspace.refused.length - MOST_SHOWN }} more</li>
      </ul>
      <div class="row">
        <Button label="Try again" size="small" :loading="trying" @click="tryAgain" />
        <Button label="Export now" size="small" severity="secondary" @click="exportNow" />
      </div>
    </section>
    <NewVersion />
    <BackupNotice />
    <p v-if="workspace.slow" class="notice" role="status">Still being written: {{ workspace.slow }}.</p>
    <section v-for="each in shown" :key="each.key" class="notice" role="status">
      <p>{{ each.words }}</p>
      <Button v-if="each.key === ERROR" label="Export now" size="small" severity="secondary" @click="exportNow" />
      <Button label="Close" size="small" severity="secondary" text @click="workspace.dismiss(each.key)" />
    </section>
    <div v-if="hidden > 0 || showsAll" class="notice">
      <Button
        :label="showsAll ? 'Show fewer' : `Show ${plural(hidden, 'more notice')}`"
        size="small"
        severity="secondary"
        text
        @click="showsAll = !showsAll"
      />
      <Button label="Close all" size="small" severity="secondary" text @click="workspace.dismissAll()" />
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: sticky;
  top: 0;
  z-index: 20;
  display: grid;
  max-height: 25dvh;
  overflow-y: auto;
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
  border-bottom: 1px solid var(--pb-line);
  overflow-wrap: anywhere;
}
:deep(.notice p),
:deep(.notice ul) {
  margin: 0;
}
</style>
