import type { Answer, Outcome } from '../evidence'

/** A routine or form after which the journal can say that it was better, or worse than after others. */
export interface EffectSeen {
  about: { kind: 'routine'; routineId: string } | { kind: 'form'; formId: string }
  outcome: Outcome
  isBetter: boolean
  /** Sessions with it that say how it was before and after; in how many of them it was better after it, and in how many worse. */
  sessions: number
  better: number
  worse: number
  /** Mean gain in these sessions and in all others (null without others). Less pain is a gain. */
  gain: number
  othersGain: number | null
}

type Changes = Answer['changes']
const sessionsOf = (changes: Changes) => changes.reduce((sum, { sessions }) => sum + sessions, 0)
const stepsOf = (changes: Changes) => changes.reduce((sum, { steps, sessions }) => sum + steps * sessions, 0)

/**
 * What the journal finds of single routines and forms, as far as it can say; nothing is said twice. That it is better is said only where the
 * sessions themselves mostly went so; that it is worse counts only against others, and where they went better: all practice may come before a
 * hard part of the day.
 */
export function effectsSeen(answers: readonly Answer[]): EffectSeen[] {
  const changesOf = new Map<string, Changes>()
  for (const { question, changes } of answers) {
    if (question.kind === 'change') changesOf.set(JSON.stringify([question.about, question.outcome]), changes)
  }
  const found = new Map<string, EffectSeen>()
  for (const { question, verdict } of answers) {
    const { about, outcome, kind } = question
    if ((about.kind !== 'routine' && about.kind !== 'form') || kind === 'week') continue
    const isBetter = verdict === 'better'
    if (!isBetter && !(verdict === 'worse' && kind === 'against')) continue
    const key = JSON.stringify([about, outcome])
    const facts = factsOf(changesOf.get(key), changesOf.get(JSON.stringify([{ kind: 'all' }, outcome])))
    if (!facts) continue
    const { better, worse, gain, othersGain } = facts
    const isSo = isBetter ? better > worse && gain > 0 : othersGain !== null && gain < othersGain
    if (isSo && (!found.has(key) || !isBetter)) found.set(key, { about, outcome, isBetter, ...facts })
  }
  return [...found.values()]
}

/** Counts and means of the sessions with it and of the others; null without answers. */
function factsOf(withIt: Changes | undefined, all: Changes | undefined) {
  const sessions = withIt ? sessionsOf(withIt) : 0
  if (!withIt || !all || sessions === 0) return null
  const others = sessionsOf(all) - sessions
  return {
    sessions,
    better: sessionsOf(withIt.filter(({ steps }) => steps > 0)),
    worse: sessionsOf(withIt.filter(({ steps }) => steps < 0)),
    gain: stepsOf(withIt) / sessions,
    othersGain: others > 0 ? (stepsOf(all) - stepsOf(withIt)) / others : null,
  }
}
