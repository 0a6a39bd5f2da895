/** Bytes over a row of code pictures (QR codes): each frame is a text in the letters that such a picture holds most of. */

import { crc32 } from '../basics'

/** The letters of an alphanumeric QR code, in the order of RFC 9285 (base45). */
const LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:'
const VALUES = new Map([...LETTERS].map((letter, value) => [letter, value]))
const BASE = LETTERS.length

/** Bytes as RFC 9285 writes them: two bytes are three letters, one byte is two. */
export function toBase45(bytes: Uint8Array): string {
  let text = ''
  for (let at = 0; at < bytes.length; at += 2) {
    const isPair = at + 1 < bytes.length
    let value = isPair ? bytes[at]! * 256 + bytes[at + 1]! : bytes[at]!
    for (let letter = 0; letter < (isPair ? 3 : 2); letter += 1) {
      text += LETTERS[value % BASE]
      value = Math.floor(value / BASE)
    }
  }
  return text
}

/** The bytes again; null where the text was not written so. */
export function fromBase45(text: string): Uint8Array<ArrayBuffer> | null {
  if (text.length % 3 === 1) return null
  const bytes: number[] = []
  for (let at = 0; at < text.length; at += 3) {
    const values = [...text.slice(at, at + 3)].map((letter) => VALUES.get(letter))
    if (values.some((value) => value === undefined)) return null
    const value = values.reduceRight<number>((sum, each) => sum * BASE + each!, 0)
    if (value >= 256 ** (values.length - 1)) return null
    if (values.length === 3) bytes.push(value >> 8)
    bytes.push(value & 255)
  }
  return new Uint8Array(bytes)
}

/**
 * So many bytes go into one frame. With its head that is a picture of 65 modules a side (version 12, a seventh of it may be lost by dirt
 * and blur), which a camera reads off a screen at arm's length. Measured in bench/handover.ts; larger ones are missed more often.
 */
export const FRAME_BYTES = 240
/** So many pictures one after the other are a wait of minutes; more are refused. */
export const MOST_FRAMES = 9999

/** The frames of some bytes, in a fixed order: `PB1:checksum of all:number:of how many:the bytes of this one`. */
export function framesOf(bytes: Uint8Array, frameBytes = FRAME_BYTES): string[] {
  const of = Math.max(1, Math.ceil(bytes.length / frameBytes))
  const checksum = crc32(bytes).toString(16).toUpperCase().padStart(8, '0')
  return Array.from({ length: of }, (_, index) => {
    const part = toBase45(bytes.subarray(index * frameBytes, (index + 1) * frameBytes))
    return `PB1:${checksum}:${index + 1}:${of}:${part}`
  })
}

/** What has been read of a row of frames. `parts` by their number, from 1. */
export interface FramesRead {
  checksum: string
  of: number
  parts: ReadonlyMap<number, Uint8Array>
}

const FRAME = /^PB1:([\dA-F]{8}):(\d{1,4}):(\d{1,4}):([\dA-Z $%*+\-./:]*)$/

/**
 * What has been read, with one more text that a camera saw. Frames of another row begin anew; what is no frame, and what contradicts what
 * was read, changes nothing.
 */
export function withFrame(read: FramesRead | null, text: string): FramesRead | null {
  const found = FRAME.exec(text)
  if (!found) return read
  const [, checksum, number, of] = found as unknown as [string, string, string, string, string]
  const part = fromBase45(found[4]!)
  if (!part || Number(number) < 1 || Number(number) > Number(of)) return read
  const isSameRow = read?.checksum === checksum && read.of === Number(of)
  const parts = new Map(isSameRow ? read.parts : [])
  parts.set(Number(number), part)
  return { checksum, of: Number(of), parts }
}

/** The numbers that are still missing, in order. */
export const missingFrames = ({ of, parts }: FramesRead): number[] =>
  Array.from({ length: of }, (_, index) => index + 1).filter((number) => !parts.has(number))

/** All bytes, once every frame is there; null before that. `wrong` where they are not what the checksum says: begin anew then. */
export function wholeOf(read: FramesRead): Uint8Array | 'wrong' | null {
  if (read.parts.size < read.of) return null
  const sum = [...read.parts.values()].reduce((total, part) => total + part.length, 0)
  const all = new Uint8Array(sum)
  let at = 0
  for (let number = 1; number <= read.of; number += 1) {
    all.set(read.parts.get(number)!, at)
    at += read.parts.get(number)!.length
  }
  return crc32(all) === parseInt(read.checksum, 16) ? all : 'wrong'
}
