import { CATALOGUE } from '#data'
import type { Form, StageEntry } from '#core/forms'
import { addDays, type SessionRecord } from '#core/journal'
import {
  seasonPlan,
  seasonSessionOn,
  type PlannedSession,
  type Season,
  type SeasonGoal,
  type SeasonRequest,
} from '#core/plan'

/** Seasons for tests: what is laid, sessions in them, and what is read of both. */
export const FORMS = new Map(CATALOGUE.map((form) => [form.id, form]))
export const EIGHT = CATALOGUE.filter(({ set }) => set?.name === 'The eight pieces')
  .sort((one, other) => one.set!.place - other.set!.place)
  .map(({ id }) => id)
export const START = '2026-03-02'
export const dayOfWeek = (week: number, at: number) => addDays(START, week * 7 + at)

export const seasonOf = (goal: SeasonGoal, weeks: number): Season => ({
  id: 'season',
  name: 'A season',
  startDay: START,
  weeks,
  goal,
})
/** Planned every week on these days, from 0 for Monday. */
export const laidOn = (season: Season, days: readonly number[], minutes: number | null = 15): PlannedSession[] =>
  days.map((at) => ({
    id: `laid-${at}`,
    kind: 'practice',
    day: dayOfWeek(0, at),
    time: 'morning',
    minutes,
    changes: 0,
    what: { kind: 'season', seasonId: season.id },
    weekly: { untilDay: dayOfWeek(season.weeks - 1, 6), notOn: [] },
  }))
type Step = SessionRecord['done'][number]
export const stepOf = (form: Form, count: number, outcome: Step['outcome'] = 'done'): Step =>
  ({
    stepId: form.id,
    formId: form.id,
    part: form.part,
    counting: form.counting.by,
    outcome,
    seconds: 120,
    counts: [{ side: 'none', count }],
  }) as never
export const sessionOn = (day: string, steps: readonly Step[], change: Partial<SessionRecord> = {}): SessionRecord =>
  ({
    id: `s-${day}`,
    routineId: 'season',
    startedAt: `${day}T07:00:00.000Z`,
    timeZone: 'UTC',
    practisedSeconds: 900,
    plannedSeconds: 900,
    planned: [{ seconds: 120 }],
    done: steps,
    before: { energy: null, calm: null, ease: null },
    after: { energy: null, calm: null, ease: null },
    ...change,
  }) as never
export const requestOf = (season: Season, change: Partial<SeasonRequest> = {}): SeasonRequest => ({
  season,
  planned: laidOn(season, [0, 2, 4, 5]),
  sessions: [],
  stages: [],
  forms: FORMS,
  isPossible: () => true,
  today: START,
  dayEndsAtHour: 3,
  ...change,
})
/** The season's own session of a day, with all that it asks done. */
export function asAsked(request: SeasonRequest, day: string, change: Partial<SessionRecord> = {}): SessionRecord {
  const session = seasonSessionOn(request, { day, minutes: 15 })!
  const steps =
    session.kind === 'learn'
      ? session.tasks.map(({ formId }) => stepOf(FORMS.get(formId)!, 3))
      : session.kind === 'grow'
        ? [stepOf(FORMS.get(session.formId)!, session.count)]
        : [stepOf(FORMS.get('rise-and-sink')!, 6)]
  return sessionOn(day, steps, change)
}
/** Weeks lived as the season asks, on those of its days that `isDone` names; and how each felt. */
export function lived(
  season: Season,
  days: readonly number[],
  isDone: (week: number, at: number) => boolean,
  felt: (week: number, at: number) => Partial<SessionRecord> = () => ({}),
  stages: readonly StageEntry[] = [],
): SessionRecord[] {
  const sessions: SessionRecord[] = []
  for (let week = 0; week < season.weeks; week += 1)
    for (const at of days)
      if (isDone(week, at)) {
        const day = dayOfWeek(week, at)
        const known = requestOf(season, { planned: laidOn(season, days), sessions, stages, today: day })
        sessions.push(asAsked(known, day, felt(week, at)))
      }
  return sessions
}
/** The plan as it stands on a day. */
export const planOn = (
  season: Season,
  days: readonly number[],
  sessions: readonly SessionRecord[],
  today: string,
  change: Partial<SeasonRequest> = {},
) =>
  seasonPlan(
    requestOf(season, {
      planned: laidOn(season, days),
      sessions: sessions.filter(({ startedAt }) => startedAt.slice(0, 10) <= today),
      today,
      ...change,
    }),
  )
