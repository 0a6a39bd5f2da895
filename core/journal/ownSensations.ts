import { SENSATIONS, type SessionRecord } from './types'

const isKnown = (sensation: string) => SENSATIONS.some((known) => known === sensation)

/** Sensations in words of one's own, those said in most sessions first. */
export function ownSensations(sessions: readonly Pick<SessionRecord, 'sensations'>[], most: number): string[] {
  const times = new Map<string, number>()
  for (const { sensations } of sessions) {
    for (const each of sensations) if (!isKnown(each)) times.set(each, (times.get(each) ?? 0) + 1)
  }
  return [...times]
    .sort(([one, a], [other, b]) => b - a || one.localeCompare(other))
    .slice(0, most)
    .map(([sensation]) => sensation)
}
