import { bisectLeft, mean, median, variance } from 'd3-array'
import { FEELING_STEPS, PAIN } from '../journal'
import { blockLength, likeness, meanInterval } from './blocks'
import { blockSums, flipChance } from './flips'
import { falseShares } from './many'
import { OUTCOMES, type Observation, type Outcome } from './observations'
import { changesNeeded, FALSE_CLAIMS, heldSpread, pairsNeeded, TELLING_GAIN } from './power'
import { isAbout, isMain, isPair, questionsOf, type Question } from './questions'
import { withoutSlopes } from './slopes'

/**
 * What can be said. `maybeReturn`: a gain, but only in sessions that began lower than usual, so that it may be no more than things coming back to
 * where they usually are.
 */
export type Verdict = 'tooFew' | 'better' | 'worse' | 'maybeReturn' | 'noneSeen'

export interface Answer {
  question: Question
  verdict: Verdict
  /** Sessions that answer, and about how many are needed before anything is said. */
  sessions: number
  needed: number
  /** Mean gain in steps of the scale (for pain, less is a gain): what is asked about, as it would be from the usual beginning. */
  gain: number
  /** Between what it lies, 95 of 100; null where that cannot be told. */
  interval: [number, number] | null
  /** How likely so much were, if there were nothing; and how much of what is claimed at it would be false, of all that is asked. */
  chance: number
  falseShare: number
  /** How sessions went, by the steps of their change as said. */
  changes: { steps: number; sessions: number }[]
  /** Of sessions that began lower than usual, and of the others: how many, and their mean change as said. */
  began: Record<'lower' | 'notLower' | 'notHigher', Began>
}
export interface Began {
  sessions: number
  gain: number
  /** How likely so much were by chance. */
  chance: number
}

/** A change turned so that more is better. */
const better = (outcome: Outcome, change: number) => (outcome === 'pain' ? -change : change)

/** The pairs of one outcome, each with its change, and what of the change is left once the return to the usual is taken out. */
interface Pair {
  session: Observation
  before: number
  gain: number
  /** The gain as it would be from the usual beginning. */
  fromUsual: number
}

/**
 * What came before is taken into account by the slopes of change on beginning over all sessions, its own and that of the other scales: whoever
 * begins low mostly rises, with or without practice (regression to the mean; Bland and Altman, British Medical Journal 308, 1994). Over all
 * sessions the mean gain stays as it is; what is left beside it is widened for the two slopes that were drawn from it.
 */
function pairsOf(sessions: readonly Observation[], outcome: Outcome): Pair[] {
  const pairs = sessions
    .filter((session) => isPair(session, outcome))
    .map((session) => ({
      session,
      before: better(outcome, session.before[outcome]!),
      gain: better(outcome, session.after[outcome]! - session.before[outcome]!),
    }))
  const others = OUTCOMES.filter((other) => other !== outcome)
  const otherwise = pairs.map(({ session, before }) => {
    const said = others.flatMap((other) => (session.before[other] === null ? [] : better(other, session.before[other])))
    return mean(said) ?? before
  })
  const gains = pairs.map(({ gain }) => gain)
  const usual = mean(gains) ?? 0
  const left = withoutSlopes(gains, [pairs.map(({ before }) => before), otherwise])
  const widened = Math.sqrt(pairs.length / Math.max(1, pairs.length - 2))
  return pairs.map((pair, index) => ({ ...pair, fromUsual: usual + widened * left[index]! }))
}

/**
 * Sessions that began lower than usual, and the others. Usual is the middle of all beginnings. What began at the end of the scale can only go one
 * way, and is no witness of that.
 */
function beganOf(all: readonly Pair[], asked: readonly Pair[], outcome: Outcome): Answer['began'] {
  const [worst, best] = outcome === 'pain' ? [-PAIN.most, -PAIN.least] : [1, FEELING_STEPS]
  const usual = median(all, ({ before }) => before) ?? 0
  const part = (pairs: readonly Pair[]): Began => {
    const gains = pairs.map(({ gain }) => gain)
    return { sessions: pairs.length, gain: mean(gains) ?? 0, chance: flipChance(gains) }
  }
  return {
    lower: part(asked.filter(({ before }) => before < usual)),
    notLower: part(asked.filter(({ before }) => before >= usual && before < best)),
    notHigher: part(asked.filter(({ before }) => before <= usual && before > worst)),
  }
}

function changesOf(pairs: readonly Pair[]): Answer['changes'] {
  const counts = new Map<number, number>()
  for (const { gain } of pairs) counts.set(gain, (counts.get(gain) ?? 0) + 1)
  return [...counts].map(([steps, sessions]) => ({ steps, sessions })).sort((one, other) => one.steps - other.steps)
}

/** Scores whose sum is far from 0 when the answer is yes, and what the answer is about in steps. */
interface Asked {
  scores: number[]
  /** What each score is a part of: their mean is the effect. */
  effects: number[]
  sessions: number
  needed: (strictChance: number) => number
}

function askedOf({ outcome, about, kind }: Question, pairs: readonly Pair[]): Asked {
  const telling = TELLING_GAIN[outcome]
  const inIt = pairs.filter(({ session }) => isAbout(about, session))
  if (kind === 'change') {
    const effects = inIt.map(({ fromUsual }) => fromUsual)
    const spread = heldSpread(variance(effects) ?? 0, effects.length, telling)
    const like = likeness(effects)
    return {
      ...{ scores: effects, effects, sessions: effects.length },
      needed: (strict) => changesNeeded(spread, telling, strict, like),
    }
  }
  // Against the others: each session's part in the difference of the two means.
  const share = inIt.length / pairs.length
  const all = mean(pairs, ({ fromUsual }) => fromUsual) ?? 0
  const scores = pairs.map((pair) => (pair.fromUsual - all) * ((isAbout(about, pair.session) ? 1 : 0) - share))
  const effects = scores.map((score) => score / (share * (1 - share)))
  const rest = pairs.map(({ fromUsual }) => fromUsual)
  const spread = heldSpread(variance(rest) ?? 0, rest.length, telling)
  const like = likeness(scores)
  return {
    ...{ scores, effects, sessions: inIt.length },
    // The smaller share of two is worth fewer.
    needed: (strict) => Math.ceil(changesNeeded(spread, telling, strict, like) / Math.max(0.05, 1 - share)),
  }
}

const WEEK_MS = 7 * 86_400_000
const DAY_MS = 86_400_000

/**
 * From day to day: the first beginning of each day against the hours practised in the seven days before it less those in the seven days after.
 * Who practises the more the worse they feel does so on both sides of a bad day; only what practice does lies on one. The run of time is taken
 * out.
 */
function weekAsked(sessions: readonly Observation[], outcome: Outcome): Asked {
  const lastMs = sessions.at(-1)!.startedAtMs
  const begun = sessions.filter(
    ({ before, startedAtMs }, index) =>
      before[outcome] !== null && startedAtMs + WEEK_MS <= lastMs && !isSecondOfDay(sessions, index),
  )
  const hours = hoursIn(sessions)
  const values = begun.map(({ before }) => better(outcome, before[outcome]!))
  const time = [begun.map(({ startedAtMs }) => startedAtMs / WEEK_MS)]
  const x = withoutSlopes(
    begun.map(
      ({ startedAtMs, seconds }) =>
        hours(startedAtMs - WEEK_MS, startedAtMs) - hours(startedAtMs, startedAtMs + WEEK_MS) + seconds / 3600,
    ),
    time,
  )
  const y = withoutSlopes(values, time)
  const scores = x.map((each, index) => each * y[index]!)
  const spread = x.reduce((total, each) => total + each * each, 0)
  return {
    scores,
    // Twice, as a difference of two weeks spreads twice as far as one.
    effects: scores.map((score) => (spread > 0 ? (2 * score * scores.length) / spread : 0)),
    sessions: begun.length,
    needed: (strict) => pairsNeeded(strict, likeness(scores)),
  }
}

/** Whether another session began within half a day before. */
const isSecondOfDay = (sessions: readonly Observation[], index: number) =>
  index > 0 && sessions[index]!.startedAtMs - sessions[index - 1]!.startedAtMs < DAY_MS / 2

/** Hours practised in sessions that began from one instant on and before another. */
function hoursIn(sessions: readonly Observation[]): (fromMs: number, toMs: number) => number {
  const starts = sessions.map(({ startedAtMs }) => startedAtMs)
  const sums = [0]
  for (const { seconds } of sessions) sums.push(sums.at(-1)! + seconds / 3600)
  return (fromMs, toMs) => sums[bisectLeft(starts, toMs)]! - sums[bisectLeft(starts, fromMs)]!
}

/** Sessions whose weeks overlap are one block at least. */
const WEEK_BLOCK = 10

/** Answer all that a journal can be asked. Sessions in order of their time; the same for the same sessions. */
export function benefit(sessions: readonly Observation[]): Answer[] {
  const questions = questionsOf(sessions)
  const pairs = new Map(
    [...new Set(questions.map(({ outcome }) => outcome))].map((each) => [each, pairsOf(sessions, each)]),
  )
  const strictest = (main: boolean) => HALF / Math.max(1, questions.filter((each) => isMain(each) === main).length)
  const drafts = questions.map((question): Answer => {
    const { outcome, about, kind } = question
    const all = pairs.get(outcome)!
    const asked = kind === 'week' ? weekAsked(sessions, outcome) : askedOf(question, all)
    const length = Math.max(kind === 'week' ? WEEK_BLOCK : 1, blockLength(asked.scores))
    const inIt = all.filter(({ session }) => isAbout(about, session))
    const needed = asked.needed(strictest(isMain(question)))
    return {
      question,
      verdict: asked.sessions < needed ? 'tooFew' : 'noneSeen',
      sessions: asked.sessions,
      needed,
      gain: mean(asked.effects) ?? 0,
      interval: meanInterval(asked.effects, length),
      chance: flipChance(blockSums(asked.scores, length)),
      falseShare: 1,
      changes: changesOf(inIt),
      began: beganOf(all, inIt, outcome),
    }
  })
  for (const main of [true, false]) {
    const family = drafts.filter(({ question }) => isMain(question) === main)
    const shares = falseShares(family.map(({ chance }) => chance))
    family.forEach((answer, index) => {
      answer.falseShare = shares[index]!
      if (answer.verdict === 'noneSeen' && answer.falseShare <= HALF) answer.verdict = claimOf(answer)
    })
  }
  return drafts
}

/** What comes first and the rest each have half of the false claims that are allowed. */
const HALF = FALSE_CLAIMS / 2
/** At least so many sessions that did not begin lower, and so far from chance, tell that a gain is more than a return. Our choice. */
const MORE_THAN_RETURN = { sessions: 5, chance: 0.4 }
const isMoreThanReturn = ({ sessions, chance }: Began) =>
  sessions >= MORE_THAN_RETURN.sessions && chance <= MORE_THAN_RETURN.chance

function claimOf({ question: { kind }, gain, began: { notLower, notHigher } }: Answer): Verdict {
  if (kind !== 'change') return gain > 0 ? 'better' : 'worse'
  // What began low mostly rises, and what began high falls: only what goes against that tells of practice.
  if (gain > 0) return notLower.gain > 0 && isMoreThanReturn(notLower) ? 'better' : 'maybeReturn'
  return notHigher.gain < 0 && isMoreThanReturn(notHigher) ? 'worse' : 'maybeReturn'
}
