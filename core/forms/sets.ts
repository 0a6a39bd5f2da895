import type { Form } from './types'

/** Sets that are one thing, whichever school's: done whole and in order, or only a piece of it. */
export const SET_FAMILIES = ['eightPieces', 'fivePhases', 'shortForm', 'fiveAnimals', 'tendonSet', 'sixSounds'] as const
export type SetFamily = (typeof SET_FAMILIES)[number]

/** How such a set is called in the catalogue, its school behind it, and how many pieces it has. Common practice, no source. */
const FAMILIES: Record<SetFamily, { begins: string; pieces: number }> = {
  eightPieces: { begins: 'The eight pieces', pieces: 8 },
  fivePhases: { begins: 'Five-phase', pieces: 5 },
  shortForm: { begins: 'Short form of twenty-four', pieces: 8 },
  fiveAnimals: { begins: 'Five animals', pieces: 5 },
  tendonSet: { begins: 'Tendon-changing set', pieces: 12 },
  sixSounds: { begins: 'Six healing sounds', pieces: 6 },
}

/** So many pieces are the whole of a set. */
export const piecesOf = (family: SetFamily): number => FAMILIES[family].pieces

/** The set that is one thing to which a form belongs; null for a form that stands alone, and for loose collections. */
export function setFamilyOf({ set }: Pick<Form, 'set'>): SetFamily | null {
  return SET_FAMILIES.find((family) => set?.name.startsWith(FAMILIES[family].begins)) ?? null
}
