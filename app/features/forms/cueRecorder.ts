import { useTimeoutFn } from '@vueuse/core'
import { onScopeDispose, ref } from 'vue'
import { toBase64, writeWav } from '#core/formats'
import { trimRecording } from '#core/sound'
import { whyNoMicrophone } from '~/shared/devices/microphone'

/** Recorded cues are kept at this rate: plenty for a voice. */
const RATE_HZ = 22_050
const MOST_MS = 8000

/** Records one spoken cue after another by the microphone. */
export function useCueRecorder() {
  /** The cue that is being recorded; null while none is. */
  const recordingNow = ref<string | null>(null)
  const fault = ref('')
  let recorder: MediaRecorder | null = null
  let parts: Blob[] = []
  const limit = useTimeoutFn(() => recorder?.state === 'recording' && recorder.stop(), MOST_MS, { immediate: false })

  async function start(cue: string) {
    fault.value = ''
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
      parts = []
      recorder = new MediaRecorder(stream)
      recorder.ondataavailable = ({ data }) => parts.push(data)
      recorder.start()
      recordingNow.value = cue
      limit.start()
    } catch {
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
  async function stop(): Promise<{ seconds: number; wav: string } | null> {
    limit.stop()
    await ended()
    recorder?.stream.getTracks().forEach((track) => track.stop())
    recordingNow.value = null
    const blob = new Blob(parts)
    const context = new OfflineAudioContext(1, 1, RATE_HZ)
    const buffer = await context.decodeAudioData(await blob.arrayBuffer()).catch(() => null)
    const ready = buffer && trimRecording(buffer.getChannelData(0), RATE_HZ)
    if (!ready) {
      fault.value = 'Nothing was heard that stands out from the silence. Try again, nearer to the microphone.'
      return null
    }
    return { seconds: Math.round((ready.length / RATE_HZ) * 1000) / 1000, wav: toBase64(writeWav(ready, RATE_HZ)) }
  }
  onScopeDispose(() => {
    recorder?.stream.getTracks().forEach((track) => track.stop())
  })
  return { recordingNow, fault, start, stop }
}
