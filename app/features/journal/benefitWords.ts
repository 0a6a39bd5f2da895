import type { About, Answer, LengthOfSession, Outcome, TimeOfDay } from '#core/evidence'
import { plural } from '~/shared/words/numbers'
import { SCALE_WORDS } from '~/shared/words/body'

/** What the evidence says, in sentences. Names of routines and forms are given, as the evidence knows ids only. */
export type NameOf = (about: About) => string

const TIME_NAMES: Record<TimeOfDay, string> = {
  morning: 'practice in the morning',
  day: 'practice in the afternoon',
  evening: 'practice in the evening',
}
const LENGTH_NAMES: Record<LengthOfSession, string> = {
  short: 'sessions under 10 min',
  middling: 'sessions of 10 to 20 min',
  long: 'sessions over 20 min',
}
/** "practice in the evening", "“Sunday by the window”", "sessions with Cloud hands". */
export function aboutPhrase(about: About, nameOf: NameOf): string {
  switch (about.kind) {
    case 'all':
      return 'all practice'
    case 'time':
      return TIME_NAMES[about.time]
    case 'length':
      return LENGTH_NAMES[about.length]
    case 'routine':
      return `“${nameOf(about)}”`
    case 'form':
      return `sessions with ${nameOf(about)}`
  }
}

/** "energy", "ease of body", "the worst pain". */
export const outcomeName = (outcome: Outcome): string =>
  outcome === 'pain' ? 'the worst pain' : SCALE_WORDS[outcome].name.toLowerCase()
const upper = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** "0.4", "−1.2"; what rounds to nothing has no sign. */
export function stepsPhrase(steps: number): string {
  const rounded = Math.round(steps * 10) / 10
  return `${rounded < 0 ? '−' : ''}${Math.abs(rounded).toFixed(1)}`
}
const unitOf = (outcome: Outcome) => (outcome === 'pain' ? 'points' : 'steps')
const betweenPhrase = ({ interval, question: { outcome } }: Answer) =>
  interval ? `between ${stepsPhrase(interval[0])} and ${stepsPhrase(interval[1])} ${unitOf(outcome)}` : ''

/** "Calm is better after practice in the evening, by about 1.4 steps (between 1.2 and 1.7 steps; 37 sessions)." */
export function answerPhrase(answer: Answer, nameOf: NameOf): string {
  const { question, verdict, sessions, needed } = answer
  if (verdict === 'tooFew') return tooFewPhrase(sessions, needed)
  if (question.kind === 'week') return weekPhrase(answer)
  return question.kind === 'change' ? changePhrase(answer, nameOf) : againstPhrase(answer, nameOf)
}

const tooFewPhrase = (sessions: number, needed: number) =>
  `Too few to say yet: ${plural(sessions, 'session')} of about ${needed} that ${sessions === 1 ? 'says' : 'say'} how it was.`

function changePhrase(answer: Answer, nameOf: NameOf): string {
  const { question, verdict, sessions, gain, began } = answer
  const what = upper(outcomeName(question.outcome))
  const after = `after ${aboutPhrase(question.about, nameOf)}`
  const by = `by about ${stepsPhrase(Math.abs(gain))} ${unitOf(question.outcome)}`
  const range = `${betweenPhrase(answer)}; ${plural(sessions, 'session')}`
  const isPain = question.outcome === 'pain'
  switch (verdict) {
    case 'better':
      return `${what} is ${isPain ? 'less' : 'better'} ${after}, ${by} (${range}).`
    case 'worse':
      return `${what} is ${isPain ? 'more' : 'worse'} ${after}, ${by} (${range}).`
    case 'maybeReturn': {
      const { sessions: others, gain: othersGain } = gain > 0 ? began.notLower : began.notHigher
      const began_ = gain > 0 === !isPain ? 'lower' : 'higher'
      return (
        `${what} changed ${after} ${by} (${range}), but that may be no more than a return to the usual: of the ` +
        `${plural(others, 'session')} that did not begin ${began_} than usual, the mean is ${stepsPhrase(othersGain)}.`
      )
    }
    default:
      return `No change of ${outcomeName(question.outcome)} stands out ${after} (${range}).${smallPhrase(answer)}`
  }
}

/** Where the interval is narrow, what would have been seen. */
const smallPhrase = ({ question: { outcome } }: Answer) =>
  ` A change of ${outcome === 'pain' ? 'two points' : 'one step'} would most likely have been seen.`

function againstPhrase(answer: Answer, nameOf: NameOf): string {
  const { question, verdict, gain } = answer
  const than = `than after other sessions`
  const by = `by about ${stepsPhrase(Math.abs(gain))} ${unitOf(question.outcome)} (${betweenPhrase(answer)})`
  if (verdict === 'better') return `That is a larger gain ${than}, ${by}.`
  if (verdict === 'worse') return `That is a smaller gain ${than}, ${by}.`
  return `It differs from other sessions by no more than chance may do (${betweenPhrase(answer)}); ${aboutPhrase(question.about, nameOf)} against all others.`
}

function weekPhrase(answer: Answer): string {
  const { question, verdict, sessions, gain } = answer
  const what = outcomeName(question.outcome)
  const hour = `${stepsPhrase(Math.abs(gain))} ${unitOf(question.outcome)} for each hour more in a week (${betweenPhrase(answer)}; ${plural(sessions, 'day')})`
  if (verdict === 'noneSeen')
    return `Weeks of more practice are not followed by another ${what} at the beginning: ${hour}.`
  const better = (verdict === 'better') === (question.outcome !== 'pain') ? 'more' : 'less'
  return `Weeks of more practice are followed by ${better} ${what} at the beginning, by about ${hour}. They go together; which of them brings the other, a trial can tell.`
}
