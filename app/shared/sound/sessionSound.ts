import { shallowRef } from 'vue'
import type { Recording } from '#core/formats'
import { waitsFrom, type CommandName, type RunnerState } from '#core/runner'
import { answerPhrases, heardOf, wordsOf, type Cue, type SoundSettings, type VoiceSettings } from '#core/sound'
import type { Timeline } from '#core/timeline'
import { audioSecondsAt, driveBy } from '~/shared/clock/sessionClock'
import { createLingerCues } from './lingerCues'
import { createPlayer, type Player } from './player'
import { startSoundWorker, type SoundWorkerClient } from './soundWorker'
import { createSpeaker } from './speaker'

const BEAT_MS = 200

/** How a session sounds now; asked whenever it matters, as it may be changed in the middle. */
export interface SoundOfPerson {
  sound: SoundSettings
  voice: VoiceSettings
  recordings: readonly Recording[]
}

/**
 * All that is heard of a session: its cues put on the audio clock, answers to commands, and the worker's beat that keeps it going while
 * the page is hidden. `onBeat` is told the milliseconds since the beat before, as the worker saw them.
 */
export function createSessionSound(now: () => SoundOfPerson, onBeat: (sinceMs?: number) => void) {
  const speaker = createSpeaker()
  /** The clips are at hand, and how long words take is known. */
  const voiceReady = shallowRef(false)
  /** Rises when more words can be said than before: then what is said is worked out anew. */
  const learnt = shallowRef(0)
  /** Words of this session that cannot be said now. */
  const unsaid = shallowRef<string[]>([])
  const cuesWhileLingering = createLingerCues()
  let worker: SoundWorkerClient | null = null
  let player: Player | null = null

  async function openVoice() {
    const { voice, recordings } = now()
    speaker.set(voice, recordings)
    await speaker.open()
    voiceReady.value = true
  }
  /** Have at hand what the first bell needs: it is due with the first key. */
  function prepare() {
    worker ??= startSoundWorker(BEAT_MS, onBeat)
    void openVoice()
  }
  /** Have at hand what this session says of one's own. */
  async function learnWords(timeline: Timeline) {
    await openVoice()
    const { sound, voice } = now()
    await speaker.learn(wordsOf(timeline))
    unsaid.value = sound.silent ? [] : speaker.unsaidOf(wordsOf(timeline, voice))
    learnt.value += 1
  }
  /** Let it sound; works best from a key or a tap. */
  function open() {
    prepare()
    if (!player) {
      player = createPlayer(worker!, speaker, now().sound)
      player.prepare()
      driveBy(player.context)
      player.context.addEventListener('statechange', () => onBeat())
    }
    void player.unlock()
  }

  /** All that is heard and said of a Timeline, in the order of time; without breath tones where the breath is left to me. */
  function cuesFor(timeline: Timeline, breathTones: boolean): Cue[] {
    const { voice, recordings } = now()
    speaker.set(voice, recordings)
    const isAtHand = voiceReady.value && learnt.value >= 0
    return heardOf(timeline, { breathTones, voice: isAtHand ? voice : null, secondsOf: speaker.secondsOf })
  }

  /** Put on the clock what is due soon. */
  function schedule(state: RunnerState, cues: readonly Cue[]) {
    if (!player || state.status !== 'running') return
    player.set(now().sound)
    if (player.context.state !== 'running') void player.unlock()
    const originMs = state.clockMs - state.positionSeconds * 1000
    if (audioSecondsAt(originMs) === null) return
    // What lies beyond a waiting has no time yet.
    const until = waitsFrom(state)
    const heard = cuesWhileLingering(state, cues)
    player.schedule(until === null ? heard : heard.filter(({ atSeconds }) => atSeconds < until), (atSeconds) =>
      audioSecondsAt(originMs + atSeconds * 1000),
    )
  }

  /** Answer a command by a word, or by a small bell where nothing is said. */
  function answer(name: CommandName, done: boolean, secondsLeft: number) {
    if (!player) return
    const { voice, sound } = now()
    const phrases = answerPhrases(name, done, secondsLeft)
    if (phrases.length > 0 && voice.announces) player.say(phrases.map((text) => ({ text, formId: '', cue: '' })))
    else if (done) player.now({ kind: 'bell', bell: 'heard', quiet: sound.quiet })
  }

  function closePlayer() {
    driveBy(null)
    player?.close()
    player = null
  }
  function endBeat() {
    worker?.end()
    worker = null
  }
  return {
    unsaid,
    learnWords,
    prepare,
    open,
    cuesFor,
    schedule,
    answer,
    hush: () => player?.hush(),
    /** The end was taken back: what rings out of it is broken off, and it begins anew. */
    reopen() {
      player?.hush()
      closePlayer()
      open()
    },
    /** Nothing more is due; what sounds rings out. */
    endBeat,
    close() {
      closePlayer()
      endBeat()
    },
  }
}
