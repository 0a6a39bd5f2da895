<script setup lang="ts">
import { actionOf, positionSecondsAt, type RemoteAction, type RemoteInput } from '#core/runner'
import { spokenLine } from './followWords'
import { useBreathLead } from './breathLead'
import { useFollowActions } from './followActions'
import { useLockScreen } from './lockScreen'
import { useShownBeside } from './shownBeside'
import { keyInput, useRemoteInputs } from '~/shared/devices/remoteInputs'
import { nowMs } from '~/shared/clock/sessionClock'
import { useFollowStore } from '~/shared/session/follow'
import { useSettingsStore } from '~/shared/store/settings'
import { ACTION_WORDS } from '~/shared/words/commands'
import FollowCaptions from './FollowCaptions.vue'
import FollowChanges from './FollowChanges.vue'
import FollowControls from './FollowControls.vue'
import FollowDizzy from './FollowDizzy.vue'
import FollowEnd from './FollowEnd.vue'
import FollowFrame from './FollowFrame.vue'
import FollowMinutes from './FollowMinutes.vue'
import FollowReady from './FollowReady.vue'
import FollowUndo from './FollowUndo.vue'
import FollowView from './FollowView.vue'
import SimulatedRemote from '~/shared/devices/SimulatedRemote.vue'
import { isStill } from '#core/timeline'

const follow = useFollowStore()
const { settings } = useSettingsStore()
const { asking, act, fitTo } = useFollowActions()
watch(
  () => follow.takenOver,
  (taken) => taken && void navigateTo('/'),
)

const state = computed(() => follow.state)
const routine = computed(() => state.value?.plan.routine ?? null)
useHead({ title: computed(() => `${routine.value?.name ?? 'Follow'} · Pebblebrook`) })

const status = computed(() => state.value?.status)
const running = computed(() => status.value === 'running')
const underWay = computed(() => running.value || status.value === 'paused' || status.value === 'dizzy')
const wakeLock = useWakeLock()
/** A wake lock that failed. Shown for a while and not announced: the session has one voice. */
const wakeNotice = ref('')
const WAKE_NOTICE_MS = 20_000
const { start: hideWakeNoticeLater } = useTimeoutFn(() => (wakeNotice.value = ''), WAKE_NOTICE_MS, { immediate: false })
function showWakeNotice(words: string) {
  wakeNotice.value = words
  hideWakeNoticeLater()
}
watch(
  running,
  async (now) => {
    try {
      await (now ? wakeLock.request('screen') : wakeLock.release())
    } catch {
      showWakeNotice(
        now
          ? 'This browser lets the screen go dark. Set it to stay on, or follow by ear.'
          : 'The screen may stay on: turn it off by hand.',
      )
    }
  },
  { immediate: true },
)

const spoken = computed(() => {
  if (status.value === 'paused') return 'Paused.'
  if (status.value === 'dizzy') return 'Breathe normally. Let everything go.'
  return follow.moment && running.value ? spokenLine(follow.moment) : ''
})
/** In a timed stillness the screen shows almost nothing. */
const still = computed(() => {
  const moment = follow.moment
  if (!running.value || !moment || moment.segment.openEnded) return false
  return moment.occurrence.counting === 'time' && isStill(moment.segment)
})

/** Where the session stands at this very frame, between two beats of the runner. */
const position = () => (state.value ? positionSecondsAt(state.value, nowMs()) : 0)

function endNow() {
  asking.value = null
  follow.command('endNow')
}
function goOn() {
  asking.value = null
  if (status.value === 'paused') follow.command('resume')
}
const leave = () => navigateTo('/')
function begin() {
  follow.command('start')
  if (watchFirst.value) follow.command('watchFirst')
}
function goOnAfterDizziness(sits: boolean) {
  act('pauseOrGoOn')
  if (sits) act('sitDown')
}
const watchFirst = ref(false)
const simulating = ref(false)

/** An input from wherever: what it does is looked up, and done. Whether it was taken is answered. */
function receive(input: RemoteInput): boolean {
  const action = actionOf(input, settings.remote.rules)
  // A headset may send "pause" while paused and "play" while running: neither must toggle.
  if (action === 'pauseOrGoOn' && input === (running.value ? 'media:play' : 'media:pause')) return true
  if (!action || status.value === 'ended' || asking.value === 'end') return false
  if (status.value === 'ready' && action !== 'pauseOrGoOn' && action !== 'mySignal' && action !== 'end') return false
  if (status.value === 'ready' && action === 'end') void leave()
  else if (status.value === 'ready') begin()
  else act(action, !input.startsWith('key:') || input === 'key:F5')
  return true
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (asking.value || event.ctrlKey || event.metaKey || event.altKey) return
  const target = event.target instanceof Element ? event.target : null
  // A control that was reached by Tab keeps its own keys.
  if (target?.closest('input, textarea, [role="combobox"]')) return
  if (target?.closest('button, a, label') && (event.key === ' ' || event.key === 'Enter')) return
  if (status.value === 'ended' ? event.key === 'u' && follow.command('undo') : receive(keyInput(event)))
    event.preventDefault()
})
const { clapFault } = useRemoteInputs(receive, () => ({
  claps: settings.remote.claps && underWay.value,
  media: underWay.value,
}))
useBreathLead()
const { isShown } = useShownBeside(() => follow.state)
useLockScreen(
  () => follow.state,
  () => follow.moment,
)

// Leaving the page in the middle pauses the session; it can be taken up again or logged.
onBeforeRouteLeave(async () => {
  if (running.value) follow.command('pause')
  follow.leave()
  await follow.lookForInterrupted()
})
useEventListener(document, 'visibilitychange', () => follow.beat())

/**
 * A finger that pressed Begin, here or on Today, may still be on its way when what can be pressed now comes to lie under it: a touch so soon
 * after the session began changes nothing.
 */
const UNMEANT_SECONDS = 0.5
const isUnmeant = () => running.value && position() < UNMEANT_SECONDS
const touched = (action: RemoteAction) => !isUnmeant() && act(action)

/** After a click the keys belong to the session again, not to the button. */
function press(event: MouseEvent, what: () => void) {
  if (event.detail > 0) (event.currentTarget as HTMLElement).blur()
  what()
}
const silent = computed(() => settings.sound.silent)
const HALVES = ['half:left', 'half:right'] as const
const halfWords = (half: RemoteInput) => ACTION_WORDS[actionOf(half, settings.remote.rules) ?? 'nothing']
const halves = computed(() => settings.remote.halves && running.value)
</script>

<template>
  <FollowFrame v-if="state && routine" v-slot="{ far, pixels }" :class="{ still }">
    <h1 class="visually-hidden">Following {{ routine.name }}</h1>

    <FollowReady
      v-if="status === 'ready'"
      v-model:watch-first="watchFirst"
      :state="state"
      :is-shown="isShown"
      @begin="begin"
      @leave="leave"
    />
    <FollowEnd v-else-if="status === 'ended'" @leave="leave" @undo="act('undo')" />
    <FollowDizzy
      v-else-if="status === 'dizzy'"
      @go-on="goOnAfterDizziness"
      @close="act('closeNow')"
      @end="act('end')"
    />
    <template v-else>
      <FollowView :state="state" :position="position" :far="far" :beside="`${halves} ${pixels}`">
        <div v-if="halves" class="halves">
          <button
            v-for="half in HALVES"
            :key="half"
            type="button"
            @click="press($event, () => isUnmeant() || receive(half))"
          >
            <span class="visually-hidden">{{ halfWords(half) }}</span>
          </button>
        </div>
        <p v-if="halves" class="half-words" aria-hidden="true">
          <span v-for="half in HALVES" :key="half">{{ halfWords(half) }}</span>
        </p>
      </FollowView>
      <FollowControls class="controls" :running="running" @act="touched" @more="isUnmeant() || (asking = 'changes')" />
      <p v-if="silent" class="silent">Sound is off in the settings.</p>
      <p v-else-if="isShown" class="silent">A second screen shows it too.</p>
      <p v-else-if="wakeNotice" class="silent">{{ wakeNotice }}</p>
      <p v-if="clapFault" class="silent" role="status">{{ clapFault }}</p>
    </template>
    <FollowUndo v-if="underWay" :class="{ low: status === 'dizzy' }" @undo="act('undo')" />
    <SimulatedRemote
      v-if="simulating && underWay"
      class="floating"
      closable
      @input="receive"
      @close="simulating = false"
    />
    <FollowCaptions v-if="settings.voice.captions && underWay" />
    <p class="visually-hidden" role="status" aria-live="polite">{{ spoken }}</p>

    <FollowChanges
      :model-value="asking === 'changes'"
      @update:model-value="asking = $event ? 'changes' : null"
      @act="act"
      @simulate="simulating = true"
    />
    <FollowMinutes
      :model-value="asking === 'minutes'"
      @update:model-value="asking = $event ? 'minutes' : null"
      @pick="fitTo($event)"
    />
    <Dialog
      :visible="asking === 'end'"
      modal
      header="End this session?"
      :closable="false"
      :draggable="false"
      @update:visible="!$event && goOn()"
    >
      <p>What you did so far is saved in the journal.</p>
      <template #footer>
        <Button label="Cancel" severity="secondary" @click="goOn" />
        <Button label="End and save" autofocus @click="endNow" />
      </template>
    </Dialog>
  </FollowFrame>
</template>

<style scoped>
.floating {
  position: fixed;
  z-index: 4;
  right: 0.8rem;
  top: 4rem;
}
/* A stillness: no water, no controls until they are wanted. */
.still :deep(.water),
.still :deep(.head) {
  opacity: 0.25;
}
.still .controls {
  opacity: 0.6;
}
.still .controls:hover,
.still .controls:focus-within {
  opacity: 1;
}
/* What can be touched lies over all that is read, and shows itself only at its foot. */
.halves {
  position: absolute;
  inset: 0 0 9rem;
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.halves button {
  background: none;
  border: 0;
  cursor: pointer;
}
.controls {
  position: relative;
  z-index: 1;
}
.half-words {
  display: grid;
  grid-template-columns: 1fr 1fr;
  max-width: none;
  text-align: center;
  padding: 0.2rem;
}
.half-words span + span {
  border-left: 2px solid var(--pb-line);
}
.silent {
  position: absolute;
  top: 0.3rem;
  left: 50%;
  translate: -50% 0;
  font-size: 0.9rem;
}
</style>
