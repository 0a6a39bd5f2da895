import { curveCatmullRomClosed, line } from 'd3-shape'

/** A number from 0 to 1 that is always the same for the same words. */
function speckle(words: string, salt: number): number {
  let hash = 2_166_136_261 ^ salt
  for (const letter of words) hash = Math.imul(hash ^ letter.charCodeAt(0), 16_777_619)
  hash ^= hash >>> 13
  return ((Math.imul(hash, 1_540_483_477) >>> 0) % 1000) / 1000
}

const outline = line<[number, number]>().curve(curveCatmullRomClosed.alpha(0.5))
const END_ANGLES = [-78, -40, 0, 40, 78].map((degrees) => (degrees * Math.PI) / 180)

/** A session of this length lays a stone of full size. Our choice. */
const FULL_SECONDS = 25 * 60
/** How large a stone is that stands for so many seconds of practice, from 0 to 1: twice the time is twice the stone, not twice its length. */
export const stoneShare = (seconds: number) => Math.sqrt(Math.min(1, seconds / FULL_SECONDS))

/**
 * The outline of a river stone in the given box, as an SVG path: two blunt ends and a back and a belly between them, a
 * little uneven. Its dents follow from `words`, so that the same step or day always has the same stone.
 */
export function pebblePath(words: string, x: number, y: number, width: number, height: number): string {
  const upright = height > width
  const points = upright ? stonePoints(words, y, x, height, width) : stonePoints(words, x, y, width, height)
  return outline(upright ? points.map(([along, across]) => [across, along]) : points) ?? ''
}

/** The corners of a stone that lies: `x` along its length, `y` across. */
function stonePoints(words: string, x: number, y: number, width: number, height: number): [number, number][] {
  const blunt = Math.min(width / 2, height * (0.5 + speckle(words, 1) * 0.35))
  const dent = (salt: number, most: number) => 1 - speckle(words, salt) * most
  const middleY = y + height / 2
  const end = (side: 1 | -1) =>
    END_ANGLES.map((angle, index): [number, number] => {
      const reach = side > 0 ? x + width - blunt : x + blunt
      return [
        reach + side * blunt * Math.cos(angle) * dent(10 + index * side, 0.12),
        middleY + side * (height / 2) * Math.sin(angle) * dent(20 + index * side, 0.14),
      ]
    })
  const between = (side: 1 | -1): [number, number][] => {
    const flat = width - 2 * blunt
    if (flat < height * 0.5) return []
    const points = [0.28, 0.72].map((at): [number, number] => [
      x + blunt + flat * (side > 0 ? 1 - at : at),
      middleY + side * (height / 2) * dent(30 + side + Math.round(at * 10), 0.07),
    ])
    return points
  }
  return [...end(1), ...between(1), ...end(-1), ...between(-1)]
}

export { speckle }
