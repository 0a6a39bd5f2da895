import { LEARNING_STAGES, type LearningStage } from '../forms'
import { practiceDay, type SessionRecord } from '../journal'
import { LEARNED_PARTS, type Lesson, type Series } from '../routine'

/** What of a session tells whether it counts for a series. */
type SessionOfSeries = Pick<SessionRecord, 'lesson' | 'startedAt' | 'timeZone' | 'practisedSeconds' | 'plannedSeconds'>

/** How far a series has come. */
export interface SeriesState {
  /** Each lesson, and how often it was done of its times; of a series that repeats, in this round. */
  lessons: { lesson: Lesson; done: number }[]
  /** Null before a series that has no lessons, and after the last lesson of one that does not repeat. */
  next: Lesson | null
  /** Rounds that are through. */
  roundsDone: number
  /** Whether one of its lessons was done on the practice day that is today. */
  doneToday: boolean
}

/** A session that was left before half of it was done counts neither as a lesson nor as what was planned. Our choice. */
const COUNTS_FROM_SHARE = 0.5
export const isDoneEnough = ({
  practisedSeconds,
  plannedSeconds,
}: Pick<SessionRecord, 'practisedSeconds' | 'plannedSeconds'>) => practisedSeconds >= plannedSeconds * COUNTS_FROM_SHARE

/** The sessions that count for a series as it was last begun. */
function sessionsOf<T extends SessionOfSeries>({ id, begunAt }: Series, sessions: readonly T[]): T[] {
  const fromMs = begunAt === undefined ? null : Date.parse(begunAt)
  return sessions.filter(
    (session) =>
      session.lesson?.seriesId === id &&
      fromMs !== null &&
      Date.parse(session.startedAt) >= fromMs &&
      isDoneEnough(session),
  )
}

/** Where a series stands, read off the journal: nothing of it is stored. `today` is a practice day. */
export function seriesState(
  series: Series,
  sessions: readonly SessionOfSeries[],
  today: string,
  dayEndsAtHour: number,
): SeriesState {
  const counted = sessionsOf(series, sessions)
  const timesOf = new Map<string, number>()
  for (const { lesson } of counted) timesOf.set(lesson!.lessonId, (timesOf.get(lesson!.lessonId) ?? 0) + 1)
  const rounds = series.lessons.map(({ id, times }) => Math.floor((timesOf.get(id) ?? 0) / times))
  const roundsDone = series.lessons.length === 0 ? 0 : series.repeats ? Math.min(...rounds) : 0
  const lessons = series.lessons.map((lesson) => ({
    lesson,
    done: Math.min(lesson.times, (timesOf.get(lesson.id) ?? 0) - roundsDone * lesson.times),
  }))
  return {
    lessons,
    next: lessons.find(({ lesson, done }) => done < lesson.times)?.lesson ?? null,
    roundsDone,
    doneToday: counted.some(({ startedAt, timeZone }) => practiceDay(startedAt, timeZone, dayEndsAtHour) === today),
  }
}

/**
 * The forms that a session moves on in learning, when a lesson is through with it: those of its forms that were done and did not stand as
 * far already. `earlier` are the sessions without this one.
 */
export function learnedWith(
  series: Series,
  session: SessionRecord,
  earlier: readonly SessionOfSeries[],
  stageOf: (formId: string) => LearningStage | null,
): { formId: string; stage: LearningStage }[] {
  const lesson = series.lessons.find(({ id }) => id === session.lesson?.lessonId)
  const stage = lesson?.learned
  if (!lesson || !stage || sessionsOf(series, [session]).length === 0) return []
  const times = sessionsOf(series, earlier).filter((each) => each.lesson?.lessonId === lesson.id).length + 1
  if (times < lesson.times) return []
  const far = (formId: string) => {
    const now = stageOf(formId)
    return now === null ? -1 : LEARNING_STAGES.indexOf(now)
  }
  const done = session.done.filter(({ part, outcome }) => outcome !== 'skipped' && LEARNED_PARTS.includes(part))
  return [...new Set(done.map(({ formId }) => formId))]
    .filter((formId) => far(formId) < LEARNING_STAGES.indexOf(stage))
    .map((formId) => ({ formId, stage }))
}
