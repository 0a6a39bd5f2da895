import { Inflate, deflateSync, strFromU8, strToU8 } from 'fflate'
import { fromBase64, toBase64 } from '../formats'

/**
 * Words that nearly every routine handed over has, so that they need not travel (RFC 1951 lets a window begin with a text that both sides
 * have; the last of it is the nearest). It is part of the format: it is never changed, only followed by another under another letter.
 */
const KNOWN_TEXT =
  '"choices":{"firstSide":"right"},"swapBreath":null,"version":"seated","learnedFrom":"","notes":"","onlyWhereNamed":true}' +
  '"pinyin":"","set":null,"school":"","about":"","stance":"shoulderWidth","counting":{"by":"breathRepetitions"},"sides":"alternate",' +
  '"countScope":"perSide","counts":{"least":2,"usual":6,"most":12,"step":1},"moves":[{"name":"","phases":[{"breath":"in","length":1,"cue":"Rise"},' +
  '{"breath":"out","length":1,"cue":"Sink"}],"stance":null,"directionDegrees":null,"phaseOfFive":null}],"meets":null,"areas":["shoulders"],"cautions":[],' +
  '"effort":{"legs":1,"shoulders":1,"spine":0,"balance":0},"versions":[],"levels":[],"levelOrder":"up","diagonalDegrees":null,"tradition":[],"equipment":[],"reminders":[]}' +
  '{"kind":"group","id":"1","name":"","pattern":"rounds","stages":[],"rounds":3,"between":{"by":"flow"},"steps":[' +
  '{"format":"pebblebrook-hand-over","version":7,"routine":{"id":"handed","name":"","purpose":"","entries":[' +
  '{"kind":"step","id":"1","formId":"","wayId":null,"part":"gather","count":3,"restBreaths":1,"optional":false,"pinned":false,"off":false},' +
  '{"kind":"step","id":"2","formId":"","wayId":null,"part":"work","count":6,"restBreaths":1,"optional":false,"pinned":false,"off":false}],"silenced":[]},"forms":[],"ways":[]}'
const dictionary = strToU8(KNOWN_TEXT)

/** A text in as few bytes as can be (deflate, RFC 1951, after the known words). */
export function packed(text: string): Uint8Array<ArrayBuffer> {
  return new Uint8Array(deflateSync(strToU8(text), { level: 9, dictionary }))
}

/** So many bytes are let in at a time: of one, deflate makes a thousand at most. */
const PIECE_BYTES = 4096
/** What was packed can be no more than this: an archive of many years, without recordings, is some 20 MB. */
export const MOST_UNPACKED_BYTES = 100_000_000

/** The text again; null where the bytes are no such text, or would become more than `mostBytes`. */
export function unpacked(bytes: Uint8Array, mostBytes = MOST_UNPACKED_BYTES): string | null {
  const pieces: Uint8Array[] = []
  let sum = 0
  let hasEnded = false
  const inflate = new Inflate({ dictionary }, (piece, last) => {
    sum += piece.length
    hasEnded ||= last
    if (sum <= mostBytes) pieces.push(piece)
  })
  try {
    for (let at = 0; at < bytes.length && sum <= mostBytes; at += PIECE_BYTES) {
      inflate.push(bytes.subarray(at, at + PIECE_BYTES), at + PIECE_BYTES >= bytes.length)
    }
  } catch {
    return null
  }
  if (!hasEnded || sum > mostBytes) return null
  const all = new Uint8Array(sum)
  let at = 0
  for (const piece of pieces) {
    all.set(piece, at)
    at += piece.length
  }
  return strFromU8(all)
}

/** Bytes in letters that an address takes as they are (base64url, RFC 4648, section 5, without padding). */
export const toBase64Url = (bytes: Uint8Array) =>
  toBase64(bytes).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '')

/** The bytes again; null where the text has other letters. */
export function fromBase64Url(text: string): Uint8Array<ArrayBuffer> | null {
  if (!/^[\w-]+$/.test(text) || text.length % 4 === 1) return null
  return fromBase64(
    text
      .replaceAll('-', '+')
      .replaceAll('_', '/')
      .padEnd(Math.ceil(text.length / 4) * 4, '='),
  )
}
