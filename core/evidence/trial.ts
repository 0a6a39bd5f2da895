import { mean, variance } from 'd3-array'
import { chanceFrom, normalFrom, type Chance } from '../basics'
import { addDays, dayOf, weekday, type FeelingScale, type SessionRecord } from '../journal'
import { meanInterval } from './blocks'
import { flipChance, normalQuantile, twoSided } from './flips'
import { observationsOf, type Observation } from './observations'
import { FALSE_CLAIMS, heldSpread, TELLING_GAIN, WANTED_POWER } from './power'
import { TRIAL_LIMITS, type Trial, type TrialArm } from './trialTypes'

/** Days that are drawn together: on one of them the one, on the other the other. */
const PAIR = 2

/** The practice days of a trial, each with what is to be done on it: of every two that follow each other one of each, by the trial's own seed. */
export function trialPlan({ firstDay, pairs, weekdays, seed }: Trial): { day: string; arm: TrialArm; pair: number }[] {
  const chance = chanceFrom(seed)
  const plan: { day: string; arm: TrialArm; pair: number }[] = []
  let day = firstDay
  for (let pair = 0; pair < pairs; pair += 1) {
    const order: TrialArm[] = chance() < 0.5 ? ['one', 'other'] : ['other', 'one']
    for (let place = 0; place < PAIR; place += 1) {
      while (!weekdays.includes(weekday(day))) day = addDays(day, 1)
      plan.push({ day, arm: order[place]!, pair })
      day = addDays(day, 1)
    }
  }
  return plan
}

/** What a trial asks on a day; null on days that are none of its own. */
export const trialAsks = (trial: Trial, day: string): TrialArm | null =>
  trialPlan(trial).find((planned) => planned.day === day)?.arm ?? null

export interface TrialDay {
  day: string
  arm: TrialArm
  pair: number
  /** `done` as asked; `otherwise` where something else was practised; `missed`; `open` while it is still to come. */
  kept: 'done' | 'otherwise' | 'missed' | 'open'
  /** From before to after, of the first session of the day that says both; null where none does. */
  gain: number | null
}

type Tried = Parameters<typeof observationsOf>[0][number]

/** The days of a trial with what became of them, by the journal. `today` is a practice day. */
export function trialDays(trial: Trial, sessions: readonly Tried[], today: string, dayEndsAtHour: number): TrialDay[] {
  const byDay = new Map<string, Tried[]>()
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    byDay.set(day, [...(byDay.get(day) ?? []), session])
  }
  return trialPlan(trial).map(({ day, arm, pair }) => {
    const there = byDay.get(day) ?? []
    const observed = observationsOf(there)
    const asAsked = observed.filter((each) => isAsAsked(trial, arm, each))
    const said = [...asAsked, ...observed].find(
      ({ before, after }) => before[trial.outcome] !== null && after[trial.outcome] !== null,
    )
    const kept = asAsked.length > 0 ? 'done' : there.length > 0 ? 'otherwise' : day >= today ? 'open' : 'missed'
    return { day, arm, pair, kept, gain: said ? said.after[trial.outcome]! - said.before[trial.outcome]! : null }
  })
}

/** Whether a session is what the trial asked for. */
function isAsAsked({ compares, routineId }: Trial, arm: TrialArm, session: Observation): boolean {
  switch (compares.kind) {
    case 'routines':
      return session.routineId === (arm === 'one' ? routineId : compares.otherRoutineId)
    case 'form':
      return session.routineId === routineId && session.formIds.includes(compares.formId) === (arm === 'one')
    case 'times':
      return session.routineId === routineId && session.time === (arm === 'one' ? 'morning' : 'evening')
  }
}

export interface TrialVerdict {
  /** `running` until its last day is over; then whether one did better. */
  verdict: 'running' | 'one' | 'other' | 'noneSeen'
  /** Days that are over, and of them those with a gain that was said; by what was asked. */
  over: number
  said: Record<TrialArm, number>
  missed: Record<TrialArm, number>
  otherwise: number
  /** How much more gain the one gave than the other, in steps; 95 of 100 lie in the interval. */
  difference: number
  interval: [number, number] | null
  chance: number
  /** The same of the pairs alone in which both days were said. */
  saidDifference: number | null
}

/**
 * What a trial says. Each day counts for what was asked of it, whatever was done (intention to treat); a day without a gain that was said counts
 * as no change. What one would see were both the same is known exactly, as chance chose the days: the signs of the pairs turned in all ways.
 */
export function trialVerdict(days: readonly TrialDay[]): TrialVerdict {
  const closed = days.filter(({ kept }) => kept !== 'open')
  const isOver = closed.length === days.length && days.length > 0
  const pairs = new Map<number, Partial<Record<TrialArm, TrialDay>>>()
  for (const day of closed) pairs.set(day.pair, { ...pairs.get(day.pair), [day.arm]: day })
  const whole = [...pairs.values()].flatMap(({ one, other }) => (one && other ? [{ one, other }] : []))
  const differences = whole.map(({ one, other }) => (one.gain ?? 0) - (other.gain ?? 0))
  const both = whole.flatMap(({ one, other }) =>
    one.gain !== null && other.gain !== null ? [one.gain - other.gain] : [],
  )
  const difference = mean(differences) ?? 0
  const chance = flipChance(differences)
  const counted = (arm: TrialArm, is: (day: TrialDay) => boolean) =>
    closed.filter((day) => day.arm === arm && is(day)).length
  const each = (is: (day: TrialDay) => boolean) => ({ one: counted('one', is), other: counted('other', is) })
  return {
    verdict: !isOver ? 'running' : chance > FALSE_CLAIMS ? 'noneSeen' : difference > 0 ? 'one' : 'other',
    over: closed.length,
    said: each(({ gain }) => gain !== null),
    missed: each(({ kept }) => kept === 'missed'),
    otherwise: closed.filter(({ kept }) => kept === 'otherwise').length,
    difference,
    interval: meanInterval(differences, 1),
    chance,
    saidDifference: mean(both) ?? null,
  }
}

const SIMULATED = 400
/** So many days of a trial are missed, and count as no change: who plans for none finds less than was promised. Our choice. */
const MISSED_SHARE = 0.1
/** From so many pairs on the normal curve stands in for turning all signs: of many played trials nobody sees the difference. */
const NORMAL_FROM_PAIRS = 12

/** How often a trial of so many pairs would find a gain of so many steps, with days that spread so: by playing it many times. */
export function trialPower(pairs: number, gain: number, spread: number, chance: Chance): number {
  const normal = normalFrom(chance)
  let found = 0
  for (let turn = 0; turn < SIMULATED; turn += 1) {
    const differences = Array.from({ length: pairs }, () => {
      const said = (more: number) => (chance() < MISSED_SHARE ? 0 : Math.round(spread * normal() + more))
      return said(gain) - said(0)
    })
    const sum = differences.reduce((total, each) => total + each, 0)
    const size = Math.sqrt(differences.reduce((total, each) => total + each * each, 0))
    const likely = pairs < NORMAL_FROM_PAIRS ? flipChance(differences) : twoSided(sum / Math.max(size, 1e-9))
    if (likely <= FALSE_CLAIMS && sum > 0) found += 1
  }
  return found / SIMULATED
}

/** The fewest pairs of days with which a trial finds a gain of so many steps as surely as is wanted; the most that may be where none do. */
export function pairsWanted(gain: number, spread: number, chance: Chance): number {
  // Where the formula puts it, a few fewer are tried first.
  const about = 2 * (((normalQuantile(1 - FALSE_CLAIMS / 2) + normalQuantile(WANTED_POWER)) * spread) / gain) ** 2
  let pairs = Math.max(TRIAL_LIMITS.leastPairs, Math.floor(about) - 2)
  // One fixed stream a size, so that more pairs are not luckier.
  while (pairs < TRIAL_LIMITS.mostPairs && trialPower(pairs, gain, spread, chance) < WANTED_POWER + 0.02) pairs += 1
  return Math.min(pairs, TRIAL_LIMITS.mostPairs)
}

/** How far changes from before to after spread, one's own, held by the usual while there are few. */
export function changeSpread(
  sessions: readonly Pick<SessionRecord, 'before' | 'after'>[],
  scale: FeelingScale,
): number {
  const changes = sessions.flatMap(({ before, after }) =>
    before[scale] !== null && after[scale] !== null ? [after[scale] - before[scale]] : [],
  )
  return heldSpread(variance(changes) ?? 0, changes.length, TELLING_GAIN[scale])
}
