import { breathAt, type BreathSeconds, type Pace } from '../breath'
import type { BreathKind, HouseRules, Move, Side } from '../forms'
import type { CourseItem, PaceScale, Segment, SegmentKind } from './types'

/** What of a segment is counted, and on which side. */
export type Counted = Pick<Segment, 'side' | 'repetition' | 'repetitions' | 'leftOnSide' | 'leftInStep' | 'level'>

const UNCOUNTED = { repetition: 0, repetitions: 0, leftOnSide: 0, leftInStep: 0, level: '' }

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

/** A whole item of a course, where nothing is known of how it really went. */
const AS_PLANNED: Pick<CourseItem, 'lived' | 'left'> = { lived: {}, left: null }

/** The axis while it is being laid: knows the time reached, and the breath there. */
export class Axis {
  readonly segments: Segment[] = []
  nowSeconds = 0
  occurrence = 0
  /** Cues name the side of somebody who faces me. */
  mirrored = false
  /** Times as long as my breath, in this doing. */
  paceScale = 1
  /** Nothing is counted: the movement is only looked at. */
  watching = false
  pushed = 0
  /** The place of the next segment in its item: places count those without length too, so that they never shift. */
  place = 0
  private item: Pick<CourseItem, 'lived' | 'left'> = AS_PLANNED

  /** With `keeps` false only the time is counted, and no segment is made. */
  constructor(
    private readonly pace: Pace,
    readonly rules: HouseRules,
    private readonly keeps: boolean,
    private readonly paceScales: readonly PaceScale[],
  ) {}

  /** From here on segments belong to this item. */
  begin(item: Pick<CourseItem, 'lived' | 'left'>, occurrence: number): void {
    this.item = item
    this.occurrence = occurrence
    this.place = 0
  }

  /** How many times as long as my breath things are now: what I asked for last counts. */
  scaleNow(): number {
    let scale = this.paceScale
    for (const { fromSeconds, scale: asked } of this.paceScales) {
      if (fromSeconds <= this.nowSeconds + EPSILON) scale = this.paceScale * asked
    }
    return scale
  }

  breathNow(): BreathSeconds {
    const breath = breathAt(this.pace, this.nowSeconds)
    const scale = this.scaleNow()
    if (scale === 1) return breath
    return { inSeconds: breath.inSeconds * scale, outSeconds: breath.outSeconds * scale }
  }

  /** A segment in which nothing is counted. */
  add(kind: SegmentKind, lengthSeconds: number, side: Side, cue: string): void {
    this.push(kind, lengthSeconds, { ...UNCOUNTED, side }, 'free', cue, null, false, false)
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
    endsRepetition: boolean,
    openEnded: boolean,
  ): void {
    const place = this.place++
    const { left, lived } = this.item
    if (left && place > left.place) return
    const lengthSeconds = lived[place] ?? plannedSeconds
    if (lengthSeconds <= 0) {
      if (endsRepetition && place in lived && left?.place !== place) this.endRepetitionHere()
      return
    }
    this.pushed += 1
    if (!this.keeps) {
      this.nowSeconds += lengthSeconds
      return
    }
    const { side } = counted
    const isBody = kind === 'phase' || kind === 'hold' || kind === 'settle'
    if (this.watching && isBody) {
      kind = 'watch'
      counted = { ...UNCOUNTED, side }
      endsRepetition = false
      openEnded = false
    }
    this.segments.push({
      index: this.segments.length,
      startSeconds: this.nowSeconds,
      lengthSeconds,
      kind,
      occurrence: this.occurrence,
      place,
      side,
      saidSide: this.mirrored ? MIRRORED[side] : side,
      repetition: counted.repetition,
      repetitions: counted.repetitions,
      leftOnSide: counted.leftOnSide,
      leftInStep: counted.leftInStep,
      endsRepetition: endsRepetition && !(left?.midway && left.place === place),
      openEnded,
      breath,
      cue,
      move: move?.name ?? '',
      stance: move?.stance ?? null,
      directionDegrees: mirroredDegrees(move?.directionDegrees ?? null, side),
      level: counted.level,
    })
    this.nowSeconds += lengthSeconds
  }

  /** A repetition that was ended early, by a signal or a turn of the breath, ends with what was lived of it. */
  private endRepetitionHere(): void {
    const last = this.segments.at(-1)
    if (last && last.occurrence === this.occurrence) last.endsRepetition = true
  }

  addRest(breaths: number): void {
    for (let done = 0; done < breaths; done += 1) {
      const { inSeconds, outSeconds } = this.breathNow()
      const left = breaths - done - 1
      const counted: Counted = {
        side: 'none',
        repetition: done + 1,
        repetitions: breaths,
        leftOnSide: left,
        leftInStep: left,
        level: '',
      }
      this.push('rest', inSeconds, counted, 'in', 'Rest', null, false, false)
      this.push('rest', outSeconds, counted, 'out', 'Rest', null, true, false)
    }
  }
}

const EPSILON = 1e-9
