import { lingerAhead, type RunnerState } from '#core/runner'
import { cuesOf, type Cue } from '#core/sound'
import type { Timeline } from '#core/timeline'
import { AHEAD_SECONDS } from './player'

/**
 * What is heard while I linger: the cues of the session up to the end of what is counted now, and from there the breath and the beat of
 * the repetitions that will be added. Worked out once for each Timeline.
 */
export function createLingerCues() {
  let known: { timeline: Timeline; fromSeconds: number; cues: Cue[]; of: readonly Cue[] } | null = null
  return (state: RunnerState, cues: readonly Cue[]): readonly Cue[] => {
    if (!state.lingering) return cues
    const { timeline, positionSeconds } = state
    if (known?.timeline === timeline && known.of === cues && positionSeconds < known.fromSeconds) return known.cues
    const ahead = lingerAhead(state, AHEAD_SECONDS)
    if (!ahead) return cues
    const { fromSeconds } = ahead
    const added = cuesOf(ahead.timeline, { breathTones: state.leader !== 'self' }).filter(
      ({ kind, atSeconds }) => atSeconds >= fromSeconds && (kind === 'breath' || kind === 'beat'),
    )
    const now = [...cues.filter(({ atSeconds }) => atSeconds < fromSeconds), ...added]
    known = { timeline, fromSeconds, cues: now, of: cues }
    return now
  }
}
