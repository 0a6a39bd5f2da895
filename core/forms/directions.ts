/** Eighths of the circle, clockwise from straight ahead: where something goes, and where one faces. */
const EIGHTHS = [
  { to: 'straight ahead', facing: 'ahead' },
  { to: 'to the right corner', facing: 'the right corner' },
  { to: 'to the right', facing: 'right' },
  { to: 'to the right corner behind', facing: 'the right corner behind' },
  { to: 'straight back', facing: 'back' },
  { to: 'to the left corner behind', facing: 'the left corner behind' },
  { to: 'to the left', facing: 'left' },
  { to: 'to the left corner', facing: 'the left corner' },
] as const
/** Words for directions that people also use, in degrees. */
const ALSO: Record<string, number> = { forward: 0, ahead: 0, behind: 180, back: 180, right: 90, left: 270 }

const turned = (degrees: number) => ((degrees % 360) + 360) % 360
const eighthOf = (degrees: number) => EIGHTHS[Math.round(turned(degrees) / 45) % 8]!
const isEighth = (degrees: number) => turned(degrees) % 45 === 0

/** The directions that have words of their own: the eighths of the circle and the hours of the clock, clockwise. */
export const NAMED_DIRECTIONS: readonly number[] = Array.from({ length: 24 }, (_, at) => at * 15).filter(
  (degrees) => degrees % 45 === 0 || degrees % 30 === 0,
)

/** "to the left corner", "toward 2 o'clock"; what has no such words is near to one that has. Never degrees. */
export function directionWords(degrees: number): string {
  if (isEighth(degrees)) return eighthOf(degrees).to
  const hour = turned(degrees) / 30
  return Number.isInteger(hour) ? `toward ${hour} o'clock` : `nearly ${eighthOf(degrees).to}`
}
/** "facing left", "facing 10 o'clock"; to the nearest of them. */
export function facingWords(degrees: number): string {
  const hour = turned(degrees) / 30
  return isEighth(degrees) || !Number.isInteger(hour) ? `facing ${eighthOf(degrees).facing}` : `facing ${hour} o'clock`
}

/** The same for plain lines, from which exactly this is read again. */
const isNamed = (degrees: number) => NAMED_DIRECTIONS.includes(degrees)
export const directionLine = (degrees: number) =>
  isNamed(degrees) ? directionWords(degrees) : `toward ${degrees} degrees`
export const facingLine = (degrees: number) => (isNamed(degrees) ? facingWords(degrees) : `facing ${degrees} degrees`)

/** A direction as it is said in plain lines ("to the left corner", "straight back", "toward 60 degrees"), in degrees; null where none is said. */
export function readDirection(plain: string): number | null {
  const named = EIGHTHS.findIndex(({ to }) => to === plain)
  if (named >= 0) return named * 45
  const [, words] = /^(?:toward|towards|to) (?:the )?(.+)$/.exec(plain) ?? []
  return words === undefined ? null : readWords(words)
}
/** Where one faces as it is said in plain lines ("facing left", "facing 9 o'clock"), in degrees; null where that is not said. */
export function readFacing(plain: string): number | null {
  const [, words] = /^facing (?:to )?(?:the )?(.+)$/.exec(plain) ?? []
  return words === undefined ? null : readWords(words)
}
function readWords(words: string): number | null {
  const measured = /^(\d+(?:\.\d+)?) (degrees|o['’]clock)$/.exec(words)
  if (measured) {
    const degrees = measured[2] === 'degrees' ? Number(measured[1]) : (Number(measured[1]) % 12) * 30
    return degrees < 360 ? degrees : null
  }
  const named = EIGHTHS.findIndex(({ facing }) => facing === words || facing === `the ${words}`)
  return named >= 0 ? named * 45 : (ALSO[words] ?? null)
}
