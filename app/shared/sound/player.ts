import {
  BELLS,
  channelOf,
  sampleOf,
  volumesOf,
  type Cue,
  type Phrase,
  type Sample,
  type SoundSettings,
} from '#core/sound'
import type { SoundWorkerClient } from './soundWorker'
import { createBuffers, startBuffers } from './buffers'
import type { Speaker } from './speaker'

/** Sounds are made and put on the audio clock this long before they are due. */
export const AHEAD_SECONDS = 8
/** A cue that is this late is left out rather than heard at the wrong time; a breath tone joins in at any time. */
const LATE_SECONDS = { bell: 1.2, beat: 0.15, voice: 2.5 }
/** Put on the clock anew when it would be off by more than this. */
const OFF_SECONDS = 0.003
/** Cues older than this are never looked at: no breath is longer. */
const BEHIND_SECONDS = 60

/** Plays cues on the audio clock. */
export interface Player {
  context: AudioContext
  /** Open the audio; works best from a key or a tap. */
  unlock: () => Promise<void>
  /** Make every bell now, so that none comes late on a device that is slow to make it. */
  prepare: () => void
  /**
   * Put on the clock what falls due soon; `dueAt` is when on the audio clock a second of the session's axis comes, null where it never
   * comes. What is on the clock already and is no longer wanted, or not then, is taken back.
   */
  schedule: (cues: readonly Cue[], dueAt: (atSeconds: number) => number | null) => void
  /** Sound at once, besides the session. */
  now: (sample: Sample) => void
  say: (phrases: readonly Phrase[]) => void
  /** Take back all that sounds or is scheduled. */
  hush: () => void
  set: (settings: SoundSettings) => void
  close: () => void
}

/** Told to the page when a sound is on the audio clock: what it is, and when on that clock it is heard. */
export interface Heard {
  cue: Cue
  atAudioSeconds: number
}
export const HEARD = 'pebblebrook:heard'
const tellHeard = (cue: Cue, atAudioSeconds: number) =>
  window.dispatchEvent(new CustomEvent<Heard>(HEARD, { detail: { cue, atAudioSeconds } }))

interface Put {
  dueAt: number
  /** Sound is there and can be broken off; null while it is being made. */
  stop: (() => void) | null
  dropped: boolean
}

const keyOf = (cue: Cue) =>
  cue.kind === 'voice'
    ? `voice ${cue.atSeconds.toFixed(3)} ${cue.phrases.map(({ text }) => text).join(' ')}`
    : cue.kind === 'breath'
      ? `breath ${cue.atSeconds.toFixed(3)} ${cue.lengthSeconds.toFixed(3)} ${cue.toLevel}`
      : `${cue.kind} ${cue.atSeconds.toFixed(3)} ${cue.kind === 'bell' ? cue.bell : ''}`

/**
 * Make a player; `context` is the audio that it plays on. (One closure, as all of it stands on one audio clock; its parts are functions of
 * a few lines.)
 */
export function createPlayer(
  worker: Pick<SoundWorkerClient, 'samples'>,
  speaker: Speaker,
  first: SoundSettings,
  context = new AudioContext(),
): Player {
  const gains = { breath: new GainNode(context), bell: new GainNode(context), voice: new GainNode(context) }
  for (const gain of Object.values(gains)) gain.connect(context.destination)

  let settings = first
  let puts = new Map<string, Put>()
  const bufferOf = createBuffers(worker, speaker, context)
  let closed = false
  const start = (buffers: readonly AudioBuffer[], at: number, offset: number, into: GainNode) =>
    startBuffers(context, buffers, at, offset, into)

  async function put(cue: Cue, entry: Put) {
    if (cue.kind === 'voice') return putVoice(cue, entry)
    const buffer = await bufferOf(sampleOf(cue, settings))
    if (closed || entry.dropped) return
    const late = Math.max(0, context.currentTime - entry.dueAt)
    if ((cue.kind !== 'breath' && late > LATE_SECONDS[cue.kind]) || late >= buffer.duration) return
    // What is struck is heard from its stroke; a tone goes on from where it would be.
    const at = Math.max(entry.dueAt, context.currentTime)
    tellHeard(cue, entry.dueAt)
    entry.stop = start([buffer], at, cue.kind === 'breath' ? late : 0, gains[channelOf(cue)])
  }

  async function putVoice(cue: Cue & { kind: 'voice' }, entry: Put) {
    const buffers = await speaker.buffersOf(cue.phrases, context)
    if (closed || entry.dropped || context.currentTime - entry.dueAt > LATE_SECONDS.voice) return
    const at = Math.max(entry.dueAt, context.currentTime)
    if (!buffers || buffers.length > 0) tellHeard(cue, at)
    entry.stop = buffers
      ? start(buffers, at, 0, gains.voice)
      : speaker.speakAt(cue.phrases, at - context.currentTime, volumesOf(settings).voice)
  }

  function drop(entry: Put, key: string) {
    entry.dropped = true
    entry.stop?.()
    puts.delete(key)
  }

  function set(next: SoundSettings) {
    settings = next
    const volumes = volumesOf(next)
    for (const channel of ['breath', 'bell', 'voice'] as const) gains[channel].gain.value = volumes[channel]
  }
  set(first)

  return {
    context,
    async unlock() {
      // A browser that forbids sound before a press is asked again at the next command.
      if (context.state !== 'running') await context.resume().catch(() => undefined)
    },
    prepare() {
      for (const bell of BELLS) void bufferOf({ kind: 'bell', bell, quiet: settings.quiet })
    },
    schedule(cues, dueAtOf) {
      // A suspended clock stands still: nothing may pile up on it.
      if (closed || context.state !== 'running') return
      const now = context.currentTime
      const wanted = new Set<string>()
      for (const cue of cues) {
        const dueAt = dueAtOf(cue.atSeconds)
        if (dueAt === null) continue
        if (dueAt > now + AHEAD_SECONDS) break
        if (dueAt < now - BEHIND_SECONDS) continue
        const lasts = cue.kind === 'breath' ? cue.lengthSeconds : LATE_SECONDS[cue.kind]
        const key = keyOf(cue)
        const known = puts.get(key)
        // What should have been over by now is not heard at a wrong time.
        if (dueAt + lasts < now && (!known || known.dueAt > now)) continue
        wanted.add(key)
        if (known && (known.dueAt <= now || Math.abs(known.dueAt - dueAt) < OFF_SECONDS)) continue
        if (known) drop(known, key)
        const entry: Put = { dueAt, stop: null, dropped: false }
        puts.set(key, entry)
        void put(cue, entry)
      }
      for (const [key, entry] of puts) {
        if (wanted.has(key)) continue
        // A bell that was struck rings out; what was only to come, or goes on, is broken off.
        if (entry.dueAt > now || key.startsWith('breath') || key.startsWith('voice')) drop(entry, key)
        else puts.delete(key)
      }
    },
    now(sample) {
      void bufferOf(sample).then((buffer) => {
        if (!closed) start([buffer], context.currentTime + 0.01, 0, gains[channelOf(sample)])
      })
    },
    say(phrases) {
      void speaker.buffersOf(phrases, context).then((buffers) => {
        if (closed) return
        if (buffers) start(buffers, context.currentTime + 0.01, 0, gains.voice)
        else speaker.speakAt(phrases, 0, volumesOf(settings).voice)
      })
    },
    hush() {
      for (const [key, entry] of puts) drop(entry, key)
      puts = new Map()
      speaker.hush()
    },
    set,
    close() {
      closed = true
      speaker.hush()
      void context.close()
    },
  }
}
