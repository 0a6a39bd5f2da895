<script setup lang="ts">
import { momentAt } from '#core/timeline'
import { durationPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import FollowDizzy from './FollowDizzy.vue'
import FollowFrame from './FollowFrame.vue'
import FollowView from './FollowView.vue'
import { spokenLine } from './followWords'
import { useLedElsewhere } from './shownBeside'

/** What another window of this browser leads, large, on a screen of its own. Nothing sounds here, and nothing here changes the session. */
const { state, lost, fault, position, canShow } = useLedElsewhere()
const status = computed(() => state.value?.status ?? 'none')
const name = computed(() => state.value?.plan.routine.name ?? '')
useHead({ title: computed(() => `${name.value || 'Second screen'} · Pebblebrook`) })

const running = computed(() => status.value === 'running' && !lost.value)
const wakeLock = useWakeLock()
// If it is refused, this screen may go dark; the session goes on in the first one.
watch(running, (now) => void (now ? wakeLock.request('screen') : wakeLock.release()).catch(() => undefined))

const spoken = computed(() => {
  if (fault.value) return ''
  if (lost.value) return 'The other window is not heard.'
  if (status.value === 'paused') return 'Paused.'
  const moment = running.value && state.value && momentAt(state.value.timeline, state.value.positionSeconds)
  return moment ? spokenLine(moment) : ''
})

const { isSupported: canFill, isFullscreen, toggle: fill } = useFullscreen()
/** Whoever presses a key here is told where keys do something. */
const HINT_MS = 5000
const hinted = ref(false)
const { start: hintLater } = useTimeoutFn(() => (hinted.value = false), HINT_MS, { immediate: false })
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const onControl = event.target instanceof Element && event.target.closest('button, a')
  if (event.ctrlKey || event.metaKey || event.altKey || onControl || event.key === 'Tab' || !state.value) return
  hinted.value = true
  hintLater()
})
</script>

<template>
  <FollowFrame v-slot="{ far, pixels }">
    <h1 class="visually-hidden">Second screen</h1>
    <section v-if="!canShow || fault" class="waits stack">
      <p class="title">Nothing can be shown here</p>
      <p>{{ fault || 'This browser lets its windows tell each other nothing.' }}</p>
    </section>
    <section v-else-if="!state" class="waits stack">
      <p class="title">Waiting for a session</p>
      <p>
        Lay one out in another window of this browser: it is shown here at once, large, for as long as it lasts. That
        window keeps the sound and all keys; here is nothing to press.
      </p>
      <p>This window can stand on another screen of this machine.</p>
    </section>
    <section v-else-if="status === 'ready'" class="waits stack">
      <p class="title">{{ name }}</p>
      <p>{{ durationPhrase(state.timeline.totalSeconds) }}. It begins in the other window.</p>
      <BrookDrawing :timeline="state.timeline" size="small" />
    </section>
    <section v-else-if="status === 'ended'" class="waits stack">
      <p class="title">Done</p>
      <p>{{ name }}: {{ durationPhrase(state.positionSeconds) }}. How it felt is asked in the other window.</p>
    </section>
    <FollowDizzy v-else-if="status === 'dizzy'" only-shown />
    <FollowView v-else :state="state" :position="position" :far="far" :beside="`${pixels} ${lost}`" />
    <p v-if="lost && status !== 'ended'" class="lost">
      The other window is not heard: it may be closed, or asleep. What stands here may be over.
    </p>
    <p v-else-if="hinted" class="lost" role="status">The keys belong to the other window.</p>
    <p v-if="canFill && (!running || !isFullscreen)" class="fill">
      <Button
        :label="isFullscreen ? 'Leave the full screen' : 'Fill the screen'"
        size="small"
        severity="secondary"
        @click="fill"
      />
    </p>
    <p class="visually-hidden" role="status" aria-live="polite">{{ spoken }}</p>
  </FollowFrame>
</template>

<style scoped>
.waits {
  max-width: 48rem;
  width: 100%;
  margin: auto;
  padding: 1.5rem;
  line-height: 1.3;
  font-size: clamp(1.2rem, 2.6vw, 2.1rem);
}
.title {
  font-size: clamp(2.6rem, 8vw, 6rem);
  font-weight: 750;
  line-height: 1.05;
}
.lost {
  position: fixed;
  z-index: 2;
  inset: auto 0 9rem;
  margin: 0 auto;
  width: fit-content;
  max-width: 90vw;
  padding: 0.4rem 1.2rem;
  font-size: clamp(1.1rem, 2.2vw, 1.8rem);
  background: var(--pb-raised);
  border: 2px solid var(--pb-line);
  border-radius: 10px;
}
.fill {
  position: fixed;
  z-index: 2;
  right: 0.6rem;
  /* Over the sand, above the brook: nothing is read there. */
  bottom: 1.7rem;
  margin: 0;
}
</style>
