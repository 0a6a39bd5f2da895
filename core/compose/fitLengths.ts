import type { Work } from '../basics'
import { breathAt, steadyPace } from '../breath'
import { isClosingPart } from '../forms'
import { partOf, type MovingAndClosing } from '../routine'
import { measureEntry, type CompileInput, type StartingPoint } from '../timeline'
import { withOption, type Choice, type FitRequest } from './fitChoices'

/**
 * How long the options take, asked of the Timeline: exactly where one stands, and within bounds wherever that may be. Throws
 * `WorkDoneError` when its work is done.
 */
export function measurer(request: FitRequest, choices: readonly Choice[], work: Work) {
  const { pace } = request
  const settleSeconds = pace.settleMinutes * 60
  const alone = choices.map(({ entry, options }) =>
    options.map((option) => {
      work.spend()
      // What lies between two entries is known only where both are there.
      const entries = request.routine.between ? request.routine.entries : [entry]
      return { ...request, routine: withOption({ ...request.routine, entries }, entry, option) }
    }),
  )
  const stances = stancesBefore(choices, alone)
  const { spans, earliest } = boundsOf(request, choices, alone, stances, work)
  const isFree = choices.map(
    (choice, item) =>
      earliest[item]! >= settleSeconds && stances[item] !== undefined && !choice.options.some(({ drops }) => drops),
  )
  const known = new Map<string, MovingAndClosing & { after: StartingPoint }>()
  const take = (item: number, option: number, point: StartingPoint) => {
    if (choices[item]!.options[option]!.drops) return { movingSeconds: 0, closingSeconds: 0, after: point }
    // Once the breath has settled, only the stance matters; and where that is known, nothing does.
    const settled = isFree[item] || point.atSeconds >= settleSeconds
    const from: StartingPoint = isFree[item]
      ? { atSeconds: settleSeconds + point.atSeconds, stance: stances[item]! }
      : point
    const key = `${item}/${option}/${settled ? '' : point.atSeconds}/${from.stance}`
    let found = known.get(key)
    if (!found) {
      work.spend(MEASURE_STEPS)
      found = measureEntry(alone[item]![option]!, choices[item]!.entry.id, from)
      if (known.size < MOST_KNOWN) known.set(key, found)
    }
    const { movingSeconds, closingSeconds } = found
    const atSeconds = point.atSeconds + movingSeconds + closingSeconds
    return { movingSeconds, closingSeconds, after: { atSeconds, stance: found.after.stance } }
  }
  return {
    take,
    alike: ({ atSeconds, stance }: StartingPoint) => `${atSeconds >= settleSeconds ? '' : atSeconds}/${stance}`,
    bounds: (item: number, option: number) => spans[item]![option]!,
    free: (item: number) => isFree[item]!,
  }
}

/**
 * The stance in which each entry is come to, where that is the same whatever is chosen before: null for the very first one, and
 * undefined where something before may be dropped.
 */
function stancesBefore(
  choices: readonly Choice[],
  alone: readonly (readonly CompileInput[])[],
): (StartingPoint['stance'] | undefined)[] {
  let stance: StartingPoint['stance'] | undefined = null
  return choices.map(({ entry, options }, item) => {
    const before = stance
    const input = alone[item]![0]!
    stance = options.some(({ drops }) => drops)
      ? undefined
      : measureEntry(input, entry.id, { atSeconds: 1, stance: ANY_STANCE }).after.stance
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
  alone: readonly (readonly CompileInput[])[],
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
      work.spend(MEASURE_STEPS)
      const known = new Map<string, MovingAndClosing>()
      const at = (atSeconds: number) => {
        const { inSeconds, outSeconds } = breathAt(pace, atSeconds)
        const breath = `${inSeconds}/${outSeconds}`
        const steady = steadyPace(inSeconds, outSeconds)
        const measured = known.get(breath) ?? measureEntry({ ...alone[item]![index]!, pace: steady }, entry.id, from)
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
/** To ask the Timeline for a length takes as long as so many steps of a search. Measured, roughly. */
const MEASURE_STEPS = 100
const NOTHING: MovingAndClosing = { movingSeconds: 0, closingSeconds: 0 }
const total = ({ movingSeconds, closingSeconds }: MovingAndClosing) => movingSeconds + closingSeconds
/** Beyond this the memory of lengths is not kept: a settling breath makes every start its own. */
const MOST_KNOWN = 200_000
/** A stance to come from; whether it must be changed is within the slack of the bounds. */
const ANY_STANCE = 'shoulderWidth' as const
