import { proxy, transfer, wrap, type Remote } from 'comlink'
import { BELLS, heardOf, wordsOf, type BellName, type Cue, type Phrase } from '#core/sound'
import { compileTimeline, type Timeline } from '#core/timeline'
import type { Routine } from '#core/routine'
import { createSpeaker } from '~/shared/sound/speaker'
import { plainCopy } from '~/shared/store/plainCopy'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { fileName } from '~/shared/ui/download'
import type { AudioWorker } from './audio.worker'
import { apartOf, soundFor, voiceFor, withRoom, type CarryChoices } from './choices'
import { FORMAT_FACTS } from './soundFiles'
import { clipKey, type SoundMade } from './soundJob'

/** Samples that can be given away: a decoded buffer's own cannot. */
const samplesOf = (buffer: AudioBuffer): Float32Array => buffer.getChannelData(0).slice()

/** A session to be carried: a routine, and what its file is called. */
export interface CarriedSession {
  title: string
  routine: Routine
}
export interface Made extends SoundMade {
  name: string
}

/** The session of a file on its axis, and all that is heard of it. */
export interface HeardSession {
  timeline: Timeline
  cues: Cue[]
}

/** Makes sound files in a worker: one after the other, told how far it is, and called off at any time. */
export function useSoundFile() {
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  const share = ref<number | null>(null)
  // What is said goes to the worker: here it would lie a second time.
  const speaker = createSpeaker({ keepsClips: false })
  let worker: Worker | null = null
  let stopped: (() => void) | null = null

  function stop() {
    worker?.terminate()
    worker = null
    share.value = null
    stopped?.()
    stopped = null
  }
  onScopeDispose(stop)

  const timelineOf = (routine: Routine, choices: CarryChoices) =>
    compileTimeline({ ...library.setting, routine, rules: withRoom(settings.rules, choices) })

  /** What will be heard, with words of one's own asked for where they are not at hand. */
  async function heard(routine: Routine, choices: CarryChoices): Promise<HeardSession> {
    const voice = voiceFor(settings.voice, choices)
    const timeline = timelineOf(routine, choices)
    // Bells of my own are rung also where nothing is said.
    speaker.set(voice ?? settings.voice, library.recordings)
    if (voice) await speaker.open()
    if (voice) await speaker.learn(wordsOf(timeline, voice))
    const { breathTones, bells } = choices
    const all = heardOf(timeline, { breathTones, voice, secondsOf: speaker.secondsOf })
    return { timeline, cues: bells ? all : all.filter(({ kind }) => kind !== 'bell') }
  }

  async function clipsOf(cues: readonly Cue[], sampleRateHz: number): Promise<Map<string, Float32Array>> {
    const context = new OfflineAudioContext(1, 1, sampleRateHz)
    const clips = new Map<string, Float32Array>()
    const phrases: Phrase[] = cues.flatMap((cue) => (cue.kind === 'voice' ? cue.phrases : []))
    for (const phrase of phrases) {
      if (clips.has(clipKey(phrase))) continue
      const buffer = await speaker.bufferOf(phrase, context)
      if (buffer) clips.set(clipKey(phrase), samplesOf(buffer))
    }
    return clips
  }
  async function ownBells(sampleRateHz: number): Promise<Map<BellName, Float32Array>> {
    const context = new OfflineAudioContext(1, 1, sampleRateHz)
    const bells = new Map<BellName, Float32Array>()
    for (const bell of BELLS) {
      const buffer = await speaker.bellOf(bell, context)
      if (buffer) bells.set(bell, samplesOf(buffer))
    }
    return bells
  }

  /** Make a file of each session; null where it was called off. */
  async function make(
    sessions: readonly CarriedSession[],
    choices: CarryChoices,
    album = '',
  ): Promise<{ made: Made[]; unsaid: string[] } | null> {
    stop()
    share.value = 0
    const calledOff = new Promise<null>((resolve) => (stopped = () => resolve(null)))
    const mine = new Worker(new URL('./audio.worker.ts', import.meta.url), { type: 'module' })
    worker = mine
    const broken = new Promise<never>((_, reject) =>
      mine.addEventListener('error', () => reject(new Error('The worker cannot be had.'))),
    )
    // What an ended worker had told already may still arrive.
    const tell = (of: number) => {
      if (worker === mine) share.value = of
    }
    try {
      return await Promise.race([calledOff, broken, madeBy(wrap<AudioWorker>(mine), tell, sessions, choices, album)])
    } finally {
      // Called off, another may have begun meanwhile.
      if (worker === mine) stop()
    }
  }

  async function madeBy(
    remote: Remote<AudioWorker>,
    tell: (share: number) => void,
    sessions: readonly CarriedSession[],
    choices: CarryChoices,
    album: string,
  ) {
    const facts = FORMAT_FACTS[choices.format]
    const made: Made[] = []
    const unsaid = new Set<string>()
    for (const [index, { title, routine }] of sessions.entries()) {
      const session = await heard(routine, choices)
      const phrases = session.cues.flatMap((cue) => (cue.kind === 'voice' ? cue.phrases : []))
      speaker.unsaidOf(phrases).forEach((text) => unsaid.add(text))
      const clips = await clipsOf(session.cues, facts.sampleRateHz)
      const bells = await ownBells(facts.sampleRateHz)
      const track = sessions.length > 1 ? index + 1 : 0
      const job = {
        title,
        album,
        track,
        format: choices.format,
        apart: apartOf(choices),
        timeline: session.timeline,
        cues: session.cues,
        sound: soundFor(settings.sound, choices),
      }
      const file = await remote.make(
        transfer(
          { ...plainCopy(job), clips, bells },
          [...clips.values(), ...bells.values()].map(({ buffer }) => buffer),
        ),
        proxy((of: number) => tell((index + of) / sessions.length)),
      )
      const number = track > 0 ? `${String(track).padStart(2, '0')} ` : ''
      made.push({ ...file, name: fileName(`${number}${title}`, facts.extension) })
    }
    return { made, unsaid: [...unsaid] }
  }

  /** Files in one. */
  async function zipped(files: readonly Made[]): Promise<Blob> {
    const zipper = new Worker(new URL('./audio.worker.ts', import.meta.url), { type: 'module' })
    try {
      return await wrap<AudioWorker>(zipper).zip(files.map(({ name, file }) => ({ name, file })))
    } finally {
      zipper.terminate()
    }
  }

  return { share, make, stop, heard, timelineOf, zipped }
}
