import type { Work } from '../basics'
import { breathAt, steadyPace } from '../breath'
import { isClosingPart } from '../forms'
import { partOf, type MovingAndClosing } from '../routine'
import { measureSchedule, scheduleOfEntry, type PieceLength, type ScheduleItem, type StartingPoint } from '../timeline'
import { withOption, type Choice, type FitRequest } from './fitChoices'

/**
 * How long the options take, asked of the Timeline: exactly where one stands, and within bounds wherever that may be. Throws
 * `WorkDoneError` when its work is done.
 */
export function measurer(request: FitRequest, choices: readonly Choice[], work: Work) {
  const { pace } = request
  const settleSeconds = pace.settleMinutes * 60
  const schedules = choices.map(({ entry, options }) =>
    options.map((option) => {
      work.spend()
      // What lies between two entries is known only where both are there.
      const entries = request.routine.between ? request.routine.entries : [entry]
      const routine = withOption({ ...request.routine, entries }, entry, option)
      return scheduleOfEntry(routine, request.forms, entry.id)
    }),
  )
  const stances = stancesBefore(request, choices, schedules)
  const { spans, earliest } = boundsOf(request, choices, schedules, stances, work)
  const isFree = choices.map(
    (choice, item) =>
      earliest[item]! >= settleSeconds && stances[item] !== undefined && !choice.options.some(({ drops }) => drops),
  )
  const known = choices.map(({ options }) =>
    options.map(() => new Map<StartingPoint['stance'], Map<number, PieceLength>>()),
  )
  let knownCount = 0
  const lengthFrom = (item: number, option: number, from: StartingPoint, isSettled: boolean): PieceLength => {
    work.spend()
    const byStance = known[item]![option]!
    const byStart = byStance.get(from.stance) ?? new Map<number, PieceLength>()
    byStance.set(from.stance, byStart)
    const start = isSettled ? -1 : inMicroseconds(from.atSeconds)
    const before = byStart.get(start)
    if (before) return before
    const measured = measureSchedule(schedules[item]![option]!, request, from)
    work.spend(stepsToMeasure(measured))
    if ((knownCount += 1) < MOST_KNOWN) byStart.set(start, measured)
    return measured
  }
  const take = (item: number, option: number, point: StartingPoint) => {
    if (choices[item]!.options[option]!.drops) return { movingSeconds: 0, closingSeconds: 0, after: point }
    // Once the breath has settled, only the stance matters; and where that is known, nothing does.
    const settled = isFree[item] || point.atSeconds >= settleSeconds
    const from: StartingPoint = isFree[item]
      ? { atSeconds: settleSeconds + point.atSeconds, stance: stances[item]! }
      : point
    const found = lengthFrom(item, option, from, settled)
    const { movingSeconds, closingSeconds } = found
    const atSeconds = point.atSeconds + movingSeconds + closingSeconds
    return { movingSeconds, closingSeconds, after: { atSeconds, stance: found.after.stance } }
  }
  return {
    take,
    alike: ({ atSeconds, stance }: StartingPoint) =>
      `${atSeconds >= settleSeconds ? '' : inMicroseconds(atSeconds)}/${stance}`,
    bounds: (item: number, option: number) => spans[item]![option]!,
    free: (item: number) => isFree[item]!,
  }
}

/**
 * The stance in which each entry is come to, where that is the same whatever is chosen before: null for the very first one, and
 * undefined where something before may be dropped.
 */
function stancesBefore(
  request: FitRequest,
  choices: readonly Choice[],
  schedules: readonly (readonly (readonly ScheduleItem[])[])[],
): (StartingPoint['stance'] | undefined)[] {
  let stance: StartingPoint['stance'] | undefined = null
  return choices.map(({ options }, item) => {
    const before = stance
    stance = options.some(({ drops }) => drops)
      ? undefined
      : measureSchedule(schedules[item]![0]!, request, { atSeconds: 1, stance: ANY_STANCE }).after.stance
    return before
  })
}

/**
 * The least and the most that each option can take wherever it begins, and the earliest moment of each. The breath is asked at the
 * earliest and the latest moment at which it can be breathed, so that the bounds are close where the session has settled.
 */
function boundsOf(
  request: FitRequest,
  choices: readonly Choice[],
  schedules: readonly (readonly (readonly ScheduleItem[])[])[],
  stances: readonly (StartingPoint['stance'] | undefined)[],
  work: Work,
) {
  const { pace, rules } = request
  // With every option dropped before it, an entry may come first and hold the lead-in.
  const leadInSlack = Math.max(0, rules.leadInSeconds - rules.announceSeconds)
  const earliest: number[] = []
  let soonest = 0
  let latest = 0
  const spans = choices.map(({ entry, options }, item) => {
    const inClosing = isClosingPart(partOf(entry))
    const stance = stances[item]
    const slack = stance === undefined ? rules.stanceChangeSeconds + leadInSlack : 0
    const from: StartingPoint = { atSeconds: 1, stance: stance === undefined ? ANY_STANCE : stance }
    const measured = options.map((option, index) => {
      if (option.drops) return { least: NOTHING, most: NOTHING }
      const known = new Map<string, MovingAndClosing>()
      const at = (atSeconds: number) => {
        const { inSeconds, outSeconds } = breathAt(pace, atSeconds)
        const breath = `${inSeconds}/${outSeconds}`
        const steady = steadyPace(inSeconds, outSeconds)
        const before = known.get(breath)
        if (before) return before
        const measured = measureSchedule(schedules[item]![index]!, { ...request, pace: steady }, from)
        work.spend(stepsToMeasure(measured))
        known.set(breath, measured)
        return measured
      }
      const first = at(soonest)
      const longest = Math.max(total(first), total(at(pace.settleMinutes * 60))) + slack
      const lengths = [first, at(latest + longest)]
      const bound = (of: 'min' | 'max', sign: number): MovingAndClosing => ({
        movingSeconds: Math[of](...lengths.map(({ movingSeconds }) => movingSeconds)) + (inClosing ? 0 : sign * slack),
        closingSeconds:
          Math[of](...lengths.map(({ closingSeconds }) => closingSeconds)) + (inClosing ? sign * slack : 0),
      })
      return { least: bound('min', -1), most: bound('max', 1) }
    })
    earliest[item] = soonest
    soonest += Math.max(0, Math.min(...measured.map(({ least }) => total(least))))
    latest += Math.max(...measured.map(({ most }) => total(most)))
    return measured
  })
  return { spans, earliest }
}
/** Measuring a length takes as long as this many steps of a search: about four for each segment, and some more. Measured, roughly. */
const stepsToMeasure = ({ segments }: PieceLength) => 20 + 4 * segments
/** Starts that differ by less are the same. */
const inMicroseconds = (seconds: number) => Math.round(seconds * 1e6)
const NOTHING: MovingAndClosing = { movingSeconds: 0, closingSeconds: 0 }
const total = ({ movingSeconds, closingSeconds }: MovingAndClosing) => movingSeconds + closingSeconds
/** Beyond this the memory of lengths is not kept: a settling breath makes every start its own. */
const MOST_KNOWN = 200_000
/** A stance to come from; whether it must be changed is within the slack of the bounds. */
const ANY_STANCE = 'shoulderWidth' as const
