import type { Answer, Outcome } from '../evidence'

/** A routine or form after which the journal can say that it was better, or worse than after others. */
export interface EffectSeen {
  about: { kind: 'routine'; routineId: string } | { kind: 'form'; formId: string }
  outcome: Outcome
  isBetter: boolean
  /** Sessions that answer. */
  sessions: number
}

/**
 * What the journal finds of single routines and forms, as far as it can say; nothing is said twice. That it is worse after one counts only where
 * others were better: all practice may come before a hard part of the day.
 */
export function effectsSeen(answers: readonly Answer[]): EffectSeen[] {
  const found = new Map<string, EffectSeen>()
  for (const { question, verdict, sessions } of answers) {
    const { about, outcome, kind } = question
    if ((about.kind !== 'routine' && about.kind !== 'form') || kind === 'week') continue
    const isBetter = verdict === 'better'
    if (!isBetter && !(verdict === 'worse' && kind === 'against')) continue
    const key = JSON.stringify([about, outcome])
    if (!found.has(key) || !isBetter) found.set(key, { about, outcome, isBetter, sessions })
  }
  return [...found.values()]
}
