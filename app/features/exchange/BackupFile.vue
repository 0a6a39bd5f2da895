<script setup lang="ts">
import { useWorkspaceStore } from '~/shared/store/workspace'
import { useBackup } from './backup'

/** A file of one's own that is written after every session, where the browser can. */
const workspace = useWorkspaceStore()
const { file, fault, choose, forget, canChoose, look } = useBackup()
onMounted(look)
</script>

<template>
  <div v-if="workspace.workspace === 'own' && canChoose()" class="stack tight">
    <p v-if="file" role="status">
      After every session all of it is written to “{{ file.name }}”{{ fault ? ', but not the last time' : '' }}.
    </p>
    <div class="row">
      <Button
        :label="file ? 'Choose another file' : 'Write a file after every session'"
        size="small"
        severity="secondary"
        @click="choose"
      />
      <Button v-if="file" label="No longer" size="small" severity="secondary" text @click="forget" />
    </div>
  </div>
</template>
