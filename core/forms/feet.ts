import type { Form, Side, Stance } from './types'

/** One foot seen from above. Places are in lengths of a foot from the middle: x to the right, y ahead. */
export interface Foot {
  x: number
  y: number
  /** How far the toes point outward (to the right) from straight ahead, in degrees. */
  turnedDegrees: number
  /** What it bears of the body's weight, 0 to 1; nothing where a chair or the floor bears it. */
  bears: number
  /** Whether it is off the floor. */
  lifted: boolean
}

/** How one stands, seen from above. */
export interface Footing {
  left: Foot
  right: Foot
  /** What bears the body instead of the feet. */
  on: 'feet' | 'chair' | 'floor'
  /** Where the step goes, clockwise from straight ahead; null where nothing steps. */
  stepDegrees: number | null
}

const foot = (x: number, y = 0, turnedDegrees = 0, bears = 0.5, lifted = false): Foot => ({
  x,
  y,
  turnedDegrees,
  bears,
  lifted,
})
/** Two feet side by side, so many foot lengths apart between their middles. */
const beside = (width: number, turned = 0, bears = 0.5) => ({
  left: foot(-width / 2, 0, -turned, bears),
  right: foot(width / 2, 0, turned, bears),
})

/** How feet are set in each stance, the right one leading. Widths and shares of the weight: common practice, no source. */
const STANDS: Record<Stance, Omit<Footing, 'stepDegrees'>> = {
  together: { ...beside(0.42), on: 'feet' },
  hipWidth: { ...beside(0.8), on: 'feet' },
  shoulderWidth: { ...beside(1.3), on: 'feet' },
  wide: { ...beside(2.3, 12), on: 'feet' },
  diagonalStep: { left: foot(-0.5, -0.5, -25, 0.4), right: foot(0.75, 0.55, 25, 0.6), on: 'feet' },
  bow: { left: foot(-0.55, -0.85, -40, 0.3), right: foot(0.55, 0.85, 5, 0.7), on: 'feet' },
  empty: { left: foot(-0.35, -0.45, -40, 0.9), right: foot(0.3, 0.65, 0, 0.1), on: 'feet' },
  low: { left: foot(-1.1, -0.1, -40, 0.85), right: foot(1.3, 0.1, 5, 0.15), on: 'feet' },
  tandem: { left: foot(0, -0.52, 0), right: foot(0, 0.52, 0), on: 'feet' },
  oneLeg: { left: foot(-0.3, 0, -5, 1), right: foot(0.4, 0.15, 0, 0, true), on: 'feet' },
  seated: { ...beside(0.9, 0, 0), on: 'chair' },
  lying: { ...beside(0.7, 15, 0), on: 'floor' },
}

const mirrored = ({ left, right, on, stepDegrees }: Footing): Footing => {
  const over = ({ x, turnedDegrees, ...rest }: Foot): Foot => ({ ...rest, x: -x, turnedDegrees: -turnedDegrees })
  return {
    left: over(right),
    right: over(left),
    on,
    stepDegrees: stepDegrees === null ? null : (360 - stepDegrees) % 360,
  }
}

/** The feet turned so that the leading one stands in a direction, clockwise from straight ahead. */
function toward(stand: Omit<Footing, 'stepDegrees'>, degrees: number): Omit<Footing, 'stepDegrees'> {
  const angle = (degrees * Math.PI) / 180
  const distance = Math.hypot(stand.right.x - stand.left.x, stand.right.y - stand.left.y) / 2
  const x = Math.sin(angle) * distance
  const y = Math.cos(angle) * distance
  const left = { ...stand.left, x: -x, y: -y }
  return { ...stand, left, right: { ...stand.right, x, y, turnedDegrees: Math.min(60, degrees / 2) } }
}

/**
 * How one stands in a form, or in one of its moves, on a side: as the right side has it, mirrored for the left. On one leg the side names
 * the leg that moves or the one that stands, as the form says.
 */
export function footingOf(form: Form, side: Side = 'none', moveIndex = 0): Footing {
  const move = form.moves[moveIndex]
  const stance = move?.stance ?? form.stance
  const stepDegrees = move?.directionDegrees ?? (stance === 'diagonalStep' ? form.diagonalDegrees : null)
  const plain = STANDS[stance]
  const stand = stance === 'diagonalStep' && stepDegrees !== null ? toward(plain, stepDegrees) : plain
  const isLeft = side === 'left' || (side === 'none' && form.sides !== 'none')
  const onLeft = stance === 'oneLeg' && form.sideNames === 'standingLeg' ? !isLeft : isLeft
  const footing = { ...stand, stepDegrees }
  return onLeft ? mirrored(footing) : footing
}
