<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { toBase64, writeWav } from '#core/formats'
import { levelledBell, MOST_BELL_SECONDS, type BellName } from '#core/sound'
import { wallMs } from '~/shared/clock/wallClock'
import { useTrySound } from '~/shared/sound/trySound'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'

/** The bells of a session, each of which may be one of my own. */
const BELL_NAMES: { bell: BellName; name: string }[] = [
  { bell: 'form', name: 'next form' },
  { bell: 'side', name: 'change of sides' },
  { bell: 'last', name: 'last one' },
  { bell: 'stillness', name: 'stillness' },
  { bell: 'end', name: 'the end' },
]
/** What is kept of a bell goes up to here: it rings higher than a voice. */
const RATE_HZ = 44_100
/** Nobody's bell is longer; what is would only take long to be read. */
const MOST_BYTES = 20_000_000

const workspace = useWorkspaceStore()
const library = useLibraryStore()
const { play } = useTrySound()
const ownOf = (bell: BellName) => library.recordings.find((each) => each.bell === bell)
const hear = (bell: BellName) => play([{ kind: 'bell', atSeconds: 0.2, bell }])

const told = ref<{ bell: BellName; words: string; isFault: boolean } | null>(null)
const reading = ref<BellName | null>(null)
const inputs = ref<HTMLInputElement[]>([])

/** The samples of a sound file, all channels in one. */
async function samplesOf(file: File): Promise<Float32Array> {
  const decoded = await new OfflineAudioContext(1, 1, RATE_HZ).decodeAudioData(await file.arrayBuffer())
  const channels = Array.from({ length: decoded.numberOfChannels }, (_, which) => decoded.getChannelData(which))
  return channels[0]!.map((_, at) => channels.reduce((sum, channel) => sum + channel[at]!, 0) / channels.length)
}
async function bring(bell: BellName, file: File) {
  const say = (words: string, isFault = false) => (told.value = { bell, words, isFault })
  if (file.size > MOST_BYTES) return say(`“${file.name}” is too large for a bell.`, true)
  reading.value = bell
  // Told below.
  const samples = await samplesOf(file).catch(() => null)
  reading.value = null
  if (!samples) return say(`“${file.name}” is no sound that this browser can read.`, true)
  const ready = levelledBell(samples, RATE_HZ, bell)
  if (!ready) return say(`Nothing is heard in “${file.name}”.`, true)
  const seconds = Math.round((ready.length / RATE_HZ) * 1000) / 1000
  const isKept = await library.putRecording({
    id: ownOf(bell)?.id ?? newUuid(),
    formId: '',
    cue: '',
    bell,
    at: new Date(wallMs()).toISOString(),
    seconds: Math.max(0.05, seconds),
    wav: toBase64(writeWav(ready, RATE_HZ)),
  })
  if (!isKept) return
  const isCut = samples.length > MOST_BELL_SECONDS * RATE_HZ
  say(
    `It is as loud as the usual one.${isCut ? ` The first ${MOST_BELL_SECONDS} seconds from its stroke are taken.` : ''}`,
  )
  await hear(bell)
}
function chosen(bell: BellName, event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  // The same file may be chosen again.
  input.value = ''
  if (file) void bring(bell, file)
}
async function back(bell: BellName) {
  const own = ownOf(bell)
  if (own) await workspace.remove('recordings', own.id)
  told.value = null
}
</script>

<template>
  <fieldset class="bells">
    <legend>Bells</legend>
    <p class="small soft">
      Each may be a sound of my own: a short file, of which what follows the stroke is taken, made as loud as the usual
      bell.
    </p>
    <ul>
      <li v-for="({ bell, name }, index) in BELL_NAMES" :key="bell">
        <div class="row">
          <span class="name">{{ name }}{{ ownOf(bell) ? ', my own' : '' }}</span>
          <Button
            label="Hear it"
            size="small"
            severity="secondary"
            :aria-label="`Hear the bell: ${name}`"
            @click="hear(bell)"
          />
          <Button
            label="Bring my own"
            size="small"
            severity="secondary"
            text
            :loading="reading === bell"
            :aria-label="`Bring my own bell: ${name}`"
            @click="inputs[index]!.click()"
          />
          <input
            ref="inputs"
            class="visually-hidden"
            type="file"
            accept="audio/*"
            tabindex="-1"
            :aria-label="`Sound file for the bell: ${name}`"
            @change="chosen(bell, $event)"
          />
          <Button
            v-if="ownOf(bell)"
            label="Back to the usual one"
            size="small"
            severity="secondary"
            text
            :aria-label="`Back to the usual bell: ${name}`"
            @click="back(bell)"
          />
        </div>
        <p
          v-if="told?.bell === bell"
          class="small"
          :class="{ fault: told.isFault }"
          :role="told.isFault ? 'alert' : 'status'"
        >
          {{ told.words }}
        </p>
      </li>
    </ul>
  </fieldset>
</template>

<style scoped>
.bells {
  border: 0;
  padding: 0;
  margin: 0;
}
legend {
  padding: 0;
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
  display: grid;
  gap: 0.2rem;
}
.name {
  min-width: 11rem;
}
</style>
