import { COUNT_UNITS, isClosingPart, type ArcPart, type Area, type Form, type Side } from '../forms'
import type { DoneStep } from '../runner'
import { addDays, dayOf, daysBetween, type SessionRecord } from '../journal'
import { HABIT_WEEKS } from './habit'

/** What was done lately, as far as it tells what is next. It can be sent to a worker. */
export interface Lately {
  routines: Record<string, RoutineLately>
  /** Days since each form was last done, of those done in the last `FORM_DAYS`. */
  formDays: Record<string, number>
  /** Seconds for each area before the closing: in the last seven days, today among them; and in a week, on average, of the four before. */
  areas: Partial<Record<Area, { week: number; usual: number }>>
  /** The same of each part of the arc. */
  parts: Partial<Record<ArcPart, { week: number; usual: number }>>
  /** Forms of which one side came short in the last seven days, by their id, and which. */
  sidesShort: Record<string, Side>
  /** The same of what asks the legs, each second as often as it asks (0 to 3). */
  legs: { week: number; usual: number }
  secondsToday: number
  /** Days in a row with practice, up to yesterday. */
  daysRunning: number
}
export interface RoutineLately {
  lastDaysAgo: number
  /** How often it was done on this weekday, of the last six. */
  weekdayTimes: number
  /** Days in a row on which it was done, up to yesterday. */
  daysRunning: number
}

/** A form done longer ago than this counts as not done. Our choice. */
export const FORM_DAYS = 120
const WEEK = 7
/** What is usual is read from so many weeks before the last seven days. */
export const WEEKS_BEFORE = 4

const SIDE_PAIRS = [
  ['left', 'right'],
  ['oneWay', 'otherWay'],
] as const
/** A side that got less than this part of the other came short; of what is held, by so many seconds at least. Our choice. */
const EVEN_SHARE = 0.8
const LEAST_SECONDS_APART = 15

type Done = Pick<SessionRecord, 'routineId' | 'startedAt' | 'timeZone' | 'practisedSeconds' | 'done'>

/** What was done lately. `today` is a practice day; what lies ahead of it does not count. */
export function latelyOf(
  sessions: readonly Done[],
  forms: readonly Form[],
  today: string,
  dayEndsAtHour: number,
): Lately {
  const known = new Map(forms.map((form) => [form.id, form]))
  const first = addDays(today, -FORM_DAYS)
  const days = new Map<number, number>()
  const routineDays = new Map<string, Set<number>>()
  const formDays = new Map<string, number>()
  const sides = new Map<string, DoneStep[]>()
  const lately: Lately = {
    routines: {},
    formDays: {},
    areas: {},
    parts: {},
    sidesShort: {},
    legs: { week: 0, usual: 0 },
    secondsToday: 0,
    daysRunning: 0,
  }
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    if (day > today || day < first) continue
    const ago = daysBetween(day, today)
    days.set(ago, (days.get(ago) ?? 0) + session.practisedSeconds)
    if (session.routineId) {
      const of = routineDays.get(session.routineId) ?? new Set()
      routineDays.set(session.routineId, of.add(ago))
    }
    for (const step of session.done) {
      const { formId, outcome, part, seconds } = step
      if (outcome === 'skipped') continue
      if (ago < WEEK) sides.set(formId, [...(sides.get(formId) ?? []), step])
      formDays.set(formId, Math.min(formDays.get(formId) ?? ago, ago))
      for (const area of isClosingPart(part) ? [] : (known.get(formId)?.areas ?? []))
        addTo((lately.areas[area] ??= { week: 0, usual: 0 }), ago, seconds)
      addTo((lately.parts[part] ??= { week: 0, usual: 0 }), ago, seconds)
      addTo(lately.legs, ago, seconds * (known.get(formId)?.effort.legs ?? 0))
    }
  }
  const routineLately = (of: ReadonlySet<number>): RoutineLately => ({
    lastDaysAgo: Math.min(...of),
    weekdayTimes: [...of].filter((ago) => ago > 0 && ago <= WEEK * HABIT_WEEKS && ago % WEEK === 0).length,
    daysRunning: running((ago) => of.has(ago)),
  })
  lately.routines = Object.fromEntries([...routineDays].map(([routineId, of]) => [routineId, routineLately(of)]))
  lately.formDays = Object.fromEntries(formDays)
  lately.sidesShort = Object.fromEntries(
    [...sides].flatMap(([formId, steps]) => {
      const side = sideShort(steps)
      return side ? [[formId, side] as const] : []
    }),
  )
  lately.secondsToday = days.get(0) ?? 0
  lately.daysRunning = running((ago) => days.has(ago))
  return lately
}

/** The side that got clearly less of what was done of a form; null where they are as good as even. */
function sideShort(steps: readonly DoneStep[]): Side | null {
  const inSeconds = steps.some(({ counting }) => COUNT_UNITS[counting] === 'seconds')
  for (const [one, other] of SIDE_PAIRS) {
    const [first, second] = [one, other].map((side) =>
      steps
        .flatMap(({ counts }) => counts)
        .filter((each) => each.side === side)
        .reduce((sum, { count }) => sum + count, 0),
    ) as [number, number]
    const less = Math.min(first, second)
    const more = Math.max(first, second)
    if (less < more * EVEN_SHARE && more - less >= (inSeconds ? LEAST_SECONDS_APART : 1))
      return first < second ? one : other
  }
  return null
}

function addTo(amount: { week: number; usual: number }, ago: number, seconds: number) {
  if (ago < WEEK) amount.week += seconds
  else if (ago < WEEK * (1 + WEEKS_BEFORE)) amount.usual += seconds / WEEKS_BEFORE
}

/** How many days in a row, from yesterday back. */
function running(is: (ago: number) => boolean): number {
  let ago = 1
  while (is(ago)) ago += 1
  return ago - 1
}
