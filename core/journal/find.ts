import { plainSpelling } from '../forms'
import type { Sensation, SessionRecord } from './types'

/** What is looked through. */
type Searched = Pick<SessionRecord, 'title' | 'words' | 'done' | 'companions' | 'sensations'>

/**
 * Sessions in which every word that is looked for stands somewhere: in the title, the words, the names of forms that were done, of those who
 * practised too, or among the sensations (`sensationWords` says them). Spelled as one likes: without accents and capitals. Words in quotes
 * stand together.
 */
export function findSessions<Session extends Searched>(
  sessions: readonly Session[],
  text: string,
  sensationWords: Record<Sensation, string>,
): readonly Session[] {
  const wanted = [...text.matchAll(/"([^"]+)"|(\S+)/g)]
    .map(([, together, alone]) => plainSpelling((together ?? alone)!.replaceAll('"', '')).trim())
    .filter(Boolean)
  if (wanted.length === 0) return sessions
  // Years of sessions say the same few names again and again: each is spelled once.
  const spelled = new Map<string, string>()
  function spell(text: string): string {
    const plain = spelled.get(text) ?? plainSpelling(text)
    spelled.set(text, plain)
    return plain
  }
  return sessions.filter((session) => {
    const all = [
      session.title,
      session.words,
      ...session.done.filter(({ outcome }) => outcome !== 'skipped').map(({ formName }) => formName),
      ...(session.companions ?? []).map(({ name }) => name),
      ...session.sensations.map((sensation) => (sensationWords as Record<string, string>)[sensation] ?? sensation),
    ].map(spell)
    return wanted.every((word) => all.some((each) => each.includes(word)))
  })
}
