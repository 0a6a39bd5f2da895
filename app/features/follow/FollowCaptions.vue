<script setup lang="ts">
import { HEARD, type Heard } from '~/shared/sound/player'
import { audioSecondsAt, nowMs } from '~/shared/clock/sessionClock'
import { heardWords } from '~/shared/words/sound'

/** What sounds and what is said, in writing, at the moment when it is heard. */
const SHOWN_MS = 5000
const line = ref('')
const timers = new Set<number>()
function later(seconds: number, act: () => void) {
  const timer = window.setTimeout(() => (timers.delete(timer), act()), Math.max(0, seconds * 1000))
  timers.add(timer)
}
useEventListener(window, HEARD as never, ({ detail: { cue, atAudioSeconds } }: CustomEvent<Heard>) => {
  const text = heardWords(cue)
  if (!text) return
  const now = audioSecondsAt(nowMs())
  later(now === null ? 0 : atAudioSeconds - now, () => {
    line.value = text
    later(SHOWN_MS / 1000, () => line.value === text && (line.value = ''))
  })
})
onScopeDispose(() => timers.forEach((timer) => window.clearTimeout(timer)))
</script>

<template>
  <p v-if="line" class="captions">{{ line }}</p>
</template>

<style scoped>
.captions {
  position: fixed;
  z-index: 2;
  left: 50%;
  translate: -50% 0;
  bottom: 9.5rem;
  max-width: 90vw;
  padding: 0.2rem 1rem;
  font-size: clamp(1.3rem, 3vw, 2.4rem);
  color: var(--pb-ink);
  background: var(--pb-raised);
  border-radius: 10px;
  text-align: center;
}
</style>
