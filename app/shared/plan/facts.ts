import { trialAsks, trialDays, trialRoutine } from '#core/evidence'
import { latestStages, type Form } from '#core/forms'
import type { PersonData, Settings } from '#core/formats'
import {
  addDays,
  isRestOn,
  lastDone,
  longestStillSeconds,
  weekReports,
  weekStart,
  type SessionRecord,
  type SteadinessRules,
} from '#core/journal'
import {
  asksOfWeek,
  keptForms,
  latelyOf,
  middleMinutes,
  seriesState,
  USUAL_WEEK,
  weekOf,
  type KeptForm,
  type PlannedDay,
  type PlannedPractice,
  type TodayAsked,
  type TodayRequest,
  type WeekRules,
} from '#core/plan'
import type { Routine } from '#core/routine'
import type { LessonTaken } from '#core/runner'
import type { TodayAsk } from './planRequests'

/**
 * What of a person tells what to practise, as it is now: read off the store by a screen, or by a worker off what it has read itself. What is reckoned
 * from it is the same in both.
 */
export interface PlanFacts {
  person: Pick<PersonData, 'forms' | 'stages' | 'series' | 'trials' | 'planned'>
  settings: Pick<Settings, 'dayEndsAtHour' | 'resting' | 'week'>
  /** The latest first. */
  sessions: readonly SessionRecord[]
  /** Whether these are all; years of them come a moment later. */
  isFullyLoaded: boolean
  routines: readonly Routine[]
  formsById: ReadonlyMap<string, Form>
  isPossible: (formId: string) => boolean
  /** The practice day. */
  today: string
  steadinessRules: SteadinessRules
}

/** What the judge of Today has to know of the person, besides what is asked just now. */
export type AboutToday = Omit<TodayAsk, 'body' | 'minutes' | 'effects'>

export const weekRules = ({ settings }: PlanFacts): WeekRules => settings.week ?? USUAL_WEEK

/** A week of the plan, from its Monday. The latest sessions are enough for one and the one before. */
export const weekFrom = (facts: PlanFacts, from: string): PlannedDay[] => {
  const { person, sessions, today, settings, steadinessRules } = facts
  return weekOf({
    from,
    rules: weekRules(facts),
    today,
    dayEndsAtHour: settings.dayEndsAtHour,
    planned: person.planned,
    series: person.series,
    sessions,
    isRest: (day) => isRestOn(steadinessRules, day),
  })
}

/** Practice of this week that is open today: laid on it, moved to it, or still open from a day before. */
export function openOn(facts: PlanFacts): PlannedPractice[] {
  const monday = weekStart(facts.today)
  // On a Monday, what was missed on Sunday may still be open.
  const before = weekRules(facts).missed === 'stays' ? weekFrom(facts, addDays(monday, -7)) : []
  const days = [...before, ...weekFrom(facts, monday)]
  return days.flatMap(({ practice }) => practice.filter(({ state }) => state === 'open'))
}

/** What the plan asks for today, where that is open. */
const asksOfPlan = (facts: PlanFacts, open: readonly PlannedPractice[]): TodayAsked[] => [
  // A lesson that is led in a stage is begun from its series, or from the week.
  ...open.flatMap(({ routineId, laid, lesson }) => {
    // A season's session is as long as it is to be already.
    const minutes = laid.what.kind === 'season' ? null : laid.minutes
    return routineId && !lesson?.stage ? [{ routineId, by: 'plan' as const, name: '', minutes }] : []
  }),
  ...asksOfWeek(facts.today, facts.sessions, facts.formsById, {
    routines: facts.routines,
    week: weekRules(facts),
    dayEndsAtHour: facts.settings.dayEndsAtHour,
  }),
]

/** The forms that are learned and kept, but for those that rest or that declared conditions forbid. */
export function keptOf({ person, settings, sessions, today, isPossible }: PlanFacts): KeptForm[] {
  const resting = new Set(settings.resting ?? [])
  const isKept = (formId: string) => !resting.has(formId) && isPossible(formId)
  return keptForms(sessions, person.stages, { today, dayEndsAtHour: settings.dayEndsAtHour, isKept })
}
export const keptById = (kept: readonly KeptForm[]) => Object.fromEntries(kept.map((form) => [form.formId, form]))

/** Forms that were done or of which something was said, and my own. */
export const learnedIdsOf = ({ person, settings, sessions }: PlanFacts): string[] => [
  ...new Set([
    ...lastDone(sessions, settings.dayEndsAtHour).keys(),
    ...person.stages.map(({ formId }) => formId),
    ...person.forms.map(({ id }) => id),
  ]),
]

/** What is usual is read from so many sessions; nothing shorter is made. */
const LATEST = 30
const LEAST_MINUTES = 3
/** Of the latest sessions the one in the middle; null before any. */
function usualMinutesOf({ sessions }: PlanFacts): number | null {
  const middle = middleMinutes(sessions.slice(0, LATEST))
  return middle === null ? null : Math.max(LEAST_MINUTES, middle)
}

/** The lessons that are next, by the routine; one that is led in a stage is begun from its series. */
export const lessonsNext = ({
  person,
  sessions,
  today,
  settings,
}: PlanFacts): Map<string, { lesson: LessonTaken; name: string }> =>
  new Map(
    person.series.flatMap((series): [string, { lesson: LessonTaken; name: string }][] => {
      const { next, doneToday } = seriesState(series, sessions, today, settings.dayEndsAtHour)
      if (series.begunAt === undefined || !next || next.stage || doneToday) return []
      return [[next.routineId, { lesson: { seriesId: series.id, lessonId: next.id }, name: series.name }]]
    }),
  )

/** What trials and series ask for today. */
const asksOfCourses = (
  { person, sessions, today, settings, routines }: PlanFacts,
  lessons: ReturnType<typeof lessonsNext>,
): TodayRequest['asks'][number][] => [
  ...person.trials.flatMap((trial) => {
    const arm = trialAsks(trial, today)
    const days = trialDays(trial, sessions, today, settings.dayEndsAtHour)
    if (!arm || days.find(({ day }) => day === today)?.kept === 'done') return []
    const routineId = trialRoutine(trial, arm, routines)?.id
    return routineId ? [{ routineId, by: 'trial' as const, name: trial.name }] : []
  }),
  ...[...lessons].map(([routineId, { name }]) => ({ routineId, by: 'series' as const, name })),
]

/** Minutes that are left of this week's aim; null without one, and before all sessions are known. */
function minutesLackingOf({ isFullyLoaded, sessions, today, steadinessRules }: PlanFacts): number | null {
  if (!isFullyLoaded) return null
  const week = weekReports(sessions, today, steadinessRules, 1)[0]
  return week?.aimMinutes ? Math.max(0, week.aimMinutes - week.seconds / 60) : null
}

export const longestStillOf = ({ sessions }: PlanFacts): number | null => longestStillSeconds(sessions)
const latelyNow = ({ formsById, sessions, today, settings }: PlanFacts) =>
  latelyOf(sessions, [...formsById.values()], today, settings.dayEndsAtHour)
const stagesNow = ({ person }: PlanFacts) => Object.fromEntries(latestStages(person.stages))

/** All of it at once; `hour` by the clock on the wall, with its minutes as a part. */
export const aboutToday = (facts: PlanFacts, open: readonly PlannedPractice[], hour: number): AboutToday => ({
  lately: latelyNow(facts),
  stages: stagesNow(facts),
  hour,
  asks: [...asksOfCourses(facts, lessonsNext(facts)), ...asksOfPlan(facts, open)],
  minutesLacking: minutesLackingOf(facts),
  today: facts.today,
  kept: keptById(keptOf(facts)),
  learnedIds: learnedIdsOf(facts),
  longestStillSeconds: longestStillOf(facts),
  usualMinutes: usualMinutesOf(facts),
})
