import type { Condition, Form, LearningStage } from '../forms'
import { addDays, dayOf, NOT_SAID, weekday, weekStart, type SessionRecord } from '../journal'
import { activeSteps, type Routine, type Series } from '../routine'
import type { LessonTaken } from '../runner'
import { compileTimeline, totalsOf, type PracticeSetting } from '../timeline'
import { rankRoutines, offersFitted, prepareToday } from './judge'
import { keptForms } from './keeping'
import { latelyOf } from './recentPractice'
import { stepsPlanned } from './load'
import { seriesState } from './series'
import type { TodayAsked, TodayOffer } from './todayTypes'
import { HABIT_WEEKS, middleMinutes, USUAL_MINUTES } from './habit'
import { dayTimeOf, freeAt } from './hours'
import { routinesOfTurn, turnOn, weekOf, type PlannedDay } from './week'
import { DAY_TIMES, type DayTime, type PlannedSession, type Planned, type WeekRules } from './weekTypes'

export interface MakeWeekRequest extends PracticeSetting {
  routines: readonly Routine[]
  series: readonly Series[]
  /** Of the routines, sessions of seasons: they come where they are laid, and nowhere else. */
  seasonIds: readonly string[]
  /** The latest first. */
  sessions: readonly SessionRecord[]
  planned: readonly Planned[]
  stages: Readonly<Record<string, LearningStage>>
  stageDays: Parameters<typeof keptForms>[1]
  conditions: readonly Condition[]
  /** Forms that are kept, by id: those that can be done and do not rest. */
  keptIds: readonly string[]
  from: string
  today: string
  dayEndsAtHour: number
  week: WeekRules
  restDays: readonly string[]
  aimDays: number | null
  aimMinutes: number | null
}

/** A place in the week where practice could be laid, and how long there is. */
interface Slot {
  day: string
  time: DayTime
  at: string
  minutes: number
}

/** Without an aim and without a habit, so many days a week. Our choice. */
const USUAL_DAYS = 4
const LEAST_MINUTES = 3

/**
 * A week, proposed: which days, at which time, how long and what; only where nothing is laid yet, from today on. Days by what I aim at (or mostly
 * do), spread, and where I have time; minutes by what I aim at; and what, by the judge of Today, asked for each day in turn as if the days
 * before had gone as laid: so habit, what is due, what comes short, the legs and the same again and again weigh as they do on Today.
 */
export function* makeWeek(request: MakeWeekRequest, newId: () => string): Generator<PlannedSession> {
  const forms = new Map(request.forms.map((form) => [form.id, form]))
  const days = weekOf({ ...request, rules: request.week, isRest: (day) => request.restDays.includes(day) })
  const slots = shareMinutes(chooseSlots(slotsOf(request, days), request, days), request, days)
  // What is laid already goes before, as it were done.
  const known: SessionRecord[] = [...request.sessions]
  const laidBefore = days.flatMap(({ practice }) =>
    practice.filter(({ state }) => state === 'open' || state === 'ahead'),
  )
  const prepared = prepareToday({ ...request, body: { states: [], pain: [] } })
  const ofSeasons = new Set(request.seasonIds)
  const free = prepared.filter(({ routineId }) => !ofSeasons.has(routineId))
  for (const day of days.map((each) => each.day)) {
    for (const dayTime of DAY_TIMES) {
      for (const { routineId, laid, lesson } of laidBefore.filter(
        (each) => each.day === day && each.laid.time === dayTime,
      )) {
        const eased = prepared.find((each) => each.routineId === routineId)
        const taken =
          lesson && laid.what.kind === 'series' ? { seriesId: laid.what.seriesId, lessonId: lesson.id } : null
        // What cannot be followed teaches nothing of the days after it.
        if (eased && 'routine' in eased) known.unshift(asDone(eased.routine, day, dayTime, request, taken))
      }
      const slot = slots.find((each) => each.day === day && each.time === dayTime)
      if (!slot) continue
      const best = bestFor(slot, known, free, forms, request)
      if (!best) continue
      const { offer, minutes, seriesId } = best
      const series = request.series.find(({ id }) => id === seriesId)
      const lesson = series ? lessonNow(series, known, day, request) : null
      const taken = series && lesson ? { seriesId: series.id, lessonId: lesson.id } : null
      known.unshift(asDone(offer.routine, day, dayTime, request, taken))
      yield {
        id: newId(),
        kind: 'practice',
        day,
        time: dayTime,
        minutes,
        changes: 0,
        ...(slot.at === request.week.at[dayTime] ? {} : { at: slot.at }),
        what: series ? { kind: 'series', seriesId: series.id } : { kind: 'routine', routineId: offer.routineId },
      }
    }
  }
}

/** Where there is time and nothing is laid yet: on no day of rest, and at no busy hour. */
function slotsOf(request: MakeWeekRequest, days: readonly PlannedDay[]): Slot[] {
  const { week, today, restDays } = request
  const minutesOf = week.minutes ?? usualMinutes(request)
  return days
    .filter(({ day, pause }) => day >= today && !pause && !restDays.includes(day))
    .flatMap(({ day, practice }) =>
      DAY_TIMES.flatMap((time): Slot[] => {
        const minutes = minutesOf[time][weekday(day) - 1] ?? 0
        if (minutes < LEAST_MINUTES || practice.some(({ laid }) => laid.time === time)) return []
        const at = freeAt(day, week.at[time], minutes, week.busy)
        return at ? [{ day, time, at, minutes }] : []
      }),
    )
}

/** What I mostly have, where that was not said: on each weekday the middle of what was done lately; where nothing was, as on the others. */
function usualMinutes({ sessions, today, dayEndsAtHour }: MakeWeekRequest): Record<DayTime, number[]> {
  const first = addDays(today, -7 * HABIT_WEEKS)
  const lately = sessions.filter((session) => dayOf(session, dayEndsAtHour) >= first)
  const mornings = lately.filter((session) => dayTimeOf(session) === 'morning').length * 2 >= lately.length
  const inAll = Math.max(LEAST_MINUTES, middleMinutes(lately) ?? USUAL_MINUTES)
  const minutes = Array.from({ length: 7 }, (_, at) =>
    Math.max(
      LEAST_MINUTES,
      middleMinutes(lately.filter((session) => weekday(dayOf(session, dayEndsAtHour)) === at + 1)) ?? inAll,
    ),
  )
  const none = Array.from({ length: 7 }, () => 0)
  return mornings ? { morning: minutes, evening: none } : { morning: none, evening: minutes }
}

/** So many days as I aim at, or mostly do, those with practice counted; the days of habit before others, and far from one another. */
function chooseSlots(slots: readonly Slot[], request: MakeWeekRequest, days: readonly PlannedDay[]): Slot[] {
  const first = addDays(request.today, -7 * HABIT_WEEKS)
  const practised = new Set(
    request.sessions.map((session) => dayOf(session, request.dayEndsAtHour)).filter((day) => day >= first),
  )
  const habit = Array.from({ length: 7 }, (_, at) => [...practised].filter((day) => weekday(day) === at + 1).length)
  const mostly = practised.size > 0 ? Math.max(1, Math.round(practised.size / HABIT_WEEKS)) : USUAL_DAYS
  const has = new Set(
    days
      .filter(({ practice, besides }) => practice.some(({ state }) => state !== 'missed') || besides.length > 0)
      .map(({ day }) => day),
  )
  const chosen: Slot[] = []
  const wanted = request.aimDays ?? mostly
  const free = () => slots.filter((slot) => !has.has(slot.day) && !chosen.includes(slot))
  while (has.size < wanted && free().length > 0) {
    const worth = ({ day, minutes }: Slot) => {
      const near = [...has].some((other) => Math.abs(Date.parse(other) - Date.parse(day)) <= 86_400_000)
      return habit[weekday(day) - 1]! / HABIT_WEEKS - (near ? 0.4 : 0) + minutes / 1000
    }
    const best = free().sort((one, other) => worth(other) - worth(one) || one.day.localeCompare(other.day))[0]!
    chosen.push(best)
    has.add(best.day)
  }
  // More, the longest first, as long as the minutes that I aim at are not there.
  const there = () => plannedMinutes(days) + chosen.reduce((sum, { minutes }) => sum + minutes, 0)
  const others = slots.filter((slot) => !chosen.includes(slot)).sort((one, other) => other.minutes - one.minutes)
  while (request.aimMinutes !== null && there() < request.aimMinutes && others.length > 0) chosen.push(others.shift()!)
  return chosen.sort((one, other) => one.day.localeCompare(other.day) || one.at.localeCompare(other.at))
}

/** The minutes that I aim at, shared among the places as long as each can be; all that there is where nothing is aimed at. */
function shareMinutes(slots: readonly Slot[], { aimMinutes }: MakeWeekRequest, days: readonly PlannedDay[]): Slot[] {
  if (aimMinutes === null) return [...slots]
  let left = Math.max(0, aimMinutes - plannedMinutes(days))
  const byRoom = [...slots].sort((one, other) => one.minutes - other.minutes)
  const minutesOf = new Map<Slot, number>()
  byRoom.forEach((slot, at) => {
    const share = Math.max(LEAST_MINUTES, Math.min(slot.minutes, Math.ceil(left / (byRoom.length - at))))
    minutesOf.set(slot, share)
    left = Math.max(0, left - share)
  })
  return slots.map((slot) => ({ ...slot, minutes: minutesOf.get(slot)! }))
}
/** Minutes of a week that were done, or are laid for some minutes. */
const plannedMinutes = (days: readonly PlannedDay[]) =>
  days.reduce((sum, { practice, besides }) => {
    const done = [...besides, ...practice.flatMap(({ session }) => session ?? [])]
    const ahead = practice.filter(({ state }) => state === 'open' || state === 'ahead')
    return (
      sum +
      done.reduce((seconds, { practisedSeconds }) => seconds + practisedSeconds, 0) / 60 +
      ahead.reduce((minutes, { laid }) => minutes + (laid.minutes ?? USUAL_MINUTES), 0)
    )
  }, 0)

/** What the judge of Today would have that day, fitted to its minutes; and the series whose lesson it is. */
function bestFor(
  slot: Slot,
  known: readonly SessionRecord[],
  prepared: ReturnType<typeof prepareToday>,
  forms: ReadonlyMap<string, Form>,
  request: MakeWeekRequest,
): { offer: TodayOffer; minutes: number | null; seriesId: string | null } | null {
  const { dayEndsAtHour, stages, stageDays } = request
  const { day, minutes } = slot
  const keptIds = new Set(request.keptIds)
  const kept = keptForms(known, stageDays, { today: day, dayEndsAtHour, isKept: (formId) => keptIds.has(formId) })
  const lessons = request.series.flatMap((series) => {
    const next = series.begunAt === undefined ? null : lessonNow(series, known, day, request)
    return next ? [{ seriesId: series.id, name: series.name, routineId: next.routineId }] : []
  })
  const asks: TodayAsked[] = [
    ...lessons.map(({ routineId, name }) => ({ routineId, by: 'series' as const, name })),
    ...asksOfWeek(day, known, forms, request),
  ]
  const asked = {
    ...request,
    asks,
    stages,
    minutes,
    today: day,
    body: { states: [], pain: [] },
    effects: [],
    minutesLacking: null,
    hour: Number(slot.at.slice(0, 2)) + Number(slot.at.slice(3)) / 60,
    lately: latelyOf(known, request.forms, day, dayEndsAtHour),
    kept: Object.fromEntries(kept.map((form) => [form.formId, form])),
  }
  const judged = rankRoutines(asked, prepared)
  const seriesOf = (offer: TodayOffer) =>
    lessons.find(({ routineId }) => routineId === offer.routineId)?.seriesId ?? null
  for (const each of offersFitted(judged, asked)) {
    if ('routine' in each) return { offer: each, minutes, seriesId: seriesOf(each) }
    // A lesson that cannot be drawn out to all the time there is, is led as long as it is.
    const lesson = judged.offers.find((offer) => offer.routineId === each.routineId && seriesOf(offer) !== null)
    if (lesson && lesson.seconds <= minutes * 60) return { offer: lesson, minutes: null, seriesId: seriesOf(lesson) }
  }
  return null
}

/** What turns on a day, and forms that I want more of in this week, ask for the routines that have them. */
export function asksOfWeek(
  day: string,
  sessions: readonly SessionRecord[],
  forms: ReadonlyMap<string, Form>,
  { routines, week, dayEndsAtHour }: Pick<MakeWeekRequest, 'routines' | 'week' | 'dayEndsAtHour'>,
): TodayAsked[] {
  const turn = turnOn(week.rotation, day)
  const monday = weekStart(day)
  const inWeek = sessions.filter((session) => {
    if (session.startedAt < addDays(monday, -1)) return false
    const of = dayOf(session, dayEndsAtHour)
    return of >= monday && of <= day
  })
  const timesOf = (formId: string) =>
    inWeek.filter(({ done }) => done.some((step) => step.formId === formId && step.outcome !== 'skipped')).length
  const routineName = (routineId: string) => routines.find(({ id }) => id === routineId)?.name ?? ''
  return [
    ...(turn
      ? routinesOfTurn(turn, routines, forms).map((routineId) => ({
          routineId,
          by: 'turn' as const,
          name: turn.kind === 'phase' ? turn.phase : routineName(routineId),
        }))
      : []),
    ...week.forms
      .filter(({ formId, times }) => timesOf(formId) < times)
      .flatMap(({ formId }) =>
        routines
          .filter((routine) => activeSteps(routine).some((step) => step.formId === formId))
          .map(({ id }) => ({ routineId: id, by: 'form' as const, name: forms.get(formId)?.name ?? '' })),
      ),
  ]
}

const lessonNow = (
  series: Series,
  known: readonly SessionRecord[],
  day: string,
  { dayEndsAtHour }: MakeWeekRequest,
) => {
  const { next, doneToday } = seriesState(series, known, day, dayEndsAtHour)
  return doneToday ? null : next
}

/** A routine as if it had been followed to its end on a day, for the days after it to be judged by. */
function asDone(
  routine: Routine,
  day: string,
  time: DayTime,
  setting: MakeWeekRequest,
  lesson: LessonTaken | null,
): SessionRecord {
  const timeline = compileTimeline({ ...setting, routine })
  const { totalSeconds, movingSeconds, closingSeconds } = totalsOf(timeline)
  const at = `${day}T${setting.week.at[time]}:00.000Z`
  return {
    id: `as-done-${day}-${time}`,
    source: 'followed',
    routineId: routine.id,
    title: routine.name,
    startedAt: at,
    endedAt: at,
    timeZone: 'UTC',
    practisedSeconds: totalSeconds,
    pausedSeconds: 0,
    plannedSeconds: totalSeconds,
    movingSeconds,
    closingSeconds,
    planned: [],
    asides: [],
    ...(lesson ? { lesson } : {}),
    done: stepsPlanned(timeline).map((step) => ({ ...step, outcome: 'done', version: null, breath: null })),
    before: NOT_SAID,
    after: NOT_SAID,
    sensations: [],
    words: '',
  }
}
