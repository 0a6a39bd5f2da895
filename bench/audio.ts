/**
 * Sound files: how long 30 minutes take to be mixed and to be encoded, and what memory; where each onset is in the decoded file, its loudness
 * and peak by ffmpeg, its chapters by ffprobe. What needs ffmpeg is left out, and said, where it is missing. `MINUTES=90` for longer ones.
 */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { FIRST_SETTINGS, newPerson } from '#core/formats'
import { heardOf, mixed, PHRASE_GAP_SECONDS, placedSounds, sampleOf, synthesise, type Cue } from '#core/sound'
import type { Routine } from '#core/routine'
import { chaptersOf, compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { soundFile } from '~/features/carry/soundFiles'
import { clipKey, makeSoundFile, type SoundJob } from '~/features/carry/soundJob'
import { madeInBrowser } from './support/madeInBrowser'
import { between, oneOf } from './support/seed'
import { decode, hasTool, shippedClips } from './support/shippedClips'

const RATE = 44_100
const LONG_SECONDS = Number(process.env.MINUTES ?? 30) * 60
const mp3Wasm = readFileSync('node_modules/wasm-media-encoders/wasm/mp3.wasm')
const clips = shippedClips(RATE)
const voice = { ...FIRST_SETTINGS.voice, counts: 'all' } as const
const pace = steadyPace(between(3, 5), between(4, 6))

/** Ready-made routines one after the other, until they last half an hour. */
function longRoutine(): Routine {
  const first = oneOf(SHIPPED_ROUTINES)
  let routine: Routine = { ...first, id: 'long', name: 'Half an hour' }
  for (let turn = 1; lengthOf(routine) < LONG_SECONDS; turn += 1) {
    const more = oneOf(SHIPPED_ROUTINES).entries.map((entry) =>
      entry.kind === 'step'
        ? { ...entry, id: `${entry.id}-${turn}` }
        : {
            ...entry,
            id: `${entry.id}-${turn}`,
            steps: entry.steps.map((step) => ({ ...step, id: `${step.id}-${turn}` })),
          },
    )
    routine = { ...routine, entries: [...routine.entries, ...more] }
  }
  return routine
}
const timelineOf = (routine: Routine) =>
  compileTimeline({ routine, forms: CATALOGUE, ways: [], pace, rules: USUAL_HOUSE_RULES })
const lengthOf = (routine: Routine) => timelineOf(routine).totalSeconds

function jobOf(routine: Routine): SoundJob {
  const timeline = timelineOf(routine)
  const secondsOf = (phrases: Parameters<typeof clips.secondsOf>[0]) => clips.secondsOf(phrases, PHRASE_GAP_SECONDS)
  const cues = heardOf(timeline, { breathTones: true, voice, secondsOf })
  const said = cues.flatMap((cue) => (cue.kind === 'voice' ? cue.phrases : []))
  return {
    title: routine.name,
    album: '',
    track: 0,
    format: 'mp3',
    timeline,
    cues,
    apart: 0,
    sound: FIRST_SETTINGS.sound,
    clips: new Map(said.flatMap((each) => (clips.clipOf(each) ? [[clipKey(each), clips.clipOf(each)!]] : []))),
  }
}

/** Run ffmpeg or ffprobe on a file; what it says on both of its outputs. */
function tool(name: string, bytes: Uint8Array, args: (file: string) => string[]): string {
  const folder = mkdtempSync(join(tmpdir(), 'audio-'))
  try {
    const file = join(folder, 'session.mp3')
    writeFileSync(file, bytes)
    return execFileSync('sh', ['-c', `${name} "$@" 2>&1`, name, ...args(file)], {
      encoding: 'utf8',
      maxBuffer: 2 ** 26,
    })
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** What is sharp in a sound: its second difference, in which breath tones hardly are. */
const sharp = (sound: Float32Array) => sound.map((each, at) => each - 2 * (sound[at - 1] ?? 0) + (sound[at - 2] ?? 0))
/** Seconds between where a sound should be and where it matches best within 15 ms, by what is sharp in both. */
function offBy(heard: Float32Array, atSeconds: number, sound: Float32Array): number {
  const length = Math.min(sound.length, Math.round(0.5 * RATE))
  const within = Math.round(0.015 * RATE)
  const from = Math.round(atSeconds * RATE)
  const wanted = sharp(sound.subarray(0, length))
  let best = { lag: 0, match: -Infinity }
  for (let lag = -within; lag <= within; lag += 1) {
    let match = 0
    for (let at = 0; at < length; at += 1) match += (heard[from + lag + at] ?? 0) * wanted[at]!
    if (match > best.match) best = { lag, match }
  }
  return best.lag / RATE
}

const routine = longRoutine()
const job = jobOf(routine)
const { timeline, cues } = job
const minutes = timeline.totalSeconds / 60
// Once, to warm up what is compiled as it runs.
await makeSoundFile({ ...job, ...jobOf(SHIPPED_ROUTINES[0]!) }, mp3Wasm, () => {})

const sounds = placedSounds(timeline, cues, {
  sound: job.sound,
  sampleRateHz: RATE,
  apart: 0,
  clipOf: (each) => job.clips.get(clipKey(each)) ?? null,
})
const lengthSamples = Math.round(timeline.totalSeconds * RATE)
let from = performance.now()
for (const block of mixed(sounds, { channels: 1, lengthSamples, blockSamples: RATE })) void block
const mixSeconds = (performance.now() - from) / 1000
const tags = { title: 'x', album: '', track: 0, chapters: [] }
const encoder = await soundFile({ format: 'mp3', channels: 1, mp3Wasm, tags })
const noise = synthesise(
  { kind: 'breath', lengthSeconds: 60, fromLevel: 0, toLevel: 1, timbre: 'water', quiet: false },
  RATE,
)
from = performance.now()
for (let minute = 0; minute < minutes; minute += 1)
  for (let second = 0; second < 60; second += 1) await encoder.add([noise.subarray(second * RATE, (second + 1) * RATE)])
const encodeSeconds = (performance.now() - from) / 1000

globalThis.gc?.()
const before = process.memoryUsage().rss
let most = before
from = performance.now()
const made = await makeSoundFile(job, mp3Wasm, () => (most = Math.max(most, process.memoryUsage().rss)))
const wholeSeconds = (performance.now() - from) / 1000
const times = (seconds: number) =>
  `${seconds.toFixed(1)} s, ${(timeline.totalSeconds / seconds).toFixed(0)} times real time`
console.log(
  `sound file of ${minutes.toFixed(1)} min to MP3 at 44.1 kHz, in one thread: ${times(wholeSeconds)}; of it mixing once ${times(mixSeconds)} (it is mixed twice), encoding alone ${times(encodeSeconds)}; memory ${((most - before) / 1e6).toFixed(0)} MB more than before, the file ${(made.file.size / 1e6).toFixed(1)} MB of it`,
)
const settings = { ...FIRST_SETTINGS, pace, voice }
const here = await madeInBrowser({ ...newPerson(), routines: [routine], settings }, routine.id, 4396)
console.log(
  `  as it is made in the browser, on ${here.cores} cores, from the press to the file: ${times(here.seconds)} (aim: over 60 times); memory of all of the browser ${here.memoryMb.toFixed(0)} MB more than before, the file itself with it (aim: under 150)`,
)

if (!hasTool('ffmpeg') || !hasTool('ffprobe'))
  console.log('onsets, loudness and chapters: not measured, ffmpeg is missing')
else {
  const bytes = new Uint8Array(await made.file.arrayBuffer())
  const heard = sharp(decode(bytes, RATE))
  const struck = cues.flatMap((cue: Cue) => {
    const sound =
      cue.kind === 'voice'
        ? job.clips.get(clipKey(cue.phrases[0]!))
        : cue.kind === 'breath'
          ? null
          : synthesise(sampleOf(cue, job.sound), RATE)
    return sound ? [{ kind: cue.kind, atSeconds: cue.atSeconds, sound }] : []
  })
  const spoken = cues.filter((cue) => cue.kind === 'voice')
  // A knock under words cannot be told from them so: it is left out, and counted.
  const isClear = (each: { kind: string; atSeconds: number }) =>
    each.kind !== 'beat' ||
    spoken.every(
      ({ atSeconds, lengthSeconds }) =>
        each.atSeconds + 0.1 < atSeconds || each.atSeconds - 0.02 > atSeconds + lengthSeconds,
    )
  for (const kind of ['bell', 'beat', 'voice'] as const) {
    const all = struck.filter((each) => each.kind === kind)
    const offs = all.filter(isClear).map(({ atSeconds, sound }) => offBy(heard, atSeconds, sound))
    const worst = Math.max(0, ...offs.map(Math.abs)) * 1000
    const within = offs.filter((off) => Math.abs(off) < 0.002).length
    console.log(
      `onsets of ${kind}s: ${within} of ${offs.length} within 2 ms of the Timeline, the worst ${worst.toFixed(2)} ms off${all.length > offs.length ? `; ${all.length - offs.length} under words, not told so` : ''}`,
    )
  }
  const loud = tool('ffmpeg', bytes, (file) => [
    '-hide_banner',
    '-nostats',
    '-i',
    file,
    '-af',
    'ebur128=peak=true',
    '-f',
    'null',
    '-',
  ])
  const summary = loud.slice(loud.lastIndexOf('Summary'))
  console.log(
    `loudness by ffmpeg: ${/I:\s+(\S+) LUFS/.exec(summary)?.[1]} LUFS (aim: within 1 of -18), peak ${/Peak:\s+(\S+) dBFS/.exec(summary)?.[1]} dBFS (aim: below 0); our own meter ${made.lufs.toFixed(2)}`,
  )
  const listed = JSON.parse(
    tool('ffprobe', bytes, (file) => ['-loglevel', 'error', '-show_chapters', '-of', 'json', file]),
  ) as {
    chapters: { start_time: string; tags: { title: string } }[]
  }
  const wanted = chaptersOf(timeline, made.seconds)
  const same = listed.chapters.filter(
    ({ start_time, tags: { title } }, index) =>
      title === wanted[index]?.title && Math.abs(Number(start_time) - wanted[index].startSeconds) < 0.002,
  ).length
  console.log(`chapters by ffprobe: ${same} of ${wanted.length} by name and time`)
}
