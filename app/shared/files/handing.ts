import { framesOf, packed, toBase64Url, writeSharePackage, type SharePackage } from '#core/handover'
import { atBase } from '~/shared/atBase'

/** Longer links are cut off by some mail and message programs. */
export const LONGEST_LINK = 2000
/** A link of so many letters is one picture of 85 modules a side (version 17), which phones read; longer ones go as a row of smaller pictures. */
const LONGEST_IN_PICTURE = 504
/** In an address, what follows this is the routine; a browser sends nothing of it anywhere. */
export const LINK_MARK = 'r='

/** Whether an address means the very device that it is written on. */
const isOnlyHere = (host: string) => /^(localhost|127\.|\[::1\])/.test(host)

/** A routine on its way: the link, null where it is too long to be one, and the pictures. */
export interface OnItsWay {
  link: string | null
  linkLength: number
  /** The link can be opened on this device alone. */
  onlyHere: boolean
  /** One picture of the link that any camera opens, or a row of frames that Pebblebrook reads. */
  pictures: string[]
  isLink: boolean
}

/** What a link, and pictures, of a routine hold, at the place where this application lies. */
export function onItsWay(handed: SharePackage, { origin, host }: { origin: string; host: string }): OnItsWay {
  const bytes = packed(writeSharePackage(handed))
  const link = `${origin}${atBase('take')}#${LINK_MARK}${toBase64Url(bytes)}`
  const onlyHere = isOnlyHere(host)
  const isLink = !onlyHere && link.length <= LONGEST_IN_PICTURE
  return {
    link: link.length <= LONGEST_LINK ? link : null,
    linkLength: link.length,
    onlyHere,
    isLink,
    pictures: isLink ? [link] : framesOf(bytes),
  }
}
