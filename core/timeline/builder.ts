import { ROUNDING_SECONDS } from '../basics'
import { breathAt, type BreathSeconds, type Pace } from '../breath'
import type { BreathKind, HouseRules, Move, Side, VersionKind } from '../forms'
import { LONG_OUT_SECONDS, type BreathRatio, type BuildStage } from '../routine'
import { isBodyKind, type PaceScale, type ScheduleItem, type Segment, type SegmentKind } from './types'

/** What of a segment is counted, and on which side. */
export type Counted = Pick<
  Segment,
  | 'side'
  | 'repetition'
  | 'repetitions'
  | 'remainingOnSide'
  | 'remainingInStep'
  | 'isLastOnSide'
  | 'isLastInStep'
  | 'level'
>

const uncountedOn = (side: Side): Counted => ({
  side,
  repetition: 0,
  repetitions: 0,
  remainingOnSide: 0,
  remainingInStep: 0,
  isLastOnSide: false,
  isLastInStep: false,
  level: '',
})
/** Where nothing is counted; all five are there once, as the inner loop asks for them. */
const UNCOUNTED: Record<Side, Counted> = {
  left: uncountedOn('left'),
  right: uncountedOn('right'),
  none: uncountedOn('none'),
  oneWay: uncountedOn('oneWay'),
  otherWay: uncountedOn('otherWay'),
}

/** Where in its repetition a segment stands: whether it begins it or ends it, and in which move, position or word of it. */
export interface Place extends Pick<Segment, 'moveIndex' | 'moveRepetition' | 'moveRepetitions' | 'endsMove'> {
  begins: boolean
  ends: boolean
}
/** Where there is one move only, and nothing inside it is counted. All are there once: a session has thousands of segments. */
const plainPlace = (begins: boolean, ends: boolean): Place => ({
  begins,
  ends,
  moveIndex: 0,
  moveRepetition: 0,
  moveRepetitions: 0,
  endsMove: ends,
})
const WITHIN = plainPlace(false, false)
const BEGINS = plainPlace(true, false)
const ENDS = plainPlace(false, true)
export const WHOLE = plainPlace(true, true)

const MIRRORED: Record<Side, Side> = {
  left: 'right',
  right: 'left',
  none: 'none',
  oneWay: 'oneWay',
  otherWay: 'otherWay',
}

/** A step toward two o'clock on the right goes toward ten o'clock on the left. */
function mirroredDegrees(degrees: number | null, side: Side): number | null {
  return degrees === null || side !== 'left' ? degrees : (360 - degrees) % 360
}

/** What is known of how an item really went. */
type ItemFacts = Pick<ScheduleItem, 'actualSeconds' | 'abandoned'>
const AS_PLANNED: ItemFacts = { actualSeconds: {}, abandoned: null }

/** My in-breath has so many counts. Common practice, no source. */
export const COUNTS_OF_IN_BREATH = 4

/** A breath of a ratio at my pace: a count is a fourth of my in-breath. The ratio holds where the out-breath would be too long. */
function inRatio({ inSeconds, outSeconds }: BreathSeconds, { inCounts, outCounts }: BreathRatio): BreathSeconds {
  const most = Math.max(LONG_OUT_SECONDS, outSeconds) / outCounts
  const countSeconds = Math.min(inSeconds / COUNTS_OF_IN_BREATH, most)
  return { inSeconds: inCounts * countSeconds, outSeconds: outCounts * countSeconds }
}

/** Builds a Timeline segment by segment: knows the time reached, and the breath there. */
export class TimelineBuilder {
  readonly segments: Segment[] = []
  nowSeconds = 0
  /** Cues name the side of somebody who faces me. */
  mirrored = false
  /** Times as long as my breath, in this performance. */
  paceScale = 1
  /** How the breath goes, in counts of which my in-breath has four; null for my own. */
  ratio: BreathRatio | null = null
  private stage: BuildStage = 'whole'
  private version: VersionKind | null = null
  private breathTurned = false
  /** Segments with a length, made or only measured. */
  pushed = 0
  /** The slot of the next segment. Slots count segments without length too, so that they never shift. */
  slot = 0
  private occurrence = 0
  private item: ItemFacts = AS_PLANNED
  /** A repetition has begun in a segment that was passed over: it begins with the next one. */
  private begun = false

  /** With `keeps` false only the time is counted, and no segment is made. */
  constructor(
    private readonly pace: Pace,
    readonly rules: HouseRules,
    private readonly keeps: boolean,
    private readonly paceScales: readonly PaceScale[],
  ) {}

  /** From here on segments belong to this item. */
  begin(item: ItemFacts, occurrence: number): void {
    this.item = item
    this.occurrence = occurrence
    this.slot = 0
    this.begun = false
  }

  /** From here on it is led in a stage and a version; in that of watching nothing is counted. */
  leadAs({ stage, version, breathTurned }: Pick<Segment, 'stage' | 'version' | 'breathTurned'>): void {
    this.stage = stage
    this.version = version
    this.breathTurned = breathTurned
  }

  /** How many times as long as my breath things are now: what I asked for last counts. */
  scaleNow(): number {
    let scale = this.paceScale
    for (const { fromSeconds, scale: asked } of this.paceScales) {
      if (fromSeconds <= this.nowSeconds + ROUNDING_SECONDS) scale = this.paceScale * asked
    }
    return scale
  }

  breathNow(): BreathSeconds {
    const own = breathAt(this.pace, this.nowSeconds)
    const breath = this.ratio ? inRatio(own, this.ratio) : own
    const scale = this.scaleNow()
    if (scale === 1) return breath
    return { inSeconds: breath.inSeconds * scale, outSeconds: breath.outSeconds * scale }
  }

  /** A segment in which nothing is counted. */
  add(kind: SegmentKind, lengthSeconds: number, side: Side, cue: string): void {
    this.push(kind, lengthSeconds, UNCOUNTED[side], 'free', cue, null, WITHIN, false)
  }

  /**
   * Segments without length are left out, so that "what is at t" has one answer. Arguments one by one and fields written
   * out, as this is the inner loop: spreading objects made compiling several times slower.
   */
  push(
    kind: SegmentKind,
    plannedSeconds: number,
    counted: Counted,
    breath: BreathKind,
    cue: string,
    move: Move | null,
    place: Place,
    openEnded: boolean,
  ): void {
    const slot = this.slot++
    const { abandoned, actualSeconds } = this.item
    if (abandoned && slot > abandoned.slot) return
    const lengthSeconds = actualSeconds[slot] ?? plannedSeconds
    let { begins, ends, endsMove } = place
    if (begins) this.begun = true
    if (lengthSeconds <= 0) {
      if (endsMove && slot in actualSeconds && abandoned?.slot !== slot) this.endHere(ends)
      return
    }
    this.pushed += 1
    if (!this.keeps) {
      this.nowSeconds += lengthSeconds
      return
    }
    const { side } = counted
    const { moveIndex } = place
    let { moveRepetition, moveRepetitions } = place
    const isMidway = abandoned !== null && abandoned.midway && abandoned.slot === slot
    if (isMidway) ends = endsMove = false
    begins = this.begun
    this.begun = false
    if (this.stage === 'watch' && isBodyKind(kind)) {
      kind = 'watch'
      counted = UNCOUNTED[side]
      begins = ends = endsMove = false
      moveRepetition = moveRepetitions = 0
      openEnded = false
    }
    const saidSide = this.mirrored ? MIRRORED[side] : side
    this.segments.push({
      index: this.segments.length,
      startSeconds: this.nowSeconds,
      lengthSeconds,
      kind,
      occurrence: this.occurrence,
      slot,
      side,
      saidSide,
      repetition: counted.repetition,
      repetitions: counted.repetitions,
      remainingOnSide: counted.remainingOnSide,
      remainingInStep: counted.remainingInStep,
      beginsRepetition: begins,
      endsRepetition: ends,
      isLastOnSide: counted.isLastOnSide,
      isLastInStep: counted.isLastInStep,
      moveIndex,
      moveRepetition,
      moveRepetitions,
      endsMove,
      openEnded,
      breath,
      cue,
      move: move?.name ?? '',
      stance: move?.stance ?? null,
      // Side and direction are said to the same person: who is told "right" is not sent to ten o'clock.
      directionDegrees: mirroredDegrees(move?.directionDegrees ?? null, saidSide),
      facingDegrees: mirroredDegrees(move?.facingDegrees ?? null, saidSide),
      level: counted.level,
      stage: this.stage,
      version: this.version,
      breathTurned: this.breathTurned,
    })
    this.nowSeconds += lengthSeconds
  }

  /** A move or a repetition that was ended early, by a signal or a turn of the breath, ends with what was done of it. */
  private endHere(endsRepetition: boolean): void {
    const last = this.segments.at(-1)
    if (!last || last.occurrence !== this.occurrence) return
    last.endsMove = true
    last.endsRepetition ||= endsRepetition
  }

  /** Whole breaths of rest. */
  addRest(breaths: number): void {
    for (let done = 0; done < breaths; done += 1) {
      const { inSeconds, outSeconds } = this.breathNow()
      const remaining = breaths - done - 1
      const isLast = breaths > 1 && remaining === 0
      const counted: Counted = {
        side: 'none',
        repetition: done + 1,
        repetitions: breaths,
        remainingOnSide: remaining,
        remainingInStep: remaining,
        isLastOnSide: isLast,
        isLastInStep: isLast,
        level: '',
      }
      this.push('rest', inSeconds, counted, 'in', 'Rest', null, BEGINS, false)
      this.push('rest', outSeconds, counted, 'out', 'Rest', null, ENDS, false)
    }
  }
}
