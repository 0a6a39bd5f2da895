import { useTimeoutFn } from '@vueuse/core'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { toBase64, writeWav } from '#core/formats'
import { trimRecording } from '#core/sound'
import { whyNoMicrophone } from '~/shared/devices/microphone'

/** Recorded cues are kept at this rate: plenty for a voice. */
const RATE_HZ = 22_050
/** A cue that is longer is cut off. */
export const MOST_MS = 8000

/** A cue as it is kept: trimmed, and as loud as others. */
export interface CueMade {
  seconds: number
  wav: string
}

/** Records one spoken cue after another by the microphone, which is let go after each, unless it stays open until `close`. */
export function useCueRecorder({ staysOpen = false } = {}) {
  /** The cue that is being recorded; null while none is. */
  const recordingNow = ref<string | null>(null)
  const fault = ref('')
  const stream = shallowRef<MediaStream | null>(null)
  let recorder: MediaRecorder | null = null
  let parts: Blob[] = []
  const limit = useTimeoutFn(() => recorder?.state === 'recording' && recorder.stop(), MOST_MS, { immediate: false })

  async function start(cue: string) {
    fault.value = ''
    try {
      stream.value ??= await navigator.mediaDevices.getUserMedia({ audio: true })
      parts = []
      recorder = new MediaRecorder(stream.value)
      recorder.ondataavailable = ({ data }) => parts.push(data)
      recorder.start()
      recordingNow.value = cue
      limit.start()
    } catch {
      close()
      fault.value = whyNoMicrophone()
    }
  }

  function ended(): Promise<void> {
    return new Promise((resolve) => {
      if (!recorder || recorder.state === 'inactive') return resolve()
      recorder.onstop = () => resolve()
      recorder.stop()
    })
  }

  /** What was recorded, trimmed and made as loud as others; null when nothing was said. */
  async function stop(): Promise<CueMade | null> {
    limit.stop()
    await ended()
    if (!staysOpen) close()
    recordingNow.value = null
    const blob = new Blob(parts)
    const context = new OfflineAudioContext(1, 1, RATE_HZ)
    // Told below.
    const buffer = await context.decodeAudioData(await blob.arrayBuffer()).catch(() => null)
    const ready = buffer && trimRecording(buffer.getChannelData(0), RATE_HZ)
    if (!ready) {
      fault.value = 'Nothing was heard that stands out from the silence. Try again, nearer to the microphone.'
      return null
    }
    return { seconds: Math.round((ready.length / RATE_HZ) * 1000) / 1000, wav: toBase64(writeWav(ready, RATE_HZ)) }
  }
  /** Break off what is being recorded, and keep nothing of it. */
  async function discard() {
    limit.stop()
    await ended()
    recordingNow.value = null
  }
  /** Let the microphone go. */
  function close() {
    stream.value?.getTracks().forEach((track) => track.stop())
    stream.value = null
  }
  onScopeDispose(close)
  return { recordingNow, fault, stream, start, stop, discard, close }
}
