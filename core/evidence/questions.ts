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

/** Ids by how many sessions they are in, most first; those in all sessions or in hardly any tell nothing apart. */
function commonest(ids: readonly string[], of: number, most: number): string[] {
  const times = new Map<string, number>()
  for (const id of ids) times.set(id, (times.get(id) ?? 0) + 1)
  return [...times]
    .filter(([, count]) => count >= LEAST_PAIRS && of - count >= LEAST_PAIRS)
    .sort(([one, a], [other, b]) => b - a || one.localeCompare(other))
    .slice(0, most)
    .map(([id]) => id)
}

/** All that a journal can be asked, whether it can answer yet or not. What is asked depends on what was done, never on how it felt. */
export function questionsOf(sessions: readonly Observation[]): Question[] {
  const routines = commonest(
    sessions.flatMap(({ routineId }) => routineId ?? []),
    sessions.length,
    MOST.routines,
  )
  const forms = commonest(
    sessions.flatMap(({ formIds }) => formIds),
    sessions.length,
    MOST.forms,
  )
  const abouts: About[] = [
    ...TIMES_OF_DAY.map((time): About => ({ kind: 'time', time })),
    ...TOLD_LENGTHS.map((length): About => ({ kind: 'length', length })),
    ...routines.map((routineId): About => ({ kind: 'routine', routineId })),
    ...forms.map((formId): About => ({ kind: 'form', formId })),
  ]
  const isIn = abouts.map((about) => Uint8Array.from(sessions, (session) => Number(isAbout(about, session))))
  return OUTCOMES.flatMap((outcome) => {
    const isSaid = Uint8Array.from(sessions, (session) => Number(isPair(session, outcome)))
    const pairs = isSaid.reduce((sum, is) => sum + is, 0)
    if (pairs === 0) return []
    const all = { kind: 'all' } as const
    return [
      { outcome, about: all, kind: 'change' as const },
      ...abouts.flatMap((about, at): Question[] => {
        const count = isIn[at]!.reduce((sum, is, place) => sum + (is & isSaid[place]!), 0)
        // With all of one kind, the question is the one about all.
        if (count < LEAST_PAIRS || count === pairs) return []
        const change = { outcome, about, kind: 'change' as const }
        return pairs - count < LEAST_PAIRS ? [change] : [change, { outcome, about, kind: 'against' }]
      }),
      { outcome, about: all, kind: 'week' as const },
    ]
  })
}
