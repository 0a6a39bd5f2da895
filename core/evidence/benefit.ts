import { variance } from 'd3-array'
import { meanOf } from '../basics'
import { blockLength, autocorrelation, meanInterval } from './blocks'
import { blockSums, flipChance } from './flips'
import { falseDiscoveryRates } from './many'
import type { Observation } from './observations'
import { beganGains, beganOf, changesOf, pairsOf, type Began, type Pairs } from './pairs'
import { changesNeeded, FALSE_CLAIMS, heldSpread, TELLING_GAIN } from './power'
import { isMain, membership, questionsOf, type About, type Question } from './questions'
import { weekAsked, type Asked } from './week'

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
/** What a question is asked of: which of the pairs it is about, and the scores that answer it. */
function askedOf(
  { kind }: Question,
  { outcome, sessions, fromUsual, mean, spread: ofAll }: Pairs,
  inIt: readonly number[],
): Asked {
  const telling = TELLING_GAIN[outcome]
  if (kind === 'change') {
    const scores = new Float64Array(inIt.length)
    for (let at = 0; at < inIt.length; at += 1) scores[at] = fromUsual[inIt[at]!]!
    const spread = heldSpread(variance(scores) ?? 0, scores.length, telling)
    const like = autocorrelation(scores)
    return {
      scores,
      scale: 1,
      sessions: scores.length,
      like,
      needed: (strict) => changesNeeded(spread, telling, strict, like),
    }
  }
  // Against the others: each session's part in the difference of the two means.
  const share = inIt.length / sessions.length
  const scores = fromUsual.map((gain) => -share * (gain - mean))
  for (const at of inIt) scores[at] = (1 - share) * (fromUsual[at]! - mean)
  const spread = heldSpread(ofAll, sessions.length, telling)
  const like = autocorrelation(scores)
  return {
    scores,
    scale: 1 / (share * (1 - share)),
    sessions: inIt.length,
    like,
    // The smaller share of two is worth fewer.
    needed: (strict) => Math.ceil(changesNeeded(spread, telling, strict, like) / Math.max(0.05, 1 - share)),
  }
}

/** Sessions whose weeks overlap are one block at least. */
const WEEK_BLOCK = 14

/** Answer all that a journal can be asked. Sessions in order of their time; the same for the same sessions. */
export function benefit(sessions: readonly Observation[]): Answer[] {
  const isIn = membership(sessions)
  const questions = questionsOf(sessions, isIn)
  const pairs = new Map(
    [...new Set(questions.map(({ outcome }) => outcome))].map((each) => [each, pairsOf(sessions, each)]),
  )
  const strictest = (main: boolean) => HALF / Math.max(1, questions.filter((each) => isMain(each) === main).length)
  const known = new Map<string, number[]>()
  const membersOf = (about: About, { outcome, places }: Pairs) => {
    const key = JSON.stringify([outcome, about])
    const before = known.get(key)
    if (before) return before
    const those = isIn(about)
    const members: number[] = []
    for (let at = 0; at < places.length; at += 1) if (those[places[at]!]) members.push(at)
    known.set(key, members)
    return members
  }
  const drafts = questions.map((question): Answer => {
    const { outcome, about, kind } = question
    const all = pairs.get(outcome)!
    const inIt = membersOf(about, all)
    const asked = kind === 'week' ? weekAsked(sessions, outcome) : askedOf(question, all, inIt)
    const length = Math.max(kind === 'week' ? WEEK_BLOCK : 1, blockLength(asked.scores, asked.like))
    const needed = asked.needed(strictest(isMain(question)))
    const interval = meanInterval(asked.scores, length)
    return {
      question,
      verdict: asked.sessions < needed ? 'tooFew' : 'noneSeen',
      sessions: asked.sessions,
      needed,
      gain: asked.scale * meanOf(asked.scores),
      interval: interval && [asked.scale * interval[0], asked.scale * interval[1]],
      chance: flipChance(blockSums(asked.scores, length)),
      falseShare: 1,
      // Of the change itself; what is asked besides is about the same sessions.
      changes: kind === 'change' ? changesOf(all, inIt) : [],
      began: kind === 'change' ? beganOf(all, inIt) : NOBODY_BEGAN,
    }
  })
  for (const main of [true, false]) {
    const family = drafts.filter(({ question }) => isMain(question) === main)
    const shares = falseDiscoveryRates(family.map(({ chance }) => chance))
    family.forEach((answer, index) => {
      answer.falseShare = shares[index]!
      if (answer.verdict === 'noneSeen' && answer.falseShare <= HALF)
        answer.verdict = claimOf(answer, () => {
          const all = pairs.get(answer.question.outcome)!
          return beganGains(all, membersOf(answer.question.about, all))
        })
    })
  }
  return drafts
}

/** What comes first and the rest each have half of the false claims that are allowed. */
const HALF = FALSE_CLAIMS / 2
const NOBODY: Began = { sessions: 0, gain: 0 }
const NOBODY_BEGAN = { lower: NOBODY, notLower: NOBODY, notHigher: NOBODY }
/** At least so many sessions that did not begin lower, and so far from chance, tell that a gain is more than a return. Our choice. */
const MORE_THAN_RETURN = { sessions: 5, chance: 0.2 }

/** What is claimed where a change stands out. What began low mostly rises, and what began high falls: only what goes against that tells of practice. */
function claimOf({ question: { kind }, gain }: Answer, began: () => ReturnType<typeof beganGains>): Verdict {
  const up = 'better'
  const down = 'worse'
  if (kind !== 'change') return gain > 0 ? up : down
  const witnesses = gain > 0 ? began().notLower : began().notHigher
  const isMore =
    witnesses.length >= MORE_THAN_RETURN.sessions &&
    meanOf(witnesses) * gain > 0 &&
    flipChance(witnesses) <= MORE_THAN_RETURN.chance
  return isMore ? (gain > 0 ? up : down) : 'maybeReturn'
}
