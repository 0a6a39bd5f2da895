import { workOf, type Work } from '../basics'
import { isClosingPart } from '../forms'
import { closingSecondsWanted, closingShareWanted } from '../routine'
import { currentPosition, type Here, type NewRemainder, type RunnerState } from '../runner'
import { drop, isClosing, laterBlocks, presentBlock, spareBlocks, type Block } from './remainderChoices'
import { newRemainderOf, secondsToAbandon, solveBlocks, spanSoFar, spansOf, type Solved } from './remainderSearch'

/** All searches of one answer together: it is wanted within the breath. Measured in the bench. */
const REFIT_WORK = 25_000
/** Where the closing's whole share and the time cannot both be had, so much of the share will do. Our choice. */
const NEARLY_SHARE = 0.85
const TOO_LONG_SHARE = 0.03

/**
 * "I have N minutes left": the rest of a session, fitted to so many seconds from now. What is going on is finished or left with this
 * breath; what comes is done more or fewer times or left out; the closing keeps its share of all that was and will be moved, as far as
 * the time allows. Null when nothing is going on.
 */
export function refitRemainder(state: RunnerState, secondsLeft: number): NewRemainder | null {
  const here = currentPosition(state)
  if (!here || state.status === 'ready' || state.status === 'ended') return null
  const work = workOf(REFIT_WORK)
  const planned = [presentBlock(here), ...laterBlocks(state, here)]
  const closes = planned.some((block) => block.closing) || spanSoFar(state).closingSeconds > 0
  const blocks = closes ? planned : [...planned, ...spareBlocks(state)]
  // Where there is no closing to be had, only the time is fitted.
  const share = closes || blocks.length > planned.length ? closingShareWanted(state.plan.routine, state.plan.rules) : 0
  const spans = spansOf(state, here, blocks)
  const kept = solveBlocks(state, here, blocks, spans, secondsLeft, share, work)
  if (kept?.closingKept && !isTooLong(kept, secondsLeft)) return newRemainderOf('minutesLeft', here, kept)
  // Counts are coarse: with a little less closing the time may be met.
  const nearly = kept?.closingKept
    ? solveBlocks(state, here, blocks, spans, secondsLeft, share * NEARLY_SHARE, work)
    : null
  if (nearly?.closingKept && !isTooLong(nearly, secondsLeft)) return newRemainderOf('minutesLeft', here, nearly)
  // The share is out of reach within the time: all that is left is the closing.
  const only = solveClosing(state, here, secondsLeft, 'last', work)
  const best = only && kept?.closingKept && Math.abs(only.offSeconds) >= kept.offSeconds ? kept : (only ?? kept)
  return best && newRemainderOf('minutesLeft', here, best)
}
/** Longer than asked by more than a breath, and by more than a small part of the time. */
const isTooLong = ({ offSeconds, toleranceSeconds }: Solved, askedSeconds: number) =>
  offSeconds > Math.max(2 * toleranceSeconds, TOO_LONG_SHARE * askedSeconds)

/**
 * "Close now": straight to gathering and settling, as long as suits what was done. A routine without a closing gets the plan's own one.
 * Null when nothing is going on.
 */
export function closeNow(state: RunnerState): NewRemainder | null {
  const here = currentPosition(state)
  if (!here || state.status === 'ready' || state.status === 'ended') return null
  const { movingSeconds, closingSeconds } = spanSoFar(state)
  const closingShare = closingShareWanted(state.plan.routine, state.plan.rules)
  const out = isClosing(here.item) ? 0 : secondsToAbandon(state, here)
  const planned = state.timeline.occurrences
    .slice(here.index + 1)
    .filter(({ part }) => isClosingPart(part))
    .reduce((sum, { lengthSeconds }) => sum + lengthSeconds, 0)
  // Who asks for no share of closing gets the closing as planned.
  const soFar = { movingSeconds: movingSeconds + out, closingSeconds }
  const wanted = closingShare > 0 ? closingSecondsWanted(soFar, closingShare) : planned
  const solved = solveClosing(state, here, out + wanted, 'ends', workOf(REFIT_WORK))
  return solved && newRemainderOf('closeNow', here, solved)
}

/**
 * From here straight to the closing. Where even its least counts take too long, what lies between its first and its last is left out
 * (`cutTo` 'ends'), and then all of it but the last.
 */
function solveClosing(
  state: RunnerState,
  here: Here,
  seconds: number,
  cutTo: 'ends' | 'last',
  work: Work,
): Solved | null {
  const present = presentBlock(here)
  // In the closing already: it goes on from here.
  const first: Block = isClosing(here.item)
    ? present
    : { ...present, options: present.options.filter(({ abandonsPresent }) => abandonsPresent) }
  if (first.options.length === 0) return null
  const later = laterBlocks(state, here).filter((block) => block.closing)
  const spare = later.length === 0 && !isClosing(here.item) ? spareBlocks(state) : []
  const whole = [first, ...later, ...spare].map((block) => ({
    ...block,
    options: block.options.some(({ drops }) => !drops) ? block.options.filter(({ drops }) => !drops) : block.options,
  }))
  const without = (from: number) =>
    whole.map((block, index) =>
      index >= from && index < whole.length - 1 ? { ...block, options: [...block.options, drop] } : block,
    )
  // Leaving out is the last option of each: what the others take is the same in all three.
  const spans = spansOf(state, here, without(1))
  let best: Solved | null = null
  for (const blocks of [whole, without(2), ...(cutTo === 'last' ? [without(1)] : [])]) {
    best = solveBlocks(state, here, blocks, spans, seconds, 0, work)
    if (!best || best.offSeconds <= best.toleranceSeconds) break
  }
  return best
}
