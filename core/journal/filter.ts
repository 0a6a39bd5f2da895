import { FEELING_SCALES, type FeelingScale, type PainPlace, type SessionRecord } from './types'

/** Which sessions are looked at; what is left out lets all through. */
export interface JournalFilter {
  title?: string
  formId?: string
  /** A scale that was better or worse after than before. */
  felt?: { scale: FeelingScale; how: 'better' | 'worse' }
  sensation?: string
  /** Where it hurt, before or after. */
  pain?: PainPlace
}

type Filtered = Pick<SessionRecord, 'title' | 'done' | 'before' | 'after' | 'sensations'>

/** The sessions that a filter lets through, in their order. */
export function filterSessions<Session extends Filtered>(
  sessions: readonly Session[],
  { title, formId, felt, sensation, pain }: JournalFilter,
): readonly Session[] {
  if (!title && !formId && !felt && !sensation && !pain) return sessions
  return sessions.filter(
    (session) =>
      (!title || session.title === title) &&
      (!formId || session.done.some((step) => step.formId === formId && step.outcome !== 'skipped')) &&
      (!felt || changedSo(session, felt)) &&
      (!sensation || session.sensations.includes(sensation)) &&
      (!pain ||
        [session.before, session.after].some((each) =>
          each.pain?.some(({ place, level }) => place === pain && level > 0),
        )),
  )
}

function changedSo({ before, after }: Filtered, { scale, how }: NonNullable<JournalFilter['felt']>): boolean {
  const was = before[scale]
  const is = after[scale]
  return was !== null && is !== null && (how === 'better' ? is > was : is < was)
}

/** What there is to filter by, each as it comes: titles and forms by name, places and sensations by how often. */
export interface FilterChoices {
  titles: string[]
  forms: { formId: string; name: string }[]
  sensations: string[]
  places: PainPlace[]
  felt: { scale: FeelingScale; how: 'better' | 'worse' }[]
}
export function filterChoices(sessions: readonly Filtered[]): FilterChoices {
  const forms = new Map<string, string>()
  const titles = new Set<string>()
  const sensations = new Map<string, number>()
  const places = new Map<PainPlace, number>()
  const more = <Key>(counts: Map<Key, number>, key: Key) => counts.set(key, (counts.get(key) ?? 0) + 1)
  for (const { title, done, sensations: felt, before, after } of sessions) {
    titles.add(title)
    for (const { formId, formName, outcome } of done) if (outcome !== 'skipped') forms.set(formId, formName)
    for (const each of felt) more(sensations, each)
    for (const { place, level } of [...(before.pain ?? []), ...(after.pain ?? [])]) if (level > 0) more(places, place)
  }
  const often = <Key>(counts: Map<Key, number>) =>
    [...counts].sort((one, other) => other[1] - one[1]).map(([key]) => key)
  return {
    titles: [...titles].sort((one, other) => one.localeCompare(other)),
    forms: [...forms]
      .map(([formId, name]) => ({ formId, name }))
      .sort((one, other) => one.name.localeCompare(other.name)),
    sensations: often(sensations),
    places: often(places),
    felt: FEELING_SCALES.flatMap((scale) => (['better', 'worse'] as const).map((how) => ({ scale, how }))),
  }
}
