import { onScopeDispose } from 'vue'
import type { Cue } from '#core/sound'
import { createPlayer } from './player'
import { startSoundWorker } from './soundWorker'
import { createSpeaker } from './speaker'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'

const LINGERS_MS = 6000

/** Play some cues at once, by themselves, with the sound as it is set. */
export function useTrySound() {
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  let end: (() => void) | null = null
  async function play(cues: readonly Cue[]) {
    end?.()
    const worker = startSoundWorker(1000, () => undefined)
    const speaker = createSpeaker()
    await speaker.open()
    speaker.set(settings.voice, library.recordings)
    const player = createPlayer(worker, speaker, { ...settings.sound, silent: false })
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
