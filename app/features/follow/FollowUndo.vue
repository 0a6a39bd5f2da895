<script setup lang="ts">
import { undoSecondsLeft } from '#core/runner'
import { nowMs } from '~/shared/clock/sessionClock'
import { useFollowStore } from '~/shared/session/follow'
import { ANSWER_WORDS } from '~/shared/words/commands'
import { durationPhrase } from '~/shared/words/time'

/** What was just done, and for ten seconds the way back. */
const emit = defineEmits<{ undo: [] }>()
const follow = useFollowStore()
const secondsLeft = ref(0)
const words = computed(() => {
  const { answer } = follow
  if (!answer) return ''
  if (!answer.done) return 'That is not possible right now.'
  const refitted = answer.name === 'minutesLeft' || answer.name === 'closeNow'
  const came = refitted ? ` ${durationPhrase(secondsThen.value)} left.` : ''
  return `${ANSWER_WORDS[answer.name] ?? ''}${came}`
})
/** How much was left when it was answered: it does not count down, or it would be read out again and again. */
const secondsThen = ref(0)
/** The answer stays for as long as it can be undone, and a little while where nothing can. */
const since = ref(0)
function look() {
  secondsLeft.value = follow.state ? Math.ceil(undoSecondsLeft(follow.state, nowMs())) : 0
  if (secondsLeft.value === 0 && nowMs() - since.value > 4000) follow.answer = null
}
watch(
  // Two sources, compared one by one: an array made anew would be another at every beat.
  [() => follow.answer, () => follow.state?.undo],
  () => {
    since.value = nowMs()
    secondsThen.value = follow.moment?.secondsLeft ?? 0
    look()
  },
  { immediate: true },
)
useIntervalFn(look, 250, { immediateCallback: true })
</script>

<template>
  <div v-if="words" class="undo" role="status">
    <span>{{ words }}</span>
    <button v-if="secondsLeft > 0 && follow.answer?.name !== 'undo'" type="button" @click="emit('undo')">
      Undo <kbd>u</kbd> <span class="seconds" aria-hidden="true">{{ secondsLeft }}</span>
    </button>
  </div>
</template>

<style scoped>
.undo {
  position: fixed;
  z-index: 3;
  left: 50%;
  translate: -50% 0;
  bottom: 5.4rem;
  display: flex;
  align-items: center;
  gap: 1rem;
  max-width: min(40rem, 94vw);
  padding: 0.5rem 0.6rem 0.5rem 1.1rem;
  font-size: 1.2rem;
  color: var(--pb-ink);
  background: var(--pb-raised);
  border: 2px solid var(--pb-line);
  border-radius: 12px;
}
/* Where no controls lie below it, at the foot: what is said above it stays in sight. */
.low {
  bottom: 1rem;
}
button {
  font: inherit;
  font-weight: 650;
  min-height: 2.8rem;
  padding: 0.2rem 1rem;
  color: var(--pb-ink);
  background: var(--pb-water);
  border: 0;
  border-radius: 8px;
  cursor: pointer;
  white-space: nowrap;
}
.seconds {
  display: inline-block;
  min-width: 1.4em;
  text-align: right;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 700px) {
  .undo:not(.low) {
    bottom: 11.4rem;
  }
  .undo {
    width: 94vw;
    justify-content: space-between;
  }
}
</style>
