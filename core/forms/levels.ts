import type { Form } from './types'

/** The stations of a form that climbs, in their order: four levels up and down are seven stations. */
export function stationsOf({ levels, levelOrder }: Pick<Form, 'levels' | 'levelOrder'>): string[] {
  return levelOrder === 'up' ? levels : [...levels, ...levels.slice(0, -1).reverse()]
}

/** The station of a repetition (1 is the first), going through the stations again and again; empty without levels. */
export function stationAt(stations: readonly string[], repetition: number): string {
  return stations.length === 0 || repetition < 1 ? '' : stations[(repetition - 1) % stations.length]!
}

/** Whether a form can be done sitting, or is. */
export function canSit(form: Pick<Form, 'stance' | 'versions'>): boolean {
  return form.stance === 'seated' || form.versions.some(({ kind }) => kind === 'seated')
}

/**
 * The station of a breath of a hold (1 is the first): a hold goes through its stations once, the same number of breaths in each;
 * breaths that do not share out are stayed for in the last one, so that one more breath moves nobody back.
 */
export function stationOfHold(stations: readonly string[], breath: number, breaths: number): string {
  if (stations.length === 0 || breath < 1) return ''
  const each = Math.max(1, Math.floor(breaths / stations.length))
  return stations[Math.min(stations.length - 1, Math.floor((breath - 1) / each))]!
}
