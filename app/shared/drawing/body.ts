import type { Area } from '#core/forms'
import type { PainPlace } from '#core/journal'

/** A part of the drawn body: a pebble in a field of 120 by 250, seen from the front or from behind. */
export interface BodyPart {
  area: Area | null
  /** Where it is, on my own left or right. */
  place: PainPlace
  view: 'front' | 'back'
  x: number
  y: number
  width: number
  height: number
}
export const BODY_FIELD = { width: 120, height: 250 }

type Placed<Place> = [area: Area | null, place: Place, x: number, y: number, width: number, height: number]
type Limb = 'Shoulder' | 'Arm' | 'Wrist' | 'Hand' | 'Leg' | 'Knee' | 'Ankle' | 'Foot'
/** Parts on the half of the body that lies on the left of the drawing; the other half is their mirror. */
const HALF: readonly Placed<Limb>[] = [
  ['shoulders', 'Shoulder', 29, 45, 20, 15],
  ['arms', 'Arm', 23, 62, 14, 31],
  ['arms', 'Arm', 17, 95, 13, 29],
  ['wrists', 'Wrist', 14, 126, 13, 10],
  ['wrists', 'Hand', 10, 138, 15, 18],
  ['legs', 'Leg', 41, 128, 17, 38],
  ['knees', 'Knee', 42, 168, 16, 15],
  ['legs', 'Leg', 43, 185, 14, 32],
  ['ankles', 'Ankle', 44, 219, 12, 9],
  ['feet', 'Foot', 37, 230, 20, 12],
]
const MIDDLE: readonly Placed<PainPlace>[] = [
  [null, 'head', 45, 3, 30, 33],
  ['neck', 'neck', 53, 37, 14, 10],
  ['hips', 'hips', 41, 107, 38, 19],
]
const ONLY: Record<BodyPart['view'], readonly Placed<PainPlace>[]> = {
  front: [
    ['eyes', 'head', 52, 15, 6, 5],
    ['eyes', 'head', 62, 15, 6, 5],
    ['chest', 'chest', 43, 49, 34, 27],
    ['belly', 'belly', 44, 78, 32, 27],
  ],
  back: [
    ['upperBack', 'upperBack', 43, 49, 34, 27],
    ['lowBack', 'lowBack', 44, 80, 32, 25],
    ['spine', 'spine', 56, 46, 8, 62],
  ],
}

/** All parts of a view, those that lie on others last. Seen from the front, my right is on the left of the drawing. */
export function bodyParts(view: BodyPart['view']): BodyPart[] {
  const part = (
    area: Area | null,
    place: PainPlace,
    x: number,
    y: number,
    width: number,
    height: number,
  ): BodyPart => ({
    area,
    place,
    view,
    x,
    y,
    width,
    height,
  })
  const [here, there] = view === 'front' ? (['right', 'left'] as const) : (['left', 'right'] as const)
  return [
    ...HALF.flatMap(([area, limb, x, y, width, height]) => [
      part(area, `${here}${limb}`, x, y, width, height),
      part(area, `${there}${limb}`, BODY_FIELD.width - x - width, y, width, height),
    ]),
    ...[...MIDDLE, ...ONLY[view]].map((placed) => part(...placed)),
  ]
}
