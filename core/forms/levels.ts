import type { Form } from './types'

/** The stations of a form that climbs, in their order: four levels up and down are seven stations. */
export function stationsOf({ levels, levelOrder }: Pick<Form, 'levels' | 'levelOrder'>): string[] {
  return levelOrder === 'upAndDown' ? [...levels, ...levels.slice(0, -1).reverse()] : levels
}

/**
 * The station of a repetition (1 is the first), going through the stations again and again; of so many repetitions in blocks (0 for none),
 * each station takes the same share of them, one after the other. Empty without levels.
 */
export function stationAt(stations: readonly string[], repetition: number, inBlocksOf = 0): string {
  if (stations.length === 0 || repetition < 1) return ''
  if (inBlocksOf > 0)
    return stations[Math.min(stations.length - 1, Math.floor(((repetition - 1) * stations.length) / inBlocksOf))]!
  return stations[(repetition - 1) % stations.length]!
}

/** Whether a form can be done sitting, or is. */
export function canSit(form: Pick<Form, 'stance' | 'versions'>): boolean {
  return form.stance === 'seated' || form.versions.some(({ kind }) => kind === 'seated')
}
