import { addDays, type SessionRecord } from '../journal'
import type { Form, LearningStage, StageEntry } from '../forms'
import { growCourse, purposeCourse } from './seasonGrow'
import { learnCourse, movedBySeason } from './seasonLearn'
import { knownFor, weekAt, type Course, type CourseRequest, type CourseWeek } from './seasonCourse'
import type { Season, SeasonDay, SeasonOutlook, SeasonPlan, SeasonSession, SeasonWeek } from './seasonTypes'
import { isDoneEnough } from './series'
import { daysOf } from './week'
import type { PlannedSession, Planned } from './weekTypes'

export interface SeasonRequest {
  season: Season
  planned: readonly Planned[]
  sessions: readonly SessionRecord[]
  stages: readonly StageEntry[]
  forms: ReadonlyMap<string, Form>
  isPossible: (formId: string) => boolean
  /** The practice day. */
  today: string
  dayEndsAtHour: number
}

/** So many weeks more are looked at for a goal that the season does not reach. */
const MOST_WEEKS_MORE = 52
/** The last weeks tell how much of what is laid is done; nearly all is as good as all. Our choice. */
const LATELY_WEEKS = 3
const NEARLY_ALL = 0.8
const LEAST_LAID = 3

export const isPlannedFor = (each: Planned, seasonId: string): each is PlannedSession =>
  each.kind === 'practice' && each.what.kind === 'season' && each.what.seasonId === seasonId

/** The weeks of a season, with the days that something is laid on for it; days in a pause are none of them. */
function weeksOf(season: Season, planned: readonly Planned[]): CourseWeek[] {
  const laid = planned.filter((each) => isPlannedFor(each, season.id))
  const pauses = planned.filter((each) => each.kind === 'pause')
  return Array.from({ length: season.weeks }, (_, at) => {
    const monday = addDays(season.startDay, at * 7)
    const all = laid.flatMap((each) =>
      daysOf(each, monday, addDays(monday, 6)).map((day) => ({ day, minutes: each.minutes })),
    )
    const days = all
      .filter(({ day }) => !pauses.some((pause) => pause.day <= day && day <= pause.lastDay))
      .sort((one, other) => one.day.localeCompare(other.day))
    return { at, monday, days, isPaused: all.length > 0 && days.length === 0 }
  })
}

/** The course is a thing of its own kind inside; outside only what all kinds have is seen. */
function courseOf(request: CourseRequest): Course<unknown, unknown> {
  const { goal } = request.season
  switch (goal.kind) {
    case 'learn':
      return learnCourse(goal, request) as Course<unknown, unknown>
    case 'grow':
      return growCourse(goal, request) as Course<unknown, unknown>
    case 'purpose':
      return purposeCourse(goal, request) as Course<unknown, unknown>
  }
}
const courseRequest = ({
  season,
  planned,
  sessions,
  stages,
  forms,
  isPossible,
  dayEndsAtHour,
}: SeasonRequest): CourseRequest => ({
  season,
  stages,
  forms,
  isPossible,
  known: knownFor(season, sessions, dayEndsAtHour),
  weeks: weeksOf(season, planned),
})

/** What is known of the first of some weeks, where it has begun already: what it is to bring, and whether some of it is done. */
interface Begun<Aim> {
  aim: Aim
  isDone: boolean
}

/** Weeks as they go when so much of what is laid in them is done: how it is at the end of each, and what each brings. */
function project<State, Aim>(
  course: Course<State, Aim>,
  from: State,
  weeks: readonly CourseWeek[],
  share = 1,
  begun?: Begun<Aim>,
) {
  let state = from
  let due = 0
  return weeks.map((week, at) => {
    const began = state
    const known = at === 0 ? begun : undefined
    const aim = known ? known.aim : course.aim(state, weeks.slice(at))
    let isDone = known?.isDone ?? false
    for (const day of week.days) {
      due += share
      if (due < 1 - 1e-9) continue
      due -= 1
      isDone = true
      state = course.practise(state, day, aim)
    }
    if (isDone) state = course.endWeek(state)
    return { state, adds: course.adds(began, state, aim) }
  })
}

/**
 * Where a season stands: its weeks as they were planned when each began and as they came, and those ahead as they are planned now, from what was done.
 * Nothing of it is stored. Each week is planned anew as it begins.
 */
export function seasonPlan(request: SeasonRequest): SeasonPlan {
  const { season, today } = request
  const asked = courseRequest(request)
  const { weeks } = asked
  const course = courseOf(asked)
  const now = weekAt(season, today)
  const when = now < 0 ? 'ahead' : now >= season.weeks ? 'over' : 'now'
  const { doneDays } = course
  const first = project(course, course.before(season.startDay), weeks)
  const thisWeek = Math.max(0, Math.min(now, season.weeks))
  // Of this week what is left of it: a day that was practised on is over.
  const left = weeks.slice(thisWeek).map((week) => ({
    ...week,
    days: week.days.filter(({ day }) => day > today || (day === today && !doneDays.has(day))),
  }))
  const end = addDays(season.startDay, season.weeks * 7)
  const start = when === 'now' ? course.onDay(today) : course.before(when === 'ahead' ? season.startDay : end)
  const isDone = [...doneDays].some((day) => weekAt(season, day) === now)
  const begunOf = (all: readonly CourseWeek[]) =>
    when === 'now' ? { aim: course.aim(course.before(all[now]!.monday), all.slice(now)), isDone } : undefined
  const standing: Standing<unknown, unknown> = { course, start, left, weeks, begunOf }
  const ahead = project(course, start, left, 1, begunOf(weeks))
  const told = weeks.map((week, at): SeasonWeek => {
    const isAhead = at >= thisWeek && (when === 'ahead' || at > now)
    const before = course.before(week.monday)
    const aim = course.aim(before, weeks.slice(at))
    const [planned] = isAhead ? [] : project(course, before, [week], 1, { aim, isDone: false })
    const after = at < now ? course.before(addDays(week.monday, 7)) : course.onDay(today)
    return {
      ...week,
      when: isAhead ? 'ahead' : at === now ? 'now' : 'past',
      done: [...doneDays].filter((day) => weekAt(season, day) === at).length,
      adds: planned?.adds ?? ahead[at - thisWeek]!.adds,
      came: isAhead ? [] : course.came(before, after),
      asks: course.asks(isAhead ? (ahead[at - thisWeek - 1]?.state ?? start) : before),
      plannedReach: course.reach(first[at]!.state),
      reach: course.reach(at < thisWeek ? after : ahead[at - thisWeek]!.state),
    }
  })
  return {
    weeks: told,
    when,
    lastDay: addDays(season.startDay, season.weeks * 7 - 1),
    startReach: course.reach(course.before(season.startDay)),
    reach: course.reach(start),
    missing: course.missing(start),
    outlook: outlookOf(standing, 1),
    asLately: latelyOutlook(told, standing),
    moved: movedOf(course, weeks, now, season),
    forbidden: forbiddenOf(season, request),
  }
}

/** A season as it stands, for what lies ahead. */
interface Standing<State, Aim> {
  course: Course<State, Aim>
  start: State
  /** What is left of this week, and the weeks after it. */
  left: readonly CourseWeek[]
  weeks: readonly CourseWeek[]
  /** How this week began, if so many weeks belonged to the season. */
  begunOf: (weeks: readonly CourseWeek[]) => Begun<Aim> | undefined
}

function outlookOf<State, Aim>(
  { course, start, left, weeks, begunOf }: Standing<State, Aim>,
  share: number,
): SeasonOutlook {
  const end = project(course, start, left, share, begunOf(weeks)).at(-1)?.state ?? start
  const missing = course.missing(end)
  return { reach: course.reach(end), missing, weeksMore: missing.length === 0 ? null : weeksMore() }

  /** As many weeks more, each like the fullest one. */
  function weeksMore(): number | null {
    const like = weeks.reduce<CourseWeek | undefined>(
      (best, week) => (week.days.length > 0 && week.days.length >= (best?.days.length ?? 0) ? week : best),
      undefined,
    )
    const last = weeks.at(-1)
    if (!like || !last) return null
    const more = Array.from({ length: MOST_WEEKS_MORE }, (_, extra): CourseWeek => {
      const apart = (last.at + 1 + extra - like.at) * 7
      return {
        at: last.at + 1 + extra,
        monday: addDays(like.monday, apart),
        isPaused: false,
        days: like.days.map((day) => ({ ...day, day: addDays(day.day, apart) })),
      }
    })
    for (let extra = 1; extra <= MOST_WEEKS_MORE; extra += 1) {
      const those = more.slice(0, extra)
      const longer = project(course, start, [...left, ...those], share, begunOf([...weeks, ...those]))
      if (course.missing(longer.at(-1)!.state).length === 0) return extra
    }
    return null
  }
}

function latelyOutlook<State, Aim>(
  told: readonly SeasonWeek[],
  standing: Standing<State, Aim>,
): SeasonPlan['asLately'] {
  const lately = told.filter(({ when, days }) => when === 'past' && days.length > 0).slice(-LATELY_WEEKS)
  const laid = lately.reduce((sum, { days }) => sum + days.length, 0)
  const done = lately.reduce((sum, week) => sum + Math.min(week.done, week.days.length), 0)
  if (laid < LEAST_LAID || done >= laid * NEARLY_ALL || standing.left.every(({ days }) => days.length === 0))
    return null
  return { ...outlookOf(standing, done / laid), done, laid }
}

/** Forms that begin in another week than they were to when the last week began. */
function movedOf<State, Aim>(
  course: Course<State, Aim>,
  weeks: readonly CourseWeek[],
  now: number,
  season: Season,
): SeasonPlan['moved'] {
  if (season.goal.kind !== 'learn' || now < 1 || now >= season.weeks) return []
  const beginsFrom = (at: number) => {
    const ends = project(course, course.before(weeks[at]!.monday), weeks.slice(at))
    return new Map(
      ends.flatMap(({ adds }, ahead) =>
        adds.flatMap((add) => (add.kind === 'begins' ? [[add.formId, at + ahead] as const] : [])),
      ),
    )
  }
  const was = beginsFrom(now - 1)
  const is = beginsFrom(now)
  const came = course.came(course.before(weeks[now - 1]!.monday), course.before(weeks[now]!.monday))
  const hasBegun = new Set(came.flatMap((add) => (add.kind === 'begins' ? [add.formId] : [])))
  return [...was]
    .map(([formId, from]) => ({ formId, from, to: is.get(formId) ?? null }))
    .filter(({ formId, from, to }) => !hasBegun.has(formId) && to !== from)
}

const forbiddenOf = ({ goal }: Season, { forms, isPossible }: SeasonRequest): string[] => {
  const ids = goal.kind === 'learn' ? goal.formIds : goal.kind === 'grow' ? [goal.formId] : []
  return ids.filter((formId) => forms.has(formId) && !isPossible(formId))
}

/** What the season's session is made for on a day of it; null outside of its weeks. `minutes` are those that are laid, or null. */
export function seasonSessionOn(request: SeasonRequest, day: SeasonDay): SeasonSession | null {
  const at = weekAt(request.season, day.day)
  if (at < 0 || at >= request.season.weeks) return null
  const asked = courseRequest(request)
  const course = courseOf(asked)
  const { monday } = asked.weeks[at]!
  // A week of which nothing is laid has its session as well, for whoever wants it.
  const weeks = asked.weeks
    .slice(at)
    .map((week) => (week.at === at && week.days.length === 0 ? { ...week, days: [day] } : week))
  return course.session(course.before(day.day), day, course.aim(course.before(monday), weeks))
}

/** The forms that a session of a season moves on in learning; none where it was left before half of it. `stages` are those noted so far. */
export function learnedInSeason(
  request: Omit<SeasonRequest, 'today' | 'planned'>,
  session: SessionRecord,
  day: string,
): { formId: string; stage: LearningStage }[] {
  const { season } = request
  if (season.goal.kind !== 'learn' || session.routineId !== season.id || !isDoneEnough(session)) return []
  const formIds = session.done.filter(({ outcome }) => outcome !== 'skipped').map(({ formId }) => formId)
  const asked = courseRequest({ ...request, planned: [], today: day })
  return movedBySeason(season.goal, asked, day, [...new Set(formIds)])
}
