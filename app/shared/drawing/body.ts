import type { Area } from '#core/forms'

/** A part of the drawn body: a pebble in a field of 120 by 250, seen from the front or from behind. */
export interface BodyPart {
  area: Area | null
  view: 'front' | 'back'
  x: number
  y: number
  width: number
  height: number
}
export const BODY_FIELD = { width: 120, height: 250 }

type Placed = [area: Area | null, x: number, y: number, width: number, height: number]
/** Parts on one half of the body; the other half is their mirror. */
const HALF: readonly Placed[] = [
  ['shoulders', 29, 45, 20, 15],
  ['arms', 23, 62, 14, 31],
  ['arms', 17, 95, 13, 29],
  ['wrists', 14, 126, 13, 10],
  ['wrists', 10, 138, 15, 18],
  ['legs', 41, 128, 17, 38],
  ['knees', 42, 168, 16, 15],
  ['legs', 43, 185, 14, 32],
  ['ankles', 44, 219, 12, 9],
  ['feet', 37, 230, 20, 12],
]
const MIDDLE: readonly Placed[] = [
  [null, 45, 3, 30, 33],
  ['neck', 53, 37, 14, 10],
  ['hips', 41, 107, 38, 19],
]
const ONLY: Record<BodyPart['view'], readonly Placed[]> = {
  front: [
    ['eyes', 52, 15, 6, 5],
    ['eyes', 62, 15, 6, 5],
    ['chest', 43, 49, 34, 27],
    ['belly', 44, 78, 32, 27],
  ],
  back: [
    ['upperBack', 43, 49, 34, 27],
    ['lowBack', 44, 80, 32, 25],
    ['spine', 56, 46, 8, 62],
  ],
}

const mirrored = ([area, x, y, width, height]: Placed): Placed => [area, BODY_FIELD.width - x - width, y, width, height]

/** All parts of a view, those that lie on others last. */
export const bodyParts = (view: BodyPart['view']): BodyPart[] =>
  [...HALF, ...HALF.map(mirrored), ...MIDDLE, ...ONLY[view]].map(([area, x, y, width, height]) => ({
    ...{ area, view, x, y, width, height },
  }))
