import { withinWork, type Work } from '../basics'
import { isClosingPart } from '../forms'
import { closingShareWanted, keepsClosing, partOf, type Routine } from '../routine'
import { compileTimeline, TooLongError, totalsOf } from '../timeline'
import { choiceOf, withOption, type Choice, type FitRequest } from './fitChoices'

/** The result of a fit by halving, used when the search found nothing. */
export interface Fitted {
  routine: Routine
  closingKept: boolean
  proven: boolean
}

/** So often the range of what comes before the closing is halved, for each level of the closing that is tried. */
const HALVINGS = 6
/** The closing stands where it has its share if lengths rise evenly with the counts, and then a little higher. */
const MARGINS = [0, 0.2]

/**
 * A fit in a few looks at the Timeline: all entries before the closing stand equally far up the range of their counts, and so do those
 * of the closing, and the length nearest to what is asked is taken; one that keeps the closing comes first. When the work is done, the
 * best until then.
 */
export function roughFit(request: FitRequest, work: Work): Fitted {
  const { targetSeconds, rules } = request
  const share = closingShareWanted(request.routine, rules)
  const choices = request.routine.entries.filter(({ off }) => !off).map((entry) => choiceOf(entry, request))
  const look = (moving: number, closing: number) => {
    const routine = atLevels(request.routine, choices, moving, closing)
    const span = spanOf(request, routine)
    const offSeconds = span ? span.totalSeconds - targetSeconds : Infinity
    return { routine, span, offSeconds, closingKept: span !== null && keepsClosing(span, share) }
  }
  const least = look(0, 0)
  let best = least
  const leastClosing = least.span?.closingSeconds ?? 0
  const mostClosing = look(0, 1).span?.closingSeconds ?? leastClosing
  const wanted = (targetSeconds * share) / (1 + share)
  const even = mostClosing > leastClosing ? (wanted - leastClosing) / (mostClosing - leastClosing) : 0
  for (const margin of MARGINS) {
    const closing = Math.min(1, Math.max(0, even + margin))
    let from = 0
    let to = 1
    for (let turn = 0; turn < HALVINGS && canLook(work); turn += 1) {
      const moving = (from + to) / 2
      const found = look(moving, closing)
      const isBetter =
        found.closingKept === best.closingKept
          ? Math.abs(found.offSeconds) < Math.abs(best.offSeconds)
          : found.closingKept
      if (isBetter) best = found
      if (found.offSeconds > 0) to = moving
      else from = moving
    }
  }
  return { routine: best.routine, closingKept: best.closingKept, proven: false }
}

/** To look at a whole Timeline takes as long as so many steps of a search. Measured, roughly. */
const LOOK_STEPS = 2000
const canLook = (work: Work) =>
  withinWork(
    () => (work.spend(LOOK_STEPS), true),
    () => false,
  )

function atLevels(routine: Routine, choices: readonly Choice[], moving: number, closing: number): Routine {
  return choices.reduce((changed, { entry, options }) => {
    const kept = options.filter(({ drops }) => !drops).sort((one, other) => one.value - other.value)
    const level = isClosingPart(partOf(entry)) ? closing : moving
    const option = kept[Math.round(level * (kept.length - 1))]
    return option ? withOption(changed, entry, option) : changed
  }, routine)
}

/** Moving, closing and total seconds; null where it is longer than anything that can be followed. */
function spanOf(request: FitRequest, routine: Routine) {
  try {
    return totalsOf(compileTimeline({ ...request, routine }))
  } catch (error) {
    if (error instanceof TooLongError) return null
    throw error
  }
}
