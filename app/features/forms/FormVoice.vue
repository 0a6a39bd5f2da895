<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import type { Form } from '#core/forms'
import { useCueRecorder } from '~/shared/sound/cueRecorder'
import { wallMs } from '~/shared/clock/wallClock'
import { useTrySound } from '~/shared/sound/trySound'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'

/** My own spoken cues for a form: its name, and the word of each of its phases. */
const props = defineProps<{ form: Form }>()
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const { play } = useTrySound()
const { recordingNow, fault, start, stop } = useCueRecorder()

const cues = computed(() => [
  { cue: '', name: props.form.name },
  ...[...new Set(props.form.moves.flatMap(({ phases }) => phases.map(({ cue }) => cue)))]
    .filter(Boolean)
    .slice(0, 40)
    .map((cue) => ({ cue, name: cue })),
])
const recordingOf = (cue: string) =>
  library.recordings.find((each) => each.formId === props.form.id && each.cue === cue)

async function finish(cue: string) {
  const made = await stop()
  if (!made) return
  const old = recordingOf(cue)
  await library.putRecording({
    id: old?.id ?? newUuid(),
    formId: props.form.id,
    cue,
    at: new Date(wallMs()).toISOString(),
    ...made,
  })
}
const hear = (cue: string, name: string) =>
  play([{ kind: 'voice', atSeconds: 0.1, lengthSeconds: 2, phrases: [{ text: name, formId: props.form.id, cue }] }])
</script>

<template>
  <details class="voice">
    <summary>My own voice for it</summary>
    <p class="small soft">
      Say it as a teacher would; silence around it is trimmed and the loudness made even. It stays on this device and in
      exported files.
    </p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul>
      <li v-for="{ cue, name } in cues" :key="cue" class="row">
        <span class="name">{{ name }}</span>
        <Button
          v-if="recordingNow !== cue"
          size="small"
          severity="secondary"
          :label="recordingOf(cue) ? 'Record again' : 'Record'"
          :aria-label="`Record “${name}”`"
          :disabled="recordingNow !== null"
          @click="start(cue)"
        />
        <Button v-else size="small" label="Finish" :aria-label="`Finish “${name}”`" @click="finish(cue)" />
        <template v-if="recordingOf(cue)">
          <Button
            size="small"
            severity="secondary"
            text
            label="Hear it"
            :aria-label="`Hear “${name}”`"
            @click="hear(cue, name)"
          />
          <Button
            size="small"
            severity="secondary"
            text
            label="Delete"
            :aria-label="`Delete “${name}”`"
            @click="workspace.remove('recordings', recordingOf(cue)!.id)"
          />
          <span class="small soft">{{ recordingOf(cue)!.seconds.toFixed(1) }} s</span>
        </template>
      </li>
    </ul>
  </details>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 0.3rem;
}
.name {
  min-width: 8rem;
}
summary {
  cursor: pointer;
  padding: 0.4rem 0;
}
</style>
