import { create } from 'qrcode'
import { between, chance } from './seed'

/** How a code picture is photographed: turned, from aside, in that light, out of focus, with the noise of the camera. */
export interface Photograph {
  sidePixels: number
  turnRadians: number
  /** How much smaller the far edge is than the near one. */
  perspective: number
  /** Standard deviation of the blur, in modules of the picture. */
  blurModules: number
  /** Standard deviation of the noise, of 255. */
  noise: number
  /** The least and the most that the paper is lit, of 255. */
  light: [number, number]
}

/**
 * As a hand holds a phone: turned by up to a tenth of a circle, a little from aside, not quite sharp, in a room's light. (From a blur of 0.4
 * modules on hardly any can be read by whatever means we tried: a camera must find its focus first.)
 */
export const anyPhotograph = (): Photograph => ({
  sidePixels: Math.round(between(420, 720)),
  turnRadians: between(-0.6, 0.6),
  perspective: between(0, 0.12),
  blurModules: between(0.1, 0.35),
  noise: between(2, 14),
  light: [between(130, 190), between(195, 250)],
})

const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
const QUIET = 4
/** Points looked at within a pixel, on a side. */
const POINTS = 2

/** The photograph of a text's code picture (QR code, level M), as RGBA. */
export function photographOf(text: string, how: Photograph): { pixels: Uint8ClampedArray; side: number } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const size = modules.size + 2 * QUIET
  const side = how.sidePixels
  // Turned, it still lies within the picture.
  const reach = (side * 0.98) / (Math.abs(Math.cos(how.turnRadians)) + Math.abs(Math.sin(how.turnRadians)))
  const cos = Math.cos(how.turnRadians)
  const sin = Math.sin(how.turnRadians)
  const isDark = (x: number, y: number) => {
    const column = Math.floor(x * size) - QUIET
    const row = Math.floor(y * size) - QUIET
    return column >= 0 && row >= 0 && column < modules.size && row < modules.size && modules.get(row, column) !== 0
  }
  const light = new Float32Array(side * side)
  for (let row = 0; row < side; row += 1) {
    for (let column = 0; column < side; column += 1) {
      let sum = 0
      for (let point = 0; point < POINTS * POINTS; point += 1) {
        const x = (column + ((point % POINTS) + 0.5) / POINTS - side / 2) / reach
        const y = (row + (Math.floor(point / POINTS) + 0.5) / POINTS - side / 2) / reach
        const u = cos * x + sin * y
        const v = cos * y - sin * x
        const nearer = 1 + how.perspective * v
        const onX = u / nearer + 0.5
        const onY = v / nearer + 0.5
        const isOn = onX >= 0 && onX < 1 && onY >= 0 && onY < 1
        sum += isOn ? (isDark(onX, onY) ? 0.12 : 1) : 0.6
      }
      const lit = how.light[0] + ((how.light[1] - how.light[0]) * (column + row)) / (2 * side)
      light[row * side + column] = (sum / (POINTS * POINTS)) * lit
    }
  }
  const blurred = blur(light, side, (how.blurModules * reach) / size)
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255)
  for (let at = 0; at < blurred.length; at += 1) {
    pixels.fill(blurred[at]! + normal() * how.noise, at * 4, at * 4 + 3)
  }
  return { pixels, side }
}

/** A Gaussian blur, along the rows and then along the columns. */
function blur(light: Float32Array, side: number, deviation: number): Float32Array {
  const reach = Math.ceil(deviation * 3)
  const weights = Array.from({ length: 2 * reach + 1 }, (_, at) =>
    Math.exp(-((at - reach) ** 2) / (2 * deviation ** 2)),
  )
  const sum = weights.reduce((total, weight) => total + weight, 0)
  const along = (from: Float32Array, step: number, across: number) => {
    const to = new Float32Array(from.length)
    for (let line = 0; line < side; line += 1) {
      for (let at = 0; at < side; at += 1) {
        let value = 0
        for (let near = -reach; near <= reach; near += 1) {
          const clamped = Math.min(side - 1, Math.max(0, at + near))
          value += from[line * across + clamped * step]! * weights[near + reach]!
        }
        to[line * across + at * step] = value / sum
      }
    }
    return to
  }
  return along(along(light, 1, side), side, 1)
}
