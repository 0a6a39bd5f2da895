import { SAME_SHARE } from '../basics'
import { coverage } from './coverage'
import { growth } from './growth'
import { addDays, daysBetween, dayOf } from './practiceDay'
import { steadiness, type SteadinessRules } from './steadiness'
import type { SessionRecord } from './types'

/** A time that is looked back on, in practice days, both of them in it. */
export interface Span {
  from: string
  to: string
}

/** What is worth noticing of a time; the more of a change, the more worth. */
export type Noticed =
  | { kind: 'minutes'; seconds: number; before: number }
  | { kind: 'days'; days: number; before: number }
  | { kind: 'longestRow'; days: number }
  | { kind: 'longestSession'; seconds: number; title: string; day: string }
  | { kind: 'newForms'; names: string[] }
  | { kind: 'letGo'; name: string; daysAgo: number; everyDays: number | null }
  | { kind: 'grown'; what: 'hold' | 'count'; formId: string; value: number; before: number }
  | { kind: 'sides'; left: number; right: number }
  | { kind: 'sensation'; sensation: string; sessions: number; of: number }
  | { kind: 'closing'; share: number; before: number }

export interface Review {
  span: Span
  sessions: number
  days: number
  seconds: number
  longestSeconds: number
  /** Titles by the time that was practised, most first. */
  titles: { title: string; sessions: number; seconds: number }[]
  /** Ranked, most worth noticing first; at most three. */
  noticed: Noticed[]
  /** My words of that time, earliest first. */
  words: { day: string; title: string; words: string }[]
}

export const NOTICED_MOST = 3
/** From such changes on something is worth noticing. Our choice. */
const WORTH = { ratio: 1.25, sidesApart: 0.1, sensationShare: 1 / 3, sensationSessions: 3, closingApart: 0.05 }

/** Look back on a time, against as long a time before it. `today` ends what has not come yet. */
export function review(
  sessions: readonly SessionRecord[],
  span: Span,
  today: string,
  rules: SteadinessRules,
  setting: Parameters<typeof coverage>[1],
): Review {
  const days = sessions.map((session) => ({
    session,
    day: dayOf(session, rules.dayEndsAtHour),
  }))
  const length = daysBetween(span.from, span.to) + 1
  const last = span.to < today ? span.to : today
  const within = (from: string, to: string) => days.filter(({ day }) => day >= from && day <= to)
  const now = within(span.from, last)
  // What is not over is held against as many days of the time before.
  const over = daysBetween(span.from, last) + 1
  const beforeFrom = addDays(span.from, -length)
  const before = over > 0 ? within(beforeFrom, addDays(beforeFrom, over - 1)) : []
  const earlier = days.filter(({ day }) => day < span.from)
  const seconds = sum(now, 'practisedSeconds')

  const titles = new Map<string, { title: string; sessions: number; seconds: number }>()
  for (const { session } of now) {
    const known = titles.get(session.title) ?? { title: session.title, sessions: 0, seconds: 0 }
    titles.set(session.title, {
      ...known,
      sessions: known.sessions + 1,
      seconds: known.seconds + session.practisedSeconds,
    })
  }
  return {
    span,
    sessions: now.length,
    days: new Set(now.map(({ day }) => day)).size,
    seconds,
    longestSeconds: Math.max(0, ...now.map(({ session }) => session.practisedSeconds)),
    titles: [...titles.values()].sort((one, other) => other.seconds - one.seconds),
    noticed: noticed({ now, before, earlier, last, length }, rules, setting),
    words: now
      .filter(({ session }) => session.words)
      .map(({ session, day }) => ({ day, title: session.title, words: session.words, at: session.startedAt }))
      .sort((one, other) => one.at.localeCompare(other.at))
      .map(({ day, title, words }) => ({ day, title, words })),
  }
}

interface Dated {
  session: SessionRecord
  day: string
}
const sum = (of: readonly Dated[], what: 'practisedSeconds' | 'closingSeconds') =>
  of.reduce((total, { session }) => total + session[what], 0)
const countDays = (of: readonly Dated[]) => new Set(of.map(({ day }) => day)).size
const formsOf = (of: readonly Dated[]) =>
  new Map(
    of.flatMap(({ session }) =>
      session.done.filter(({ outcome }) => outcome !== 'skipped').map(({ formId, formName }) => [formId, formName]),
    ),
  )

interface Times {
  now: Dated[]
  /** As long a time before it. */
  before: Dated[]
  /** All before it. */
  earlier: Dated[]
  last: string
  length: number
}

/** Everything that could be said, each with how much it is worth: mostly how far it is off, as the logarithm of a ratio. */
function noticed(times: Times, rules: SteadinessRules, setting: Parameters<typeof coverage>[1]): Noticed[] {
  const { now, before } = times
  const found: { worth: number; noticed: Noticed }[] = []
  const say = (worth: number, what: Noticed) => found.push({ worth, noticed: what })
  const seconds = sum(now, 'practisedSeconds')
  const secondsBefore = sum(before, 'practisedSeconds')
  const apart = (one: number, other: number) => Math.abs(Math.log(one / other))
  if (seconds > 0 && secondsBefore > 0 && apart(seconds, secondsBefore) >= Math.log(WORTH.ratio))
    say(apart(seconds, secondsBefore), { kind: 'minutes', seconds, before: secondsBefore })
  const days = countDays(now)
  const daysBefore = countDays(before)
  if (days > 0 && daysBefore > 0 && apart(days, daysBefore) >= Math.log(WORTH.ratio))
    say(0.9 * apart(days, daysBefore), { kind: 'days', days, before: daysBefore })
  if (now.length === 0) return []
  sayRecords(times, rules, say)
  sayForms(times, rules, setting, say)
  const felt = now.flatMap(({ session }) => session.sensations)
  for (const sensation of new Set(felt)) {
    const times_ = felt.filter((each) => each === sensation).length
    if (times_ >= WORTH.sensationSessions && times_ / now.length >= WORTH.sensationShare)
      say(0.3 * (times_ / now.length), { kind: 'sensation', sensation, sessions: times_, of: now.length })
  }
  const share = sum(now, 'closingSeconds') / Math.max(1, seconds)
  const shareBefore = sum(before, 'closingSeconds') / Math.max(1, secondsBefore)
  if (secondsBefore > 0 && Math.abs(share - shareBefore) >= WORTH.closingApart)
    say(2 * Math.abs(share - shareBefore), { kind: 'closing', share, before: shareBefore })
  return found
    .sort((one, other) => other.worth - one.worth)
    .slice(0, NOTICED_MOST)
    .map((each) => each.noticed)
}

type Say = (worth: number, what: Noticed) => void

function sayRecords({ now, earlier, last }: Times, rules: SteadinessRules, say: Say) {
  if (earlier.length === 0) return
  const upTo = (of: readonly Dated[]) => of.map(({ session }) => session)
  const row = steadiness(upTo([...earlier, ...now]), last, rules).longest
  const rowBefore = steadiness(upTo(earlier), addDays(now[0]!.day, -1), rules).longest
  if (row && rowBefore && row.days > rowBefore.days && row.days >= 4) say(0.7, { kind: 'longestRow', days: row.days })
  const longest = now.reduce((one, other) =>
    other.session.practisedSeconds > one.session.practisedSeconds ? other : one,
  )
  const longestBefore = Math.max(...earlier.map(({ session }) => session.practisedSeconds))
  const { practisedSeconds, title } = longest.session
  if (practisedSeconds > longestBefore * (1 + SAME_SHARE) + 30)
    say(Math.log(practisedSeconds / longestBefore) + 0.2, {
      kind: 'longestSession',
      seconds: practisedSeconds,
      title,
      day: longest.day,
    })
}

function sayForms(
  { now, earlier, last, length }: Times,
  rules: SteadinessRules,
  setting: Parameters<typeof coverage>[1],
  say: Say,
) {
  const done = formsOf(now)
  const known = formsOf(earlier)
  const fresh = [...done].filter(([id]) => !known.has(id)).map(([, name]) => name!)
  if (earlier.length > 0 && fresh.length > 0) say(0.35 + 0.05 * fresh.length, { kind: 'newForms', names: fresh })
  const all = [...earlier, ...now].map(({ session }) => session)
  const covered = coverage(all, setting, addDays(last, 1 - Math.max(length, 28)), last, rules.dayEndsAtHour)
  const letGo = covered.neglected.find(({ what }) => 'form' in what)
  if (letGo && 'form' in letGo.what)
    say(0.5, { kind: 'letGo', name: letGo.what.form, daysAgo: letGo.daysAgo, everyDays: letGo.everyDays })
  const left = covered.sides.left.repetitions
  const right = covered.sides.right.repetitions
  const most = Math.max(left, right)
  if (most > 10 && 1 - Math.min(left, right) / most >= WORTH.sidesApart)
    say(1 - Math.min(left, right) / most, { kind: 'sides', left, right })
  const nothing = { stages: [], measures: [] }
  const grownBefore = growth(
    earlier.map(({ session }) => session),
    nothing,
    'UTC',
    rules.dayEndsAtHour,
  )
  for (const { kind, formId, points } of growth(
    now.map(({ session }) => session),
    nothing,
    'UTC',
    rules.dayEndsAtHour,
  )) {
    const there = grownBefore.find((each) => each.kind === kind && each.formId === formId)
    if (!there || !formId || (kind !== 'hold' && kind !== 'count')) continue
    const [value, before] = [points, there.points].map((each) => Math.max(...each.map((point) => point.value)))
    if (value! > before! && before! > 0)
      say(Math.log(value! / before!), { kind: 'grown', what: kind, formId, value: value!, before: before! })
  }
}
