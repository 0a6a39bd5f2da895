import { onScopeDispose, watch } from 'vue'
import type { RunnerState } from '#core/runner'
import type { Moment } from '#core/timeline'

/** Show the form, the movement and the play state of a session on a lock screen and a headset. Ends with the component. */
export function useLockScreen(stateNow: () => RunnerState | null, momentNow: () => Moment | null) {
  const { mediaSession } = navigator
  if (!mediaSession) return
  const shown = () => {
    const state = stateNow()
    const moment = momentNow()
    const isUnderWay = state?.status === 'running' || state?.status === 'paused' || state?.status === 'dizzy'
    if (!isUnderWay || !moment) return null
    const { occurrence, segment } = moment
    const playing = state.status === 'running' ? 'playing' : 'paused'
    return [playing, occurrence.formName, segment.cue, state.plan.routine.name] as const
  }
  function show(now: ReturnType<typeof shown>) {
    mediaSession.playbackState = now?.[0] ?? 'none'
    mediaSession.metadata = now && new MediaMetadata({ title: now[1], artist: now[2], album: now[3] })
  }
  // The moment changes with every beat; the lock screen only with its words.
  watch(
    () => shown()?.join('\n'),
    () => show(shown()),
    { immediate: true },
  )
  onScopeDispose(() => show(null))
}
