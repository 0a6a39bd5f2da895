/** An ID-1 card (bank card, identity card) is this wide, by ISO/IEC 7810. */
export const CARD_MILLIMETRES = { width: 85.6, height: 53.98 }

/**
 * The height of a character must span this angle at the eye: ISO 9241-303 (ergonomic requirements for electronic displays) asks for 16
 * minutes of arc at least and recommends 20 to 22 for Latin characters (the figures from memory).
 */
export const LEAST_ARC_MINUTES = 20

/** CSS reference pixels are 1/96 inch (CSS Values and Units): what is assumed until a screen is measured with a card. */
export const ASSUMED_PIXELS_PER_MILLIMETRE = 96 / 25.4

/** How tall a character must be to be read from a distance, in millimetres: 2 d tan(a / 2). */
export function characterMillimetres(metres: number, arcMinutes = LEAST_ARC_MINUTES): number {
  const angle = (arcMinutes / 60) * (Math.PI / 180)
  return 2 * metres * 1000 * Math.tan(angle / 2)
}

/** The angle that a character spans at the eye, in minutes of arc. */
export function arcMinutesOf(millimetres: number, metres: number): number {
  return 2 * Math.atan(millimetres / 2 / (metres * 1000)) * (180 / Math.PI) * 60
}

/** The width in CSS pixels that a card takes on the screen tells how dense the screen is. */
export function pixelsPerMillimetre(cardPixels: number | null): number {
  return cardPixels === null ? ASSUMED_PIXELS_PER_MILLIMETRE : cardPixels / CARD_MILLIMETRES.width
}

/**
 * The font size in CSS pixels at which capital letters are tall enough for the distance. `capShare` is the height of a capital in the
 * font, as a share of its size.
 */
export function fontPixels(metres: number, cardPixels: number | null, capShare: number): number {
  return (characterMillimetres(metres) * pixelsPerMillimetre(cardPixels)) / capShare
}
