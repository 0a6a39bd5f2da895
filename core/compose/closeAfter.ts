import { isClosingPart, type Form } from '../forms'
import { closingShareWanted, emptyRoutine, stepFor, type Routine } from '../routine'
import type { PracticeSetting } from '../timeline'
import { partOfWork, workOf, type Work } from '../basics'
import { fitRoutine } from './fitRoutine'

/** How a practice is closed that was done elsewhere: gathering and settling, or settling alone. */
export type ClosingKind = 'gatherAndSettle' | 'settleOnly'

/** No closing is shorter than this: a minute to come down. Our choice. */
const LEAST_CLOSING_SECONDS = 60

/** Counts of a closing come in steps of about half a minute: so much more is tried at a time, and so often. */
const SETTLE_STEP_SECONDS = 20
const MOST_EXTRA = 6
/** Each fit may do so much of the work that is left. */
const FIT_SHARE = 0.5

/** How long a closing of a practice of so many seconds is to be: the share of it that is wanted, and a minute at least. */
export const closingSecondsAfter = (elsewhereSeconds: number, rules: PracticeSetting['rules']): number =>
  Math.max(LEAST_CLOSING_SECONDS, elsewhereSeconds * closingShareWanted(emptyRoutine('closing', ''), rules))

/**
 * A closing of these forms for a practice that was done elsewhere, fitted to the share that is wanted: never shorter where the forms can
 * be as long. Null where none of the forms closes.
 */
export function closeAfter(
  elsewhereSeconds: number,
  kind: ClosingKind,
  setting: PracticeSetting,
  forms: readonly Form[],
  work: Work = workOf(),
): Routine | null {
  const parts = kind === 'settleOnly' ? ['settle'] : ['gather', 'settle']
  const closing = forms.filter(({ part }) => isClosingPart(part) && parts.includes(part))
  if (closing.length === 0) return null
  const routine: Routine = {
    ...emptyRoutine('closing-after', kind === 'settleOnly' ? 'Settling' : 'Closing'),
    entries: closing.map((form, index) => ({ ...stepFor(form, `closing-${index}`), restBreaths: 0 })),
  }
  const least = closingSecondsAfter(elsewhereSeconds, setting.rules)
  const fitTo = (targetSeconds: number) =>
    fitRoutine(
      { ...setting, routine, targetSeconds, toleranceSeconds: SETTLE_STEP_SECONDS / 2 },
      partOfWork(work, FIT_SHARE),
    )
  // A little more rather than too little: the share is the least that is wanted.
  let fitted = fitTo(least)
  for (let extra = 1; extra <= MOST_EXTRA && fitted.seconds < least; extra += 1) {
    const longer = fitTo(least + extra * SETTLE_STEP_SECONDS)
    if (longer.seconds > fitted.seconds) fitted = longer
  }
  return fitted.routine
}
