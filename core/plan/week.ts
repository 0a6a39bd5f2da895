import { FIVE_PHASES, setFamilyOf, type FivePhase, type Form } from '../forms'
import { addDays, dayOf, daysBetween, type SessionRecord } from '../journal'
import { activeSteps, type Lesson, type Routine, type Series } from '../routine'
import { isDoneEnough, seriesState } from './series'
import {
  DAY_TIMES,
  type PlannedSession,
  type PlannedWhat,
  type Pause,
  type Planned,
  type Rotation,
  type Turn,
  type WeekRules,
} from './weekTypes'

/** Practice of the plan on a day, and how it stands. */
export interface PlannedPractice {
  laid: PlannedSession
  /** The day that it was laid on, and the one on which it stands. */
  laidOn: string
  day: string
  /** What is done then, a season's session by the season's own id; null for a series that has no lesson left. */
  routineId: string | null
  lesson: Lesson | null
  /**
   * Done; open, when it is today's, or was missed and stays open; ahead; or missed for good.
   */
  state: 'done' | 'open' | 'ahead' | 'missed'
  /** What was done for it. */
  session: SessionRecord | null
}
export interface PlannedDay {
  day: string
  practice: PlannedPractice[]
  /** Sessions that nothing was laid for. */
  besides: SessionRecord[]
  pause: Pause | null
  /** What turns on this day. */
  turn: Turn | null
}

export interface WeekRequest {
  planned: readonly Planned[]
  series: readonly Series[]
  sessions: readonly SessionRecord[]
  /** Its Monday. */
  from: string
  /** The practice day. */
  today: string
  dayEndsAtHour: number
  rules: WeekRules
  /** Whether rest is planned for a day by rules of the row; what is missed does not move there. */
  isRest: (day: string) => boolean
}

/** What was missed may move, or be made good, for so many days: then the same day of the next week has come. */
const OPEN_DAYS = 6

/**
 * Seven days of the plan beside what was done on them. What was done for what is read off the journal: a session counts for practice of its
 * routine (or series) on the same day; for what was missed before, by the rule, until a week is over. Each session counts once.
 */
export function weekOf(request: WeekRequest): PlannedDay[] {
  const { planned, from, today, dayEndsAtHour, sessions, rules } = request
  const pauses = planned.filter((each) => each.kind === 'pause')
  const pauseOn = (day: string) => pauses.find((pause) => pause.day <= day && day <= pause.lastDay) ?? null
  const until = addDays(from, 6)
  const first = addDays(from, -OPEN_DAYS)
  // Of a journal of years only the end is looked at; a zone away it may be the day before.
  const inView = sessions
    .filter(({ startedAt }) => startedAt >= addDays(first, -1))
    .map((session) => ({ session, day: dayOf(session, dayEndsAtHour) }))
    .filter(({ day }) => day >= first && day <= until)
    .sort((one, other) => (one.session.startedAt < other.session.startedAt ? -1 : 1))
  const taken = new Set<SessionRecord>()
  const practice = planned
    .filter((each) => each.kind === 'practice')
    .flatMap((laid) => daysOf(laid, first, until).map((day): PlannedPractice => asPractice(laid, day, today)))
    .filter(({ day }) => pauseOn(day) === null)
    .sort(inOrder)
  const fulfil = (each: PlannedPractice, days: (day: string) => boolean) => {
    const done = inView.find(({ session, day }) => days(day) && !taken.has(session) && isFor(each.laid.what, session))
    if (!done) return
    taken.add(done.session)
    Object.assign(each, { state: 'done', session: done.session, day: done.day })
  }
  for (const each of practice) fulfil(each, (day) => day === each.laidOn)
  const isMissed = (each: PlannedPractice) => each.state !== 'done' && each.laidOn < today
  if (rules.missed !== 'drops') {
    for (const each of practice.filter(isMissed))
      fulfil(each, (day) => day > each.laidOn && daysBetween(each.laidOn, day) <= OPEN_DAYS)
    for (const each of practice.filter(isMissed)) keepOpen(each, practice, { ...request, pauseOn })
  }
  nameLessons(practice, { ...request, first, pauseOn })
  return Array.from({ length: 7 }, (_, at) => {
    const day = addDays(from, at)
    return {
      day,
      practice: practice.filter((each) => each.day === day).sort(inOrder),
      besides: inView.filter((each) => each.day === day && !taken.has(each.session)).map(({ session }) => session),
      pause: pauseOn(day),
      turn: turnOn(rules.rotation, day),
    }
  })
}

const asPractice = (laid: PlannedSession, day: string, today: string): PlannedPractice => ({
  laid,
  laidOn: day,
  day,
  lesson: null,
  session: null,
  routineId: plannedRoutineId(laid.what),
  state: day === today ? 'open' : day > today ? 'ahead' : 'missed',
})
const inOrder = (one: PlannedPractice, other: PlannedPractice) =>
  one.day.localeCompare(other.day) ||
  DAY_TIMES.indexOf(one.laid.time) - DAY_TIMES.indexOf(other.laid.time) ||
  one.laid.id.localeCompare(other.laid.id)
/** The routine that is laid; a season's session goes by the season's own id. Null for a series, whose lesson depends on the day. */
export const plannedRoutineId = (what: PlannedWhat): string | null =>
  what.kind === 'routine' ? what.routineId : what.kind === 'season' ? what.seasonId : null
const isFor = (what: PlannedWhat, session: SessionRecord) =>
  isDoneEnough(session) &&
  (what.kind === 'series' ? session.lesson?.seriesId === what.seriesId : session.routineId === plannedRoutineId(what))

/** The days of a stretch on which something is laid. */
export function daysOf({ day, weekly }: PlannedSession, from: string, until: string): string[] {
  if (!weekly) return day >= from && day <= until ? [day] : []
  const ahead = Math.max(0, Math.ceil(daysBetween(day, from) / 7))
  const days: string[] = []
  for (let at = addDays(day, ahead * 7); at <= until && at <= (weekly.untilDay ?? at); at = addDays(at, 7))
    if (!weekly.notOn.includes(at)) days.push(at)
  return days
}

/** What was missed, by the rule: it stays open on its day for the rest of its week, or stands on the next day that has room for it. */
function keepOpen(
  each: PlannedPractice,
  practice: readonly PlannedPractice[],
  { rules, today, isRest, pauseOn }: WeekRequest & { pauseOn: (day: string) => Pause | null },
) {
  const lastDay = addDays(each.laidOn, OPEN_DAYS)
  if (lastDay < today) return
  if (rules.missed === 'stays') {
    each.state = 'open'
    return
  }
  const isFull = (day: string) =>
    practice.some((other) => other !== each && other.day === day && other.laid.time === each.laid.time)
  for (let day = today; day <= lastDay; day = addDays(day, 1)) {
    if (isFull(day) || isRest(day) || pauseOn(day)) continue
    Object.assign(each, { day, state: day === today ? 'open' : 'ahead' })
    return
  }
}

/** Each time that a series is laid from now on gets the lesson that is next then; what was done, the lesson that it was. */
function nameLessons(
  practice: readonly PlannedPractice[],
  request: WeekRequest & { first: string; pauseOn: (day: string) => Pause | null },
) {
  const { series } = request
  const ahead = new Map<string, Lesson[]>()
  for (const each of [...practice].sort(inOrder)) {
    const { what } = each.laid
    if (what.kind !== 'series') continue
    const of = series.find(({ id }) => id === what.seriesId)
    if (!of) continue
    if (each.session) {
      each.lesson = of.lessons.find(({ id }) => id === each.session!.lesson?.lessonId) ?? null
      each.routineId = each.session.routineId
    } else if (each.state !== 'missed') {
      if (!ahead.has(of.id)) ahead.set(of.id, lessonsAhead(of, request))
      each.lesson = ahead.get(of.id)!.shift() ?? null
      each.routineId = each.lesson?.routineId ?? null
    }
  }
}
/** So many lessons ahead are looked at: two weeks of two a day. */
const LESSONS_AHEAD = 28
function lessonsAhead(
  series: Series,
  { planned, sessions, today, dayEndsAtHour, first, pauseOn }: Parameters<typeof nameLessons>[1],
) {
  const { lessons, next, doneToday } = seriesState(series, sessions, today, dayEndsAtHour)
  if (!next) return []
  // Weeks that are not looked at have their lessons too.
  const between = planned.flatMap((each) =>
    each.kind === 'practice' && each.what.kind === 'series' && each.what.seriesId === series.id
      ? daysOf(each, doneToday ? addDays(today, 1) : today, addDays(first, -1)).filter((day) => !pauseOn(day))
      : [],
  ).length
  const timesOf = (list: { lesson: Lesson; times: number }[]) =>
    list.flatMap(({ lesson, times }) => Array.from({ length: Math.max(0, times) }, () => lesson))
  const ahead = timesOf(lessons.map(({ lesson, done }) => ({ lesson, times: lesson.times - done })))
  const round = timesOf(series.lessons.map((lesson) => ({ lesson, times: lesson.times })))
  while (series.repeats && round.length > 0 && ahead.length < between + LESSONS_AHEAD) ahead.push(...round)
  return ahead.slice(between, between + LESSONS_AHEAD)
}

/** What turns on a day; null without a rotation, and before it starts. */
export function turnOn(rotation: Rotation | null, day: string): Turn | null {
  if (!rotation || rotation.turns.length === 0 || day < rotation.startDay) return null
  return rotation.turns[daysBetween(rotation.startDay, day) % rotation.turns.length]!
}

/** The five phases in the order in which each feeds the next, from the one that a school begins with. */
export function phasesFrom(first: FivePhase): Turn[] {
  const begins = FIVE_PHASES.indexOf(first)
  return FIVE_PHASES.map((_, at) => ({ kind: 'phase', phase: FIVE_PHASES[(begins + at) % FIVE_PHASES.length]! }))
}

/** Whether a form belongs to a phase: as a piece of a five-phase set, or by one of its moves. */
export const isOfPhase = (form: Form, phase: FivePhase): boolean =>
  (setFamilyOf(form) === 'fivePhases' && FIVE_PHASES[(form.set?.place ?? 0) - 1] === phase) ||
  form.moves.some(({ phaseOfFive }) => phaseOfFive === phase)

/** The routines that a turn asks for. */
export function routinesOfTurn(turn: Turn, routines: readonly Routine[], forms: ReadonlyMap<string, Form>): string[] {
  if (turn.kind === 'routine') return routines.some(({ id }) => id === turn.routineId) ? [turn.routineId] : []
  return routines
    .filter((routine) =>
      activeSteps(routine).some(({ formId }) => {
        const form = forms.get(formId)
        return form !== undefined && isOfPhase(form, turn.phase)
      }),
    )
    .map(({ id }) => id)
}

/** Something on another day, or at another time: of what comes every week, this once. What is to be kept instead, and what is new. */
export function relaid(
  laid: PlannedSession,
  laidOn: string,
  to: { day: string; time: PlannedSession['time'] },
  newId: () => string,
): PlannedSession[] {
  if (!laid.weekly) return [{ ...laid, ...to, changes: laid.changes + 1 }]
  const { weekly, ...rest } = laid
  return [withoutDay({ ...laid, weekly }, laidOn), { ...rest, ...to, id: newId(), changes: 0 }]
}

/** What comes every week, but not on a day. */
export const withoutDay = (
  laid: PlannedSession & Required<Pick<PlannedSession, 'weekly'>>,
  day: string,
): PlannedSession => ({
  ...laid,
  weekly: { ...laid.weekly, notOn: [...new Set([...laid.weekly.notOn, day])].sort() },
  changes: laid.changes + 1,
})

/**
 * What is laid, otherwise from a day on: what comes every week ends before that day as it was, and goes on from it as it is to be, so that weeks
 * that are over stay as they were. What is to be kept instead, and what is new.
 */
export function changedFrom(
  laid: PlannedSession,
  day: string,
  so: Partial<Pick<PlannedSession, 'what' | 'minutes' | 'weekly'>>,
  newId: () => string,
): PlannedSession[] {
  const { weekly, ...once } = laid
  const kept = 'weekly' in so ? so.weekly : weekly && { ...weekly, notOn: weekly.notOn.filter((each) => each >= day) }
  const next = { ...once, ...so, day, ...(kept ? { weekly: kept } : {}) }
  if (!kept) delete next.weekly
  if (!weekly || day <= laid.day) return [{ ...next, changes: laid.changes + 1 }]
  const before = { ...laid, weekly: { ...weekly, untilDay: addDays(day, -1) }, changes: laid.changes + 1 }
  return [before, { ...next, id: newId(), changes: 0 }]
}
