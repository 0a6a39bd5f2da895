import { Temporal } from 'temporal-polyfill'
import { chanceFrom, type Chance } from '#core/basics'
import {
  estimateFromTurns,
  findTurns,
  measureToKeep,
  simulateBelt,
  USUAL_BELT,
  type BreathMeasure,
  type BreathSeconds,
  type Pace,
} from '#core/breath'
import type { Form, LearningStage } from '#core/forms'
import { addDays, elsewhereRecord, recordOf, weekday, type SessionRecord } from '#core/journal'
import { seriesState } from '#core/plan'
import { changeStep, inStage, stepsOf, type Routine, type Series } from '#core/routine'
import {
  outcomeOf,
  readyRunner,
  reduce,
  tick,
  type PlainCommand,
  type RunnerState,
  type SessionOutcome,
  type SessionPlan,
} from '#core/runner'
import { FIRST_SETTINGS, type PersonData, type Settings } from '#core/formats'
import { feelingsOf, type DemoTruth } from './feelings'

/** An invented person's practice, relative to a day that is given later. Times are local, `HH:MM`. */
export interface DemoScenario {
  seed: number
  weeks: number
  restWeekdays: number[]
  settings: {
    startBreath: BreathSeconds
    settledBreath: BreathSeconds
    settleMinutes: number
    /** How much the settled breath has grown each week. */
    slowerPerWeekSeconds: BreathSeconds
  }
  missedDaysAgo: number[]
  /** Before the days that are named, this share of days was missed, by chance; and all days of a time away. */
  missedEarlierShare: number
  away: { fromDaysAgo: number; toDaysAgo: number }[]
  week: { weekday: number; routineId: string; localTime: string }[]
  /** What was done instead on a weekday until so many days ago. */
  earlier: { untilDaysAgo: number; weekday: number; routineId: string; localTime: string }[]
  /** Forms whose count has grown from this one over the year to what their routines have. */
  growing: { formId: string; fromCount: number }[]
  lateNight: { daysAgo: number; routineId: string; localTime: string }
  elsewhere: { daysAgo: number; title: string; localTime: string; minutes: number; words: string }[]
  /** Every so many sessions something is different. */
  cutShortEvery: number
  oneMoreEvery: number
  pauseEvery: number
  words: string[]
  sensationsFelt: { words: string; share: number }[]
  truth: DemoTruth
  /** Days on which the breath was measured on the simulated belt, sitting, before the first form. */
  measuredDaysAgo: number[]
  stages: { formId: string; stage: LearningStage; daysAgo: number }[]
  routines: Routine[]
  forms: Form[]
  /** Followed whenever its next lesson is a routine that is practised anyway. */
  series: { begunDaysAgo: number; series: Series }[]
}

export interface DemoShelf {
  forms: readonly Form[]
  routines: readonly Routine[]
}

/**
 * The demo person as of a day (YYYY-MM-DD) in a time zone. Sessions are followed by the runner itself, so their plan and
 * fact agree with the Timeline. Deterministic: the scenario's seed is all the chance there is.
 */
export function demoPerson(scenario: DemoScenario, shelf: DemoShelf, today: string, timeZone: string): PersonData {
  const chance = chanceFrom(scenario.seed)
  const routines = [...shelf.routines, ...scenario.routines]
  const forms = [...shelf.forms, ...scenario.forms]
  const firstDay = addDays(today, -7 * scenario.weeks)
  const settings: Settings = {
    ...FIRST_SETTINGS,
    pace: paceInWeek(scenario, scenario.weeks),
    restPlan: [{ fromDay: firstDay, weekdays: scenario.restWeekdays }],
  }

  const series = scenario.series.map(({ begunDaysAgo, series: each }) => {
    const begunMs = instantMs(addDays(today, -begunDaysAgo), '12:00', timeZone)
    return { ...each, begunAt: new Date(begunMs).toISOString() }
  })
  const visits = visitsOf(scenario, today, chanceFrom(scenario.seed + 2))
  const sessions: SessionRecord[] = []
  const followed = follower(scenario, chance)
  const feelings = feelingsOf(scenario.truth, chanceFrom(scenario.seed + 1))
  for (const [number, { daysAgo, localTime, routineId, localDay }] of visits.entries()) {
    const named = routines.find(({ id }) => id === routineId)!
    const startMs = instantMs(localDay, localTime, timeZone) + Math.floor(chance() * 11 * 60_000)
    const taken = lessonTaken(series, routineId, startMs, sessions, settings.dayEndsAtHour)
    const staged = taken?.lesson.stage ? inStage(named, taken.lesson.stage) : named
    const routine = grown(staged, scenario, 1 - daysAgo / (7 * scenario.weeks))
    const used = new Set(stepsOf(routine).map(({ formId }) => formId))
    const plan: SessionPlan = {
      routine,
      forms: forms.filter(({ id }) => used.has(id)),
      ways: [],
      pace: paceInWeek(scenario, scenario.weeks - daysAgo / 7),
      rules: settings.rules,
    }
    const { before, after } = feelings(daysAgo, Number(localTime.slice(0, 2)))
    const record = recordOf(followed(plan, startMs, number + 1), {
      id: `demo-${number + 1}`,
      routineId,
      title: routine.name,
      timeZone,
      before,
      ...(taken && { lesson: taken.taken }),
    })
    const words = scenario.words[Math.floor(chance() * scenario.words.length)] ?? ''
    const sensations = scenario.sensationsFelt.filter(({ share }) => chance() < share).map((felt) => felt.words)
    sessions.push({ ...record, after, sensations, words })
  }

  const elsewhere = scenario.elsewhere.map((visit, number) =>
    elsewhereRecord({
      id: `demo-elsewhere-${number + 1}`,
      title: visit.title,
      startedAt: new Date(instantMs(addDays(today, -visit.daysAgo), visit.localTime, timeZone)).toISOString(),
      timeZone,
      minutes: visit.minutes,
      words: visit.words,
    }),
  )
  return {
    settings,
    forms: scenario.forms,
    ways: [],
    routines: scenario.routines,
    routineVersions: [],
    sessions: [...sessions, ...elsewhere].sort((one, other) => one.startedAt.localeCompare(other.startedAt)),
    recordings: [],
    series,
    trials: [],
    planned: [],
    seasons: [],
    breathMeasures: measuresOf(scenario, today, timeZone),
    stages: scenario.stages.map(({ formId, stage, daysAgo }, number) => ({
      id: `demo-stage-${number + 1}`,
      formId,
      stage,
      day: addDays(today, -daysAgo),
    })),
  }
}

interface Visit {
  daysAgo: number
  routineId: string
  localDay: string
  localTime: string
}

function visitsOf(scenario: DemoScenario, today: string, chance: Chance): Visit[] {
  const namedFrom = Math.max(...scenario.missedDaysAgo)
  const isMissed = (daysAgo: number) =>
    daysAgo > namedFrom ? chance() < scenario.missedEarlierShare : scenario.missedDaysAgo.includes(daysAgo)
  const isAway = (daysAgo: number) =>
    scenario.away.some(({ fromDaysAgo, toDaysAgo }) => daysAgo <= fromDaysAgo && daysAgo >= toDaysAgo)
  const visits: Visit[] = []
  for (let daysAgo = 7 * scenario.weeks; daysAgo >= 1; daysAgo -= 1) {
    const day = addDays(today, -daysAgo)
    const habit =
      scenario.earlier.find((entry) => entry.weekday === weekday(day) && daysAgo >= entry.untilDaysAgo) ??
      scenario.week.find((entry) => entry.weekday === weekday(day))
    if (!habit || isMissed(daysAgo) || isAway(daysAgo)) continue
    visits.push({ daysAgo, routineId: habit.routineId, localDay: day, localTime: habit.localTime })
  }
  const { lateNight } = scenario
  // After midnight: the date on the wall is already the next one.
  visits.push({
    daysAgo: lateNight.daysAgo,
    routineId: lateNight.routineId,
    localDay: addDays(today, 1 - lateNight.daysAgo),
    localTime: lateNight.localTime,
  })
  return visits
}

function paceInWeek({ settings }: DemoScenario, inWeek: number): Pace {
  // One does not measure every day.
  const week = Math.floor(inWeek / 2) * 2
  const grown = (breath: BreathSeconds): BreathSeconds => ({
    inSeconds: roundTenth(breath.inSeconds + settings.slowerPerWeekSeconds.inSeconds * week),
    outSeconds: roundTenth(breath.outSeconds + settings.slowerPerWeekSeconds.outSeconds * week),
  })
  return {
    start: settings.startBreath,
    settled: grown(settings.settledBreath),
    settleMinutes: settings.settleMinutes,
  }
}

/** Measures of the breath, each read by the detector off the simulated belt. */
function measuresOf(scenario: DemoScenario, today: string, timeZone: string): BreathMeasure[] {
  return scenario.measuredDaysAgo.flatMap((daysAgo, number) => {
    const { settled } = paceInWeek(scenario, scenario.weeks - daysAgo / 7)
    const breathSeconds = settled.inSeconds + settled.outSeconds
    const { samples } = simulateBelt({
      ...USUAL_BELT,
      seed: scenario.seed + number,
      breathsPerMinute: 60 / breathSeconds,
      inShare: settled.inSeconds / breathSeconds,
      seconds: 120,
    })
    const measured = estimateFromTurns(findTurns(samples))
    if (!measured.ok) return []
    const at = new Date(instantMs(addDays(today, -daysAgo), '20:30', timeZone)).toISOString()
    return [measureToKeep(measured.estimate, { id: `demo-measure-${number + 1}`, at, how: 'belt', posture: 'sitting' })]
  })
}

const roundTenth = (seconds: number) => Math.round(seconds * 10) / 10

function instantMs(day: string, localTime: string, timeZone: string): number {
  return Temporal.PlainDate.from(day).toZonedDateTime({ timeZone, plainTime: localTime }).epochMilliseconds
}

/** Follows sessions from their starts. What is followed with no change of mind is the same as before, but for its time. */
function follower(scenario: DemoScenario, chance: Chance) {
  const asBefore = new Map<string, SessionOutcome>()
  return (plan: SessionPlan, startMs: number, number: number): SessionOutcome => {
    const isPlain = [scenario.oneMoreEvery, scenario.pauseEvery, scenario.cutShortEvery].every(
      (every) => number % every > 0,
    )
    const key = JSON.stringify([plan.routine, plan.pace])
    const known = isPlain ? asBefore.get(key) : undefined
    const outcome = known ?? outcomeOf(practise(plan, 0, number, scenario, chance))!
    if (isPlain) asBefore.set(key, outcome)
    return { ...outcome, startedAtMs: startMs + outcome.startedAtMs, endedAtMs: startMs + outcome.endedAtMs }
  }
}

/** Follow a whole session, with the small changes of mind that real ones have. */
function practise(
  plan: SessionPlan,
  startMs: number,
  number: number,
  scenario: DemoScenario,
  chance: Chance,
): RunnerState {
  const total = readyRunner(plan).timeline.totalSeconds
  const changes: { command: PlainCommand; atMs: number }[] = []
  const someTime = (from: number, to: number) => startMs + (from + chance() * (to - from)) * total * 1000
  if (number % scenario.oneMoreEvery === 0) changes.push({ command: 'oneMore', atMs: someTime(0.3, 0.5) })
  if (number % scenario.pauseEvery === 0) {
    const atMs = someTime(0.5, 0.6)
    changes.push({ command: 'pause', atMs }, { command: 'resume', atMs: atMs + 40_000 })
  }
  if (number % scenario.cutShortEvery === 0) changes.push({ command: 'next', atMs: someTime(0.6, 0.7) })

  let state = reduce(readyRunner(plan), 'start', startMs)
  for (const { command, atMs } of changes) state = reduce(state, command, atMs)
  while (state.status !== 'ended') {
    state = tick(state, state.clockMs + 30_000)
    if (state.overrunSeconds > 0) state = reduce(state, 'next', state.clockMs)
  }
  return state
}

/** A routine as it was at a time of the year, from 0 at its beginning to 1 now. */
function grown(routine: Routine, { growing }: DemoScenario, yearShare: number): Routine {
  // In two-weekly steps, as people do it.
  const share = Math.min(1, Math.floor(yearShare * 26) / 25)
  return stepsOf(routine).reduce((so, { id, formId, count }) => {
    const from = growing.find((each) => each.formId === formId)
    return from ? changeStep(so, id, { count: Math.round(from.fromCount + (count - from.fromCount) * share) }) : so
  }, routine)
}

/** The lesson that a session is, of the first series whose next one is that routine. */
function lessonTaken(
  all: readonly Series[],
  routineId: string,
  startMs: number,
  sessions: readonly SessionRecord[],
  dayEndsAtHour: number,
) {
  for (const series of all) {
    if (startMs < Date.parse(series.begunAt!)) continue
    const { next } = seriesState(series, sessions, '', dayEndsAtHour)
    if (next?.routineId === routineId) return { lesson: next, taken: { seriesId: series.id, lessonId: next.id } }
  }
  return null
}
