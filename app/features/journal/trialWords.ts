import type { Trial, TrialArm, TrialDay, TrialVerdict } from '#core/evidence'
import { plural } from '~/shared/words/numbers'
import { shortDayPhrase } from '~/shared/words/time'
import { outcomeName, stepsPhrase } from './benefitWords'

/** What a trial asks and says, in sentences. */
interface Names {
  routine: (id: string) => string
  form: (id: string) => string
}

/** "“While the kettle warms” in the evening", "… without Cloud hands". */
export function armPhrase({ compares, routineId }: Pick<Trial, 'compares' | 'routineId'>, arm: TrialArm, names: Names) {
  const routine = `“${names.routine(routineId)}”`
  switch (compares.kind) {
    case 'routines':
      return arm === 'one' ? routine : `“${names.routine(compares.otherRoutineId)}”`
    case 'form':
      return `${routine} ${arm === 'one' ? 'with' : 'without'} ${names.form(compares.formId)}`
    case 'times':
      return `${routine} in the ${arm === 'one' ? 'morning' : 'evening'}`
  }
}

export const KEPT_WORDS: Record<TrialDay['kept'], string> = {
  done: 'done',
  otherwise: 'something else was practised',
  missed: 'missed',
  open: 'to come',
}

/** What a trial comes to; while it runs, how far it is. */
export function verdictPhrase(trial: Trial, verdict: TrialVerdict, names: Names): string {
  const { over, difference, interval, said, missed } = verdict
  if (verdict.verdict === 'running') return `${over} of ${plural(2 * trial.pairs, 'day')} are over.`
  const range = interval ? ` (between ${stepsPhrase(interval[0])} and ${stepsPhrase(interval[1])} steps)` : ''
  const [more, less] = difference > 0 ? (['one', 'other'] as const) : (['other', 'one'] as const)
  const days = `${said.one} and ${said.other} of ${trial.pairs} days each said how it was; ${missed.one} and ${missed.other} were missed`
  const what = outcomeName(trial.outcome)
  const compared = `${armPhrase(trial, more, names)} against ${armPhrase(trial, less, names)}`
  return verdict.verdict === 'noneSeen'
    ? `No difference in ${what} that chance might not make, ${compared}: ${stepsPhrase(Math.abs(difference))} steps${range}. ${days}.`
    : `More ${what} with ${armPhrase(trial, more, names)} than with ${armPhrase(trial, less, names)}, by about ${stepsPhrase(Math.abs(difference))} steps${range}. ${days}.`
}

/** What of a verdict is to be known besides. */
export function verdictNotes(trial: Trial, { otherwise, saidDifference }: TrialVerdict): string {
  return [
    'Every day counts for what was asked of it, whatever was done; a day of which nothing was said counts as no change.',
    otherwise > 0 ? `On ${plural(otherwise, 'day')} something else was practised.` : '',
    saidDifference === null ? '' : `Pairs in which both days were said alone: ${stepsPhrase(saidDifference)} steps.`,
    trial.open
      ? 'It was looked at before its end, which makes a difference by chance likelier than is reckoned here.'
      : '',
  ]
    .filter(Boolean)
    .join(' ')
}

/** How surely a trial of so many pairs finds a step, and from when to when it goes. */
export function planPhrase(days: readonly { day: string }[], power: number | null, wanted: number | null): string {
  const first = days[0]!.day
  const last = days.at(-1)!.day
  const time = `${days.length} days, from ${shortDayPhrase(first)} to ${shortDayPhrase(last)}.`
  if (power === null || wanted === null) return time
  const sure = `A difference of one step would be found ${Math.round(power * 100)} times of 100.`
  const enough =
    power >= 0.8 ? '' : ` For 80 of 100 it takes about ${2 * wanted} days; with fewer, "no difference" means little.`
  return `${time} ${sure}${enough}`
}
