import type { Segment, Timeline } from './types'

/** The water level, 0 to 1, at the start and the end of a segment. */
export interface Rise {
  from: number
  to: number
}

/** Where the water stands while breathing is free. */
const FREE_LEVEL = 0.35
/** The water comes to the free level within this time, however long the free breathing lasts. */
const EASE_SECONDS = 3

/**
 * The level of the breath at the two ends of every segment: up to 1 with an in-breath, down to 0 with an out-breath, flat
 * in a hold. Phases of the same breath that follow one another, holds between them left out, share one rise by their lengths.
 */
export function risesOf(timeline: Timeline): Rise[] {
  const { segments } = timeline
  const rises: Rise[] = []
  let level = FREE_LEVEL
  for (let first = 0; first < segments.length;) {
    const { breath } = segments[first]!
    const run = segments.slice(first, endOfRun(segments, first))
    const moving = run.filter((segment) => segment.breath === breath)
    const target = breath === 'in' ? 1 : breath === 'out' ? 0 : breath === 'hold' ? level : FREE_LEVEL
    const runSeconds = breath === 'free' ? run[0]!.lengthSeconds : sumSeconds(moving)
    const begin = level
    let seconds = 0
    for (const segment of run) {
      if (segment.breath === breath) seconds += segment.lengthSeconds
      const to = begin + (target - begin) * Math.min(1, seconds / runSeconds)
      rises.push({ from: level, to })
      level = to
    }
    level = target
    first += run.length
  }
  return rises
}

/** Where a run of one breath ends: it goes on over a hold after which that breath goes on. */
function endOfRun(segments: readonly Segment[], first: number): number {
  const { breath } = segments[first]!
  const isBreathed = breath === 'in' || breath === 'out'
  let end = first + 1
  for (let at = end; at < segments.length; at += 1) {
    if (segments[at]!.breath === breath) end = at + 1
    else if (!isBreathed || segments[at]!.breath !== 'hold') break
  }
  return end
}

const sumSeconds = (segments: readonly Segment[]) => segments.reduce((sum, { lengthSeconds }) => sum + lengthSeconds, 0)

/** How far the water is on its way at a share (0 to 1) of the time: still at both ends. */
export const easedShare = (share: number): number => 0.5 - Math.cos(Math.PI * share) / 2

/** The level somewhere in a segment; smooth at both ends, so that a turn of the breath has no corner. */
export function levelIn(segment: Segment, rise: Rise, atSeconds: number): number {
  const seconds = segment.breath === 'free' ? Math.min(EASE_SECONDS, segment.lengthSeconds) : segment.lengthSeconds
  const share = Math.min(1, Math.max(0, (atSeconds - segment.startSeconds) / seconds))
  return rise.from + (rise.to - rise.from) * easedShare(share)
}
