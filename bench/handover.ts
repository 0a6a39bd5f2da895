/**
 * Hand-over: random routines with forms and ways of one's own go by link and by code pictures, which are drawn, photographed (turned, from aside, out
 * of focus, with noise) and read; then they must be the same, byte for byte. And a whole archive: how many pictures, and how long.
 */
import fc from 'fast-check'
import { handedArbitrary } from '../tests/routineArbitrary'
import {
  framesOf,
  fromBase64Url,
  packed,
  readSharePackage,
  toBase64Url,
  unpacked,
  writeSharePackage,
  type FramesRead,
} from '#core/handover'
import { toArchive } from '#core/formats'
import { demoPerson, SHIPPED_IDS } from '#data'
import { LONGEST_LINK, onItsWay } from '~/shared/files/handing'
import { arrive } from '~/features/handover/arriving'
import { readCode } from '~/features/handover/readCode'
import { anyPhotograph, photographOf } from './support/photograph'
import { SEED } from './support/seed'

const ROUTINES = Number(process.env.ROUTINES ?? 1000)
const PLACE = { origin: 'https://pebblebrook.example', host: 'pebblebrook.example' }
const ORIGIN = `${PLACE.origin}/take#r=`
/** A camera looks again and again; a person gives up at some time. */
const MOST_LOOKS = 20

const same = (one: Uint8Array, other: Uint8Array) => Buffer.compare(Buffer.from(one), Buffer.from(other)) === 0
const told = { byLink: 0, byPicture: 0, tooLong: 0, frames: 0, looks: 0, notRead: 0, misread: 0, again: 0 }
const lengths: number[] = []
let readingMs = 0
for (const [done, handed] of fc.sample(handedArbitrary, { numRuns: ROUTINES, seed: SEED }).entries()) {
  if (done > 0 && done % 100 === 0)
    console.log(`  after ${done}: the same by link ${told.byLink}, by pictures ${told.byPicture}`)
  const text = writeSharePackage(handed)
  const bytes = packed(text)
  const link = `${ORIGIN}${toBase64Url(bytes)}`
  lengths.push(link.length)
  if (link.length > LONGEST_LINK) told.tooLong += 1
  const fromLink = fromBase64Url(link.slice(ORIGIN.length))
  if (fromLink && unpacked(fromLink) === text) told.byLink += 1
  const read = readSharePackage(unpacked(bytes) ?? '', SHIPPED_IDS)
  if (read.ok && JSON.stringify(read.value) === JSON.stringify(handed)) told.again += 1

  let row: FramesRead | null = null
  let whole: Uint8Array | null = null
  for (const frame of onItsWay(handed, PLACE).pictures) {
    told.frames += 1
    for (let look = 0; ; look += 1) {
      if (look >= MOST_LOOKS) {
        told.notRead += 1
        break
      }
      const { pixels, side } = photographOf(frame, anyPhotograph())
      const from = performance.now()
      const seen = readCode(pixels, side, side)
      readingMs += performance.now() - from
      told.looks += 1
      if (!seen) continue
      if (seen !== frame) told.misread += 1
      const arrived = arrive(row, seen)
      if (arrived.is === 'begun') row = arrived.frames
      if (arrived.is === 'whole') whole = arrived.bytes
      break
    }
  }
  if (whole && same(whole, bytes)) told.byPicture += 1
}
lengths.sort((one, other) => one - other)
console.log(
  `hand-over: of ${ROUTINES} random routines the same by link ${told.byLink}, by pictures ${told.byPicture}, read as they were ${told.again} (aim: all, each)`,
)
console.log(
  `  links ${lengths[0]} to ${lengths.at(-1)} letters, middle ${lengths[lengths.length >> 1]}; over ${LONGEST_LINK}, offered as picture or file: ${told.tooLong}`,
)
console.log(
  `  ${told.frames} pictures read in ${told.looks} looks (${(told.looks / told.frames).toFixed(2)} each), given up after ${MOST_LOOKS}: ${told.notRead}, read as something else: ${told.misread}; ${(readingMs / told.looks).toFixed(0)} ms a look`,
)

const person = demoPerson('2026-11-28', 'UTC')
const archive = packed(JSON.stringify(toArchive(person, '2026-11-28T00:00:00.000Z')))
const pictures = framesOf(archive).length
console.log(
  `  the demo’s ${person.sessions.length} sessions: ${(archive.length / 1000).toFixed(0)} kB in ${pictures} pictures, ${(pictures / 4).toFixed(0)} s a round at four a second`,
)
