import { addDays, weekStart, type Noticed, type Span } from '#core/journal'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { sensationPhrase } from '~/shared/words/body'
import { dayPhrase, durationPhrase, minutesPhrase, monthPhrase, shortDayPhrase } from '~/shared/words/time'

export const SPANS = ['week', 'month', 'year'] as const
export type SpanKind = (typeof SPANS)[number]

/** The week, month or year that holds a day. */
export function spanOf(kind: SpanKind, day: string): Span {
  if (kind === 'week') return { from: weekStart(day), to: addDays(weekStart(day), 6) }
  if (kind === 'year') return { from: `${day.slice(0, 4)}-01-01`, to: `${day.slice(0, 4)}-12-31` }
  const from = `${day.slice(0, 7)}-01`
  return { from, to: addDays(`${addDays(from, 31).slice(0, 7)}-01`, -1) }
}

/** "March 2026", "2026", "2 Mar to 8 Mar 2026". */
export function spanPhrase(kind: SpanKind, { from, to }: Span): string {
  if (kind === 'year') return from.slice(0, 4)
  return kind === 'month' ? monthPhrase(from.slice(0, 7)) : `${shortDayPhrase(from)} to ${dayPhrase(to)}`
}

/** What is worth noticing, with the reason for it. */
export function noticedPhrase(noticed: Noticed, kind: SpanKind, formName: (id: string) => string): string {
  const earlier = `in the same part of the ${kind} before`
  switch (noticed.kind) {
    case 'minutes':
      return `${noticed.seconds > noticed.before ? 'More' : 'Less'} practice: ${minutesPhrase(noticed.seconds)}, and ${minutesPhrase(noticed.before)} ${earlier}.`
    case 'days':
      return `${noticed.days > noticed.before ? 'More' : 'Fewer'} days: ${noticed.days}, and ${noticed.before} ${earlier}.`
    case 'longestRow':
      return `The longest row of days so far: ${noticed.days}.`
    case 'longestSession':
      return `The longest session so far: ${noticed.title}, ${durationPhrase(noticed.seconds)}, on ${dayPhrase(noticed.day)}.`
    case 'newForms': {
      const [first, ...rest] = noticed.names
      return `Done for the first time: ${first}${rest.length > 0 ? ` and ${plural(rest.length, 'other form')}` : ''}.`
    }
    case 'letGo':
      return `${noticed.name} was not practised for ${plural(noticed.daysAgo, 'day')}, and before that about every ${plural(Math.max(1, Math.round(noticed.everyDays ?? 1)), 'day')}.`
    case 'grown':
      return noticed.what === 'hold'
        ? `${formName(noticed.formId)} was held longer than ever: ${durationPhrase(noticed.value)}, and ${durationPhrase(noticed.before)} before.`
        : `${formName(noticed.formId)}: more than ever, ${noticed.value} on a side, and ${noticed.before} before.`
    case 'sides':
      return `The sides were uneven: ${noticed.left} left, ${noticed.right} right.`
    case 'sensation':
      return `“${sensationPhrase(noticed.sensation)}” came often: in ${noticed.sessions} of ${noticed.of} sessions.`
    case 'closing':
      return `${noticed.share > noticed.before ? 'More' : 'Less'} closing: ${percentPhrase(noticed.share)} of the time, and ${percentPhrase(noticed.before)} ${earlier}.`
  }
}
