import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Phrase } from '#core/sound'

/** Whether a public tool is at hand; what needs it is left out, and said, where it is not. */
export function hasTool(name: string): boolean {
  try {
    execFileSync(name, ['-version'], { stdio: 'ignore' })
    return true
  } catch {
    return false
  }
}

/** A sound file as ffmpeg decodes it: one channel, or two in turn. */
export function decode(bytes: Uint8Array, sampleRateHz: number, channels = 1): Float32Array {
  const folder = mkdtempSync(join(tmpdir(), 'sound-'))
  try {
    const from = join(folder, 'in')
    writeFileSync(from, bytes)
    const to = ['-f', 'f32le', '-ac', String(channels), '-ar', String(sampleRateHz), '-']
    const raw = execFileSync('ffmpeg', ['-loglevel', 'error', '-i', from, ...to], { maxBuffer: 2 ** 31 })
    return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length))
  } finally {
    rmSync(folder, { recursive: true })
  }
}

type Pack = Record<string, [at: number, bytes: number, seconds: number]>
const ROOT = join(process.cwd(), 'public/voice')
const PACKS = ['words', 'forms', 'movements'] as const
const index = JSON.parse(readFileSync(join(ROOT, 'index.json'), 'utf8')) as Record<(typeof PACKS)[number], Pack>

/** The clips that ship, decoded by ffmpeg as they are asked for. */
export function shippedClips(sampleRateHz: number) {
  const packs = new Map(PACKS.map((pack) => [pack, readFileSync(join(ROOT, `${pack}.bin`))]))
  const known = new Map<string, Float32Array>()
  const at = (text: string) => {
    const key = text.trim().toLowerCase()
    const pack = PACKS.find((each) => index[each][key])
    return pack ? { pack, clip: index[pack][key]! } : null
  }
  return {
    secondsOf: (phrases: readonly Phrase[], gapSeconds: number) =>
      phrases.reduce((sum, { text }) => sum + gapSeconds + (at(text)?.clip[2] ?? 0), 0),
    clipOf({ text }: Pick<Phrase, 'text'>): Float32Array | null {
      const found = at(text)
      if (!found) return null
      const key = `${found.pack} ${found.clip[0]}`
      if (!known.has(key)) {
        const [from, bytes] = found.clip
        known.set(key, decode(packs.get(found.pack)!.subarray(from, from + bytes), sampleRateHz))
      }
      return known.get(key)!
    },
  }
}
