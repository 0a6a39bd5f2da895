import {
  OUTCOMES,
  TIMES_OF_DAY,
  type LengthOfSession,
  type Observation,
  type Outcome,
  type TimeOfDay,
} from './observations'

/** Which sessions are asked about. */
export type About =
  | { kind: 'all' }
  | { kind: 'time'; time: TimeOfDay }
  | { kind: 'length'; length: LengthOfSession }
  | { kind: 'routine'; routineId: string }
  | { kind: 'form'; formId: string }

/**
 * What is asked: the `change` from before to after in these sessions; their change `against` that of all others; or, from day to day, whether
 * a week of more practice is followed by a better beginning.
 */
export type QuestionKind = 'change' | 'against' | 'week'

export interface Question {
  outcome: Outcome
  about: About
  kind: QuestionKind
}

/** So many routines and forms are asked about, those done in most sessions; and a thing must be seen so often to be a question. Our choice. */
const MOST = { routines: 3, forms: 2 }
const LEAST_PAIRS = 6
/** What is neither is not asked about: every question makes the others harder to answer. */
const TOLD_LENGTHS = ['short', 'long'] as const satisfies readonly LengthOfSession[]

/** Whether a question is one of the few that come first: about all practice. The rest are asked apart, so that they do not drown these. */
export const isMain = ({ about }: Question) => about.kind === 'all'

/** Whether a session is one of those asked about. */
export function isAbout(about: About, session: Observation): boolean {
  switch (about.kind) {
    case 'all':
      return true
    case 'time':
      return session.time === about.time
    case 'length':
      return session.length === about.length
    case 'routine':
      return session.routineId === about.routineId
    case 'form':
      return session.formIds.includes(about.formId)
  }
}

/** Whether a session says how something was before and after. */
export const isPair = (session: Observation, outcome: Outcome) =>
  session.before[outcome] !== null && session.after[outcome] !== null

/** In how many places both have a one. */
function inBoth(one: Uint8Array, other: Uint8Array): number {
  let count = 0
  for (let at = 0; at < one.length; at += 1) count += one[at]! & other[at]!
  return count
}

/** Ids by how many sessions they are in, most first; those in all sessions or in hardly any tell nothing apart. */
function commonest(
  sessions: readonly Observation[],
  idsOf: (session: Observation) => readonly string[],
  most: number,
): string[] {
  const times = new Map<string, number>()
  for (const session of sessions) for (const id of idsOf(session)) times.set(id, (times.get(id) ?? 0) + 1)
  const of = sessions.length
  return [...times]
    .filter(([, count]) => count >= LEAST_PAIRS && of - count >= LEAST_PAIRS)
    .sort(([one, a], [other, b]) => b - a || one.localeCompare(other))
    .slice(0, most)
    .map(([id]) => id)
}

function placesOf(sessions: readonly Observation[], is: (session: Observation) => boolean): Uint8Array {
  const places = new Uint8Array(sessions.length)
  for (let at = 0; at < sessions.length; at += 1) if (is(sessions[at]!)) places[at] = 1
  return places
}

/** Which sessions are asked about, one or nothing for each, looked at once. */
export function membership(sessions: readonly Observation[]): (about: About) => Uint8Array {
  const known = new Map<string, Uint8Array>()
  return (about) => {
    const key = JSON.stringify(about)
    let those = known.get(key)
    if (!those) known.set(key, (those = placesOf(sessions, (session) => isAbout(about, session))))
    return those
  }
}

/** All that a journal can be asked, whether it can answer yet or not. What is asked depends on what was done, never on how it felt. */
export function questionsOf(sessions: readonly Observation[], isIn = membership(sessions)): Question[] {
  const routines = commonest(sessions, ({ routineId }) => (routineId === null ? [] : [routineId]), MOST.routines)
  const forms = commonest(sessions, ({ formIds }) => formIds, MOST.forms)
  const abouts: About[] = [
    ...TIMES_OF_DAY.map((time): About => ({ kind: 'time', time })),
    ...TOLD_LENGTHS.map((length): About => ({ kind: 'length', length })),
    ...routines.map((routineId): About => ({ kind: 'routine', routineId })),
    ...forms.map((formId): About => ({ kind: 'form', formId })),
  ]
  return OUTCOMES.flatMap((outcome) => {
    const isSaid = placesOf(sessions, (session) => isPair(session, outcome))
    const pairs = inBoth(isSaid, isSaid)
    if (pairs === 0) return []
    const all = { kind: 'all' } as const
    return [
      { outcome, about: all, kind: 'change' as const },
      ...abouts.flatMap((about): Question[] => {
        const count = inBoth(isIn(about), isSaid)
        // With all of one kind, the question is the one about all.
        if (count < LEAST_PAIRS || count === pairs) return []
        const change = { outcome, about, kind: 'change' as const }
        return pairs - count < LEAST_PAIRS ? [change] : [change, { outcome, about, kind: 'against' }]
      }),
      { outcome, about: all, kind: 'week' as const },
    ]
  })
}
