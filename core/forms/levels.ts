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
