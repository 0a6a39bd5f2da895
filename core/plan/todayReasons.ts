import type { RoutineFeatures } from '../compose'
import { ARC_PARTS, AREAS, isBeingLearned, type Area } from '../forms'
import { daysBetween } from '../journal'
import { activeSteps, type Routine } from '../routine'
import { areasSpared, isEvening } from './body'
import type { EffectSeen } from './effects'
import { AT_RISK_BELOW } from './keeping'
import { WEEKS_BEFORE } from './recentPractice'
import type { TodayAgainst, TodayAsked, TodayReason, TodayRequest } from './todayTypes'

/** What each reason weighs. Our choice. */
export const WEIGHT = {
  trial: 10,
  plan: 9,
  series: 5,
  turn: 2.5,
  form: 1.5,
  habit: 0.5,
  learning: 1.5,
  due: 0.5,
  atRisk: 2,
  good: 0.7,
  areas: 0.6,
  short: 0.4,
  even: 10,
  parts: 0.6,
  sides: 0.5,
  aim: 0.8,
  state: 1.2,
  // A sore back or a light head outranks the plan.
  body: 12,
  evening: 1,
  recent: 0.3,
  doneToday: -3,
  repeated: -2.5,
  twice: -1,
  heavy: -2,
  legs: -12,
  legsOfPlanned: -2,
  stirs: -1,
  forEvening: -1.5,
  hurts: -0.8,
  leftOut: -0.5,
  notGood: -0.7,
  change: -2,
}
const MOST = { habit: 4, due: 3, atRisk: 2, areas: 3, short: 4, parts: 2, sides: 2 }
/** An area has lost its place where a week has less than this part of what it usually has. Our choice. */
const LACKING_SHARE = 0.25
const LEAST_USUAL_SECONDS = 60
/** An area comes short where five weeks gave it less than this part of what the areas got on average. */
const SHORT_SHARE = 0.6
/** Evening out weighs no more than this share of it: it is one thing among others. Our choice. */
const MOST_EVEN = 0.25
/**
 * So much more than usual for the legs is a jump, which comes later the further it goes, up to a part of a week's usual beyond it; of what was laid on
 * this day, or is next in a series, it is only said and weighs little. Weeks that asked less than this of the legs, in seconds as often as they ask, are none to tell by. Our choice.
 */
const LEGS_JUMP = 1.1
const MOST_BEYOND = 0.4
const LEAST_USUAL_LEGS = 300
/** And it asks them for so much of a usual week itself. Our choice. */
const LEAST_LEGS_SHARE = 0.05
/** Twice on a weekday is taken for a habit; three days in a row of the same are enough. Our choice. */
const HABIT_TIMES = 2
const REPEATED_DAYS = 3
const GENTLE_EFFORT = 1
const HEAVY_EFFORT = 3

/** What was laid on this very day stays in front; what only turns, or is aimed at, need not. */
export const isFirm = (by: TodayAsked['by']) => by === 'trial' || by === 'series' || by === 'plan'
export const isFirmlyAsked = (routineId: string, asks: readonly TodayAsked[]) =>
  asks.some((asked) => asked.routineId === routineId && isFirm(asked.by))

export type Weighed<Kind> = { reason: Kind; weight: number }

/** What speaks for a routine now. */
export function reasonsFor(routine: Routine, features: RoutineFeatures, request: TodayRequest): Weighed<TodayReason>[] {
  const { lately, stages, kept, effects, body, hour } = request
  const mine = ownOf(lately.routines, routine.id)
  const found: Weighed<TodayReason>[] = []
  const add = (weight: number, reason: TodayReason) => found.push({ weight, reason })
  for (const { routineId, by, name } of request.asks)
    if (routineId === routine.id) add(WEIGHT[by], { kind: 'asked', by, name })
  if (mine && mine.weekdayTimes >= HABIT_TIMES)
    add(WEIGHT.habit * Math.min(MOST.habit, mine.weekdayTimes), { kind: 'habit', times: mine.weekdayTimes })
  const formIds = formsDone(routine)
  const isDue = (formId: string) => ownOf(kept, formId)?.keeping === 'due'
  const isNewer = (formId: string) => {
    const stage = ownOf(stages, formId)
    const known = ownOf(kept, formId)
    return stage !== undefined && isBeingLearned(stage) && !known
  }
  const learning = formIds.filter((id) => (ownOf(kept, id)?.isLearning && isDue(id)) || isNewer(id))
  if (learning.length > 0) add(WEIGHT.learning, { kind: 'learning', formIds: learning })
  const due = formIds.filter((id) => isDue(id) && !ownOf(kept, id)!.isLearning)
  const atRisk = due.filter((id) => ownOf(kept, id)!.recall < AT_RISK_BELOW).length
  if (due.length > 0) {
    const daysOf = (id: string) => daysBetween(ownOf(kept, id)!.lastDay, request.today)
    due.sort((one, other) => daysOf(other) - daysOf(one))
    add(WEIGHT.due * Math.min(MOST.due, due.length) + WEIGHT.atRisk * Math.min(MOST.atRisk, atRisk), {
      kind: 'due',
      formIds: due,
      days: daysOf(due[0]!),
    })
  }
  for (const each of effects.filter((one) => one.isBetter && isAbout(one, routine.id, formIds)).slice(0, 1))
    add(WEIGHT.good, { kind: 'good', ...saidOf(each), better: each.better, worse: each.worse })
  const spared = areasSpared(body.pain)
  const areas = features.areas.filter((area) => isLacking(lately.areas[area]) && !spared.has(area))
  if (areas.length > 0) add(WEIGHT.areas * Math.min(MOST.areas, areas.length), { kind: 'areas', areas })
  const short = shortAreas(lately).filter(
    (area) => features.areas.includes(area) && !areas.includes(area) && !spared.has(area),
  )
  // What evens out is told by the areas that it is for; where there are none to name, it weighs without a word.
  if (short.length > 0)
    add(WEIGHT.short * Math.min(MOST.short, short.length) + Math.max(0, evenWeight(features, lately)), {
      kind: 'short',
      areas: short,
    })
  // A week that has had nothing at all lacks every part alike: that tells one routine from another by nothing.
  const hasSome = ARC_PARTS.some((part) => (lately.parts[part]?.week ?? 0) > 0)
  const parts = hasSome ? features.parts.filter((part) => isLacking(lately.parts[part])) : []
  if (parts.length > 0) add(WEIGHT.parts * Math.min(MOST.parts, parts.length), { kind: 'parts', parts })
  const [shortSide] = formIds.flatMap((id) => ownOf(lately.sidesShort, id) ?? [])
  const uneven = formIds.filter((id) => shortSide !== undefined && ownOf(lately.sidesShort, id) === shortSide)
  if (shortSide)
    add(WEIGHT.sides * Math.min(MOST.sides, uneven.length), { kind: 'sides', formIds: uneven, side: shortSide })
  if (
    request.minutes === null &&
    request.minutesLacking &&
    features.totalSeconds / 60 >= Math.min(10, request.minutesLacking)
  )
    add(WEIGHT.aim, { kind: 'aim', minutes: request.minutesLacking })
  if (body.states.includes('tired') && features.mostEffort <= GENTLE_EFFORT) add(WEIGHT.state, { kind: 'gentle' })
  if (body.states.includes('upset') && features.wakes) add(WEIGHT.state, { kind: 'wakes' })
  if (body.states.includes('stiffBack') && features.areas.includes('lowBack')) add(WEIGHT.body, { kind: 'back' })
  if (body.states.includes('lightHeaded') && features.seated) add(WEIGHT.body, { kind: 'seated' })
  if (features.forEvening && isEvening(hour)) add(WEIGHT.evening, { kind: 'evening' })
  if (!mine) add(0, { kind: 'new' })
  else if (mine.lastDaysAgo > 0)
    add(WEIGHT.recent * (1 - Math.min(1, mine.lastDaysAgo / 14)), { kind: 'recent', daysAgo: mine.lastDaysAgo })
  return found
}
/** The forms that are done in it; those that are left out for now are not. */
const formsDone = (routine: Routine) => [...new Set(activeSteps(routine).map(({ formId }) => formId))]
/** An effect of a routine, or about a form that it has. */
const isAbout = ({ about }: EffectSeen, routineId: string, formIds: readonly string[]) =>
  about.kind === 'routine' ? about.routineId === routineId : formIds.includes(about.formId)
const saidOf = ({ about, outcome, sessions }: EffectSeen) => ({
  formIds: about.kind === 'form' ? [about.formId] : [],
  outcome,
  sessions,
})
/** What stands under an id; an id may be called like what every object has. */
const ownOf = <Value>(of: Readonly<Record<string, Value>>, id: string): Value | undefined =>
  Object.hasOwn(of, id) ? of[id] : undefined
const isLacking = (amount: { week: number; usual: number } | undefined) =>
  amount !== undefined && amount.usual >= LEAST_USUAL_SECONDS && amount.week < amount.usual * LACKING_SHARE

/** Areas that the last five weeks gave less than the others, none before there are weeks to tell by. */
function shortAreas({ areas }: TodayRequest['lately']): Area[] {
  if (!hasUsual(areas)) return []
  const given = AREAS.map((area) => [area, fiveWeeks(areas[area])] as const)
  const usual = given.reduce((sum, [, seconds]) => sum + seconds, 0) / AREAS.length
  return given.flatMap(([area, seconds]) => (seconds < usual * SHORT_SHARE ? [area] : []))
}
/**
 * How much a routine evens out what five weeks gave the areas: 1 where all of it is for areas that got nothing, -1 for such as got twice the average or
 * more; 0 before there are weeks to tell by.
 */
function balanceScore({ areaSeconds }: RoutineFeatures, { areas }: TodayRequest['lately']): number {
  if (!hasUsual(areas)) return 0
  const mean = AREAS.reduce((sum, area) => sum + fiveWeeks(areas[area]), 0) / AREAS.length
  const all = AREAS.reduce((sum, area) => sum + (areaSeconds[area] ?? 0), 0)
  if (all === 0 || mean === 0) return 0
  return AREAS.reduce((sum, area) => {
    const lack = Math.max(-1, (mean - fiveWeeks(areas[area])) / mean)
    return sum + ((areaSeconds[area] ?? 0) / all) * lack
  }, 0)
}
/** What that weighs. */
export const evenWeight = (features: RoutineFeatures, lately: TodayRequest['lately']): number =>
  WEIGHT.even * Math.max(-MOST_EVEN, Math.min(MOST_EVEN, balanceScore(features, lately)))
const hasUsual = (areas: TodayRequest['lately']['areas']) =>
  AREAS.some((area) => (areas[area]?.usual ?? 0) >= LEAST_USUAL_SECONDS)
const fiveWeeks = (amount: { week: number; usual: number } | undefined) =>
  amount === undefined ? 0 : amount.week + amount.usual * WEEKS_BEFORE

/** What speaks against it. */
export function reasonsAgainst(
  routine: Routine,
  features: RoutineFeatures,
  leftOut: string[],
  { lately, effects, body, hour, asks, minutes }: TodayRequest,
): Weighed<TodayAgainst>[] {
  const mine = ownOf(lately.routines, routine.id)
  const found: Weighed<TodayAgainst>[] = []
  const add = (weight: number, reason: TodayAgainst) => found.push({ weight, reason })
  if (mine?.lastDaysAgo === 0) add(WEIGHT.doneToday, { kind: 'doneToday' })
  // What was planned may come every day; of anything else, the same again and again is not the best of days.
  const days = asks.some(({ routineId }) => routineId === routine.id) ? 0 : (mine?.daysRunning ?? 0)
  if (days >= REPEATED_DAYS - 1) add(days >= REPEATED_DAYS ? WEIGHT.repeated : WEIGHT.twice, { kind: 'repeated', days })
  if (body.states.includes('tired') && features.mostEffort >= HEAVY_EFFORT) add(WEIGHT.heavy, { kind: 'heavy' })
  // Brought to the minutes, it asks in proportion.
  const legsLoad = minutes === null ? features.legsLoad : (features.legsLoad * minutes * 60) / features.totalSeconds
  const ofUsual = lately.legs.usual >= LEAST_USUAL_LEGS ? (lately.legs.week + legsLoad) / lately.legs.usual : 0
  // A session that hardly uses the legs does not cause a hard week for them.
  const isMuch = legsLoad >= lately.legs.usual * LEAST_LEGS_SHARE
  if (isMuch && !features.seated && ofUsual > LEGS_JUMP)
    add(
      isFirmlyAsked(routine.id, asks) ? WEIGHT.legsOfPlanned : WEIGHT.legs * Math.min(MOST_BEYOND, ofUsual - LEGS_JUMP),
      { kind: 'legs', moreShare: ofUsual - 1 },
    )
  if (features.stirs && isEvening(hour)) add(WEIGHT.stirs, { kind: 'stirs' })
  if (features.forEvening && !isEvening(hour)) add(WEIGHT.forEvening, { kind: 'forEvening' })
  const spared = areasSpared(body.pain)
  const hurt = features.areas.filter((area) => spared.has(area))
  if (hurt.length > 0) add(WEIGHT.hurts * hurt.length, { kind: 'hurts', areas: hurt })
  const formIds = formsDone(routine)
  for (const each of effects.filter((one) => !one.isBetter && isAbout(one, routine.id, formIds)).slice(0, 1))
    add(WEIGHT.notGood, { kind: 'notGood', ...saidOf(each), gain: each.gain, othersGain: each.othersGain ?? 0 })
  if (leftOut.length > 0) add(WEIGHT.leftOut * leftOut.length, { kind: 'leftOut', formIds: leftOut })
  return found
}
