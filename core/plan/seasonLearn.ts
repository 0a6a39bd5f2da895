import { isBeingLearned, LEARNING_STAGES, stageHistory, type LearningStage } from '../forms'
import { addDays, daysBetween } from '../journal'
import { SEASON_MINUTES, sessionDays, type Course, type CourseRequest, type CourseWeek } from './seasonCourse'
import type { SeasonAdd, SeasonDay, SeasonGoal } from './seasonTypes'

/** How a form stands: at a stage, for so many days of practice; `first` is the day on which it was begun. */
export interface Learned {
  stage: LearningStage
  days: number
  first: string
  last: string
}
/** Forms that are not begun are not among them. */
export type LearnState = ReadonlyMap<string, Learned>
/** What a week of learning is to bring: so many new forms, counted from its Monday. */
export interface LearnAim {
  monday: string
  begin: number
}

/**
 * Days of practice at a stage before the next one, and days since it was begun. A season leads each stage itself and comes back to it in the next
 * session, so it asks for fewer than what is suggested elsewhere: our choice. Watching has the hands in it. That the first week is for the whole
 * movement without caring for the breath is common practice, no source.
 */
const NEXT: Partial<Record<LearningStage, { to: LearningStage; days: number; sinceBegun?: number }>> = {
  watch: { to: 'slow', days: 1 },
  handsOnly: { to: 'slow', days: 1 },
  slow: { to: 'whole', days: 1 },
  whole: { to: 'withBreath', days: 2, sinceBegun: 7 },
  withBreath: { to: 'fromMemory', days: 3 },
  fromMemory: { to: 'linked', days: 3 },
}
const FIRST: LearningStage = 'watch'
/** What was done on so many days before, and of which nothing was said, is known well enough to be led whole. Our choice. */
const KNOWN_FROM_DAYS = 4
/** A learned form takes about so many minutes of a session of which half is work. Our choice. */
const MINUTES_A_FORM = 1.5
const WORK_SHARE = 0.5

const place = (stage: LearningStage) => LEARNING_STAGES.indexOf(stage)
const isAtLeast = (stage: LearningStage, other: LearningStage) => place(stage) >= place(other)

/** After one more day of practice. */
function afterDay(learned: Learned, day: string, goal: LearningStage): Learned {
  const { stage, days, first } = learned
  const now = { ...learned, days: days + 1, last: day }
  const next = NEXT[stage]
  const isThrough = next && now.days >= next.days && daysBetween(first, day) >= (next.sinceBegun ?? 0)
  return isThrough && !isAtLeast(stage, goal) ? { ...now, stage: next.to, days: 0 } : now
}

/** The days on which each form was practised, in order; true where it had to be looked up. */
function practiceDays({ known }: CourseRequest): ReadonlyMap<string, ReadonlyMap<string, boolean>> {
  const found = new Map<string, Map<string, boolean>>()
  for (const { session, day } of known) {
    for (const { formId, outcome } of session.done) {
      if (outcome === 'skipped') continue
      const days = found.get(formId) ?? new Map<string, boolean>()
      found.set(formId, days.set(day, (days.get(day) ?? false) || session.recall === 'lookedUp'))
    }
  }
  return found
}

/** How a form stands before a day: by its last noted stage, and what was practised of it in the season since. Null where it is not begun. */
function learnedBefore(
  formId: string,
  goal: LearningStage,
  day: string,
  { season, stages }: CourseRequest,
  practised: ReturnType<typeof practiceDays>,
): Learned | null {
  const noted = stageHistory(stages, formId).findLast((entry) => entry.day < day)
  const days = [...(practised.get(formId) ?? [])].filter(([each]) => each < day)
  const isKnown = days.filter(([each]) => each < season.startDay).length >= KNOWN_FROM_DAYS
  const inSeason = days.filter(([each]) => each >= season.startDay)
  const since = inSeason.filter(([each]) => each > (noted?.day ?? ''))
  // A day or two long ago is no beginning.
  const isOld = isKnown || (noted !== undefined && noted.day < season.startDay)
  const [begun] = [noted?.day, (isOld ? days : inSeason)[0]?.[0]].filter((each) => each !== undefined).sort()
  if (begun === undefined) return null
  let learned: Learned = {
    stage: noted?.stage ?? (isKnown ? 'withBreath' : FIRST),
    days: 0,
    first: begun,
    last: days.at(-1)?.[0] ?? begun,
  }
  for (const [each, isLookedUp] of since) {
    // What had to be looked up does not bring it nearer to being known.
    if (isLookedUp && isAtLeast(learned.stage, 'withBreath')) continue
    learned = afterDay(learned, each, goal)
  }
  return learned
}

/** Forms that a session has room for. */
const roomOf = ({ minutes }: SeasonDay) =>
  Math.max(1, Math.floor(((minutes ?? SEASON_MINUTES) * WORK_SHARE) / MINUTES_A_FORM))

/** Learning forms one after the other: a new one when the one before goes as a whole, spread over the weeks that leave it time enough. */
export function learnCourse(
  goal: SeasonGoal & { kind: 'learn' },
  request: CourseRequest,
): Course<LearnState, LearnAim> {
  const formIds = goal.formIds.filter((formId) => request.forms.has(formId) && request.isPossible(formId))
  const practised = practiceDays(request)
  const isThere = (learned: Learned | undefined) => learned !== undefined && isAtLeast(learned.stage, goal.stage)
  const unbegun = (state: LearnState) => formIds.filter((formId) => !state.has(formId))
  const begunSince = (state: LearnState, monday: string) =>
    formIds.filter((formId) => (state.get(formId)?.first ?? '') >= monday).length

  /** What a day practises: those that are newest in learning, then the others that are learned, then what is known, by how long ago it was. */
  function tasks(state: LearnState, day: SeasonDay, aim: LearnAim) {
    const begun = formIds.flatMap((formId) => {
      const learned = state.get(formId)
      return learned ? [{ formId, ...learned }] : []
    })
    const learning = begun
      .filter((each) => !isThere(each))
      .sort(
        (one, other) =>
          Number(isBeingLearned(other.stage)) - Number(isBeingLearned(one.stage)) ||
          place(one.stage) - place(other.stage),
      )
    const kept = begun.filter(isThere).sort((one, other) => one.last.localeCompare(other.last))
    const mayBegin =
      begunSince(state, aim.monday) < aim.begin && learning.every(({ stage }) => isAtLeast(stage, 'whole'))
    const next = mayBegin
      ? unbegun(state)
          .slice(0, 1)
          .map((formId) => ({ formId, stage: FIRST }))
      : []
    return [...next, ...learning, ...kept].slice(0, roomOf(day)).map(({ formId, stage }) => ({ formId, stage }))
  }

  const changes = (before: LearnState, after: LearnState) =>
    formIds.flatMap((formId): SeasonAdd[] => {
      const was = before.get(formId)
      const is = after.get(formId)
      if (!is || was?.stage === is.stage) return []
      const stage: SeasonAdd = { kind: 'stage', formId, stage: is.stage }
      return was ? [stage] : [{ kind: 'begins', formId }, ...(is.stage === FIRST ? [] : [stage])]
    })

  const before = (day: string): LearnState =>
    new Map(
      formIds.flatMap((formId): [string, Learned][] => {
        const learned = learnedBefore(formId, goal.stage, day, request, practised)
        return learned ? [[formId, learned]] : []
      }),
    )
  return {
    before,
    onDay: (day) => before(addDays(day, 1)),
    aim(state, weeks) {
      const [week] = weeks
      const left = unbegun(state).length
      const none = { monday: week?.monday ?? '', begin: 0 }
      if (!week || week.days.length === 0 || left === 0) return none
      // Weeks in which a form may still begin and come to the goal.
      const inTime = weeks.filter((each, at) => each.days.length > 0 && takesUntilThere(goal.stage, weeks.slice(at)))
      const room = Math.max(1, inTime.length)
      if (left < room && !isTimeForNext(state, week, Math.floor(room / left))) return none
      return {
        monday: week.monday,
        begin: Math.min(Math.ceil(left / room), Math.max(1, Math.floor(week.days.length / 2))),
      }
    },
    practise(state, day, aim) {
      const after = new Map(state)
      for (const { formId, stage } of tasks(state, day, aim)) {
        const learned = state.get(formId) ?? { stage, days: 0, first: day.day, last: day.day }
        after.set(formId, afterDay(learned, day.day, goal.stage))
      }
      return after
    },
    endWeek: (state) => state,
    adds: changes,
    came: changes,
    asks: () => null,
    doneDays: sessionDays(request),
    reach: (state) =>
      formIds.length === 0
        ? 0
        : formIds.reduce((sum, formId) => sum + shareOf(state.get(formId), goal.stage), 0) / formIds.length,
    missing: (state) => formIds.filter((formId) => !isThere(state.get(formId))),
    session(state, day, aim) {
      const now = tasks(state, day, aim)
      const later = unbegun(state).filter((formId) => now.every((task) => task.formId !== formId))
      return { kind: 'learn', tasks: now, later, minutes: day.minutes ?? SEASON_MINUTES }
    },
  }

  /** With weeks to spare, new forms are spread: the next one comes so many weeks after the last. */
  function isTimeForNext(state: LearnState, { monday }: CourseWeek, apart: number): boolean {
    const last =
      formIds
        .map((formId) => state.get(formId)?.first ?? '')
        .sort()
        .at(-1) ?? ''
    return last === '' || daysBetween(last, addDays(monday, 6)) >= apart * 7
  }
}

/** Whether a form that begins in the first of some weeks comes to the goal in them, if all of it is done. */
function takesUntilThere(goal: LearningStage, weeks: readonly CourseWeek[]): boolean {
  let learned: Learned | null = null
  for (const { day } of weeks.flatMap(({ days }) => days)) {
    learned = afterDay(learned ?? { stage: FIRST, days: 0, first: day, last: day }, day, goal)
    if (isAtLeast(learned.stage, goal)) return true
  }
  return false
}

/** How much of the way a form has come: of all days of practice that lead to the goal, those that lie behind it. */
function shareOf(learned: Learned | undefined, goal: LearningStage): number {
  if (!learned) return 0
  let behind = 0
  let all = 0
  for (let stage = FIRST; stage !== goal; stage = NEXT[stage]!.to) {
    const { days } = NEXT[stage]!
    all += days
    if (isAtLeast(learned.stage, NEXT[stage]!.to)) behind += days
    else if (learned.stage === stage || (stage === FIRST && learned.stage === 'handsOnly'))
      behind += Math.min(days, learned.days)
  }
  return all === 0 ? 1 : behind / all
}

/** Forms that a season's session moves on in learning: those of it that stand further after its day than was noted. */
export function movedBySeason(
  goal: SeasonGoal & { kind: 'learn' },
  request: CourseRequest,
  day: string,
  practisedIds: readonly string[],
): { formId: string; stage: LearningStage }[] {
  const practised = practiceDays(request)
  return practisedIds.flatMap((formId) => {
    if (!goal.formIds.includes(formId)) return []
    const noted = stageHistory(request.stages, formId).at(-1)
    const stage = learnedBefore(formId, goal.stage, addDays(day, 1), request, practised)?.stage
    if (!stage || (noted && !isAtLeast(stage, noted.stage)) || stage === noted?.stage) return []
    return [{ formId, stage }]
  })
}
