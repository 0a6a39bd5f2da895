import { v4 as newUuid } from 'uuid'
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import {
  isLost,
  leadingClockMs,
  positionSecondsAt,
  shownAfter,
  shownState,
  type RunnerState,
  type Shown,
  type ShownMessage,
} from '#core/runner'
import { nowMs } from '~/shared/clock/sessionClock'
import { plainCopy } from '~/shared/store/plainCopy'

/** Asks what is led, or says that it is shown. */
type ScreenMessage = { kind: 'ask' } | { kind: 'showing' }

const openChannel = () => (typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('pebblebrook screen'))
/** So often the window that leads gives a sign of life, and one that shows says so. */
const SIGN_MS = 1000
/** Not heard of for so long, nobody shows it. */
const GONE_MS = 3000

/** The session of this window as others may show it: told as it goes. Whether some window shows it is answered. */
export function useShownBeside(stateNow: () => RunnerState | null) {
  const channel = openChannel()
  const sessionId = newUuid()
  const isShown = ref(false)
  let shownAtMs = -Infinity
  let told = 0
  let toldAtMs = -Infinity
  const tell = (message: ShownMessage) => channel?.postMessage(message)

  function tellAll() {
    const state = stateNow()
    if (!state || !channel) return
    told = state.given.length
    toldAtMs = performance.now()
    tell({ kind: 'session', sessionId, ...plainCopy({ plan: state.plan, given: state.given }), clockMs: nowMs() })
  }
  function tellNew() {
    const state = stateNow()
    if (!state || !channel) return
    const from = told
    told = state.given.length
    toldAtMs = performance.now()
    tell({ kind: 'commands', sessionId, from, given: plainCopy(state.given.slice(from)), clockMs: nowMs() })
  }
  if (channel) {
    channel.onmessage = ({ data }: MessageEvent<ScreenMessage | null>) => {
      if (data?.kind === 'ask') tellAll()
      if (data?.kind === 'ask' || data?.kind === 'showing') {
        shownAtMs = performance.now()
        isShown.value = true
      }
    }
    watch(() => stateNow()?.plan, tellAll, { immediate: true })
    watch(() => stateNow()?.given.length, tellNew)
    // The beat of the session goes on where a window in the background may not count its own seconds.
    watch(stateNow, () => performance.now() - toldAtMs >= SIGN_MS && tellNew())
    useIntervalFn(() => {
      tellNew()
      isShown.value = performance.now() - shownAtMs < GONE_MS
    }, SIGN_MS)
    const leave = () => tell({ kind: 'left', sessionId })
    useEventListener(window, 'pagehide', leave)
    onScopeDispose(() => {
      leave()
      channel.close()
    })
  }
  return { isShown }
}

/** The session that another window of this browser leads, as it goes; nothing can be done to it from here. */
export function useLedElsewhere() {
  const channel = openChannel()
  const state = shallowRef<RunnerState | null>(null)
  const lost = ref(false)
  const fault = ref('')
  let shown: Shown | null = null
  const say = (message: ScreenMessage) => channel?.postMessage(message)
  function look() {
    lost.value = shown !== null && isLost(shown, Date.now())
    // Not heard, it may have been paused or ended: nothing moves on.
    if (!lost.value) state.value = shown && shownState(shown, Date.now())
  }
  if (channel) {
    channel.onmessage = ({ data }: MessageEvent<ShownMessage | ScreenMessage | null>) => {
      if (data?.kind !== 'session' && data?.kind !== 'commands' && data?.kind !== 'left') return
      try {
        const after = shownAfter(shown, data, Date.now())
        shown = after.shown
        if (after.ask) say({ kind: 'ask' })
        fault.value = ''
        look()
      } catch {
        fault.value = 'The other window is of another version of Pebblebrook. Load both again when no session runs.'
        // A false message may have been it: the next whole one is shown again.
        shown = null
      }
    }
    useIntervalFn(() => say({ kind: 'showing' }), SIGN_MS)
    useIntervalFn(look, 100)
    say({ kind: 'ask' })
    onScopeDispose(() => channel.close())
  }
  /** Where the session stands at this very frame. */
  const position = () =>
    state.value && shown
      ? positionSecondsAt(state.value, lost.value ? state.value.clockMs : leadingClockMs(shown, Date.now()))
      : 0
  return { state, lost, fault, position, canShow: channel !== null }
}
