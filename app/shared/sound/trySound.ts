import { onScopeDispose } from 'vue'
import type { Cue } from '#core/sound'
import { createPlayer } from './player'
import { startSoundWorker } from './soundWorker'
import { createSpeaker } from './speaker'
import { usePersonStore } from '~/shared/store/person'

const LINGERS_MS = 6000

/** Play some cues at once, by themselves, with the sound as it is set. */
export function useTrySound() {
  const person = usePersonStore()
  let end: (() => void) | null = null
  async function play(cues: readonly Cue[]) {
    end?.()
    const worker = startSoundWorker(1000, () => undefined)
    const speaker = createSpeaker()
    await speaker.open()
    speaker.set(person.settings.voice, person.profile.recordings)
    const player = createPlayer(worker, speaker, { ...person.settings.sound, silent: false })
    await player.unlock()
    const from = player.context.currentTime
    player.schedule(cues, (atSeconds) => from + atSeconds)
    const lasts = Math.max(...cues.map((cue) => cue.atSeconds + ('lengthSeconds' in cue ? cue.lengthSeconds : 0)))
    const timer = window.setTimeout(() => end?.(), lasts * 1000 + LINGERS_MS)
    end = () => {
      window.clearTimeout(timer)
      player.close()
      worker.end()
      end = null
    }
  }
  onScopeDispose(() => end?.())
  return { play }
}
