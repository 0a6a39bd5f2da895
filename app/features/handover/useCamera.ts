import { onScopeDispose, ref, type Ref } from 'vue'
import { openCodes } from './codesIn'

/** Between two looks, so that a slow machine has time for something else. */
const PAUSE_MS = 60

export type CameraState = 'off' | 'starting' | 'on' | 'refused' | 'none' | 'notSecure'

/** The camera, looking for code pictures until it is stopped; it is never left on. */
export function useCamera(video: Ref<HTMLVideoElement | null>, onText: (text: string) => void) {
  const state = ref<CameraState>('off')
  const codes = openCodes()
  let stream: MediaStream | null = null

  function stop() {
    for (const track of stream?.getTracks() ?? []) track.stop()
    stream = null
    if (video.value) video.value.srcObject = null
    if (state.value === 'on' || state.value === 'starting') state.value = 'off'
  }
  async function start() {
    stop()
    const devices = (navigator as { mediaDevices?: MediaDevices }).mediaDevices
    if (!devices) return void (state.value = 'notSecure')
    state.value = 'starting'
    try {
      const asked = { facingMode: 'environment', width: { ideal: 1280 }, height: { ideal: 720 } }
      stream = await devices.getUserMedia({ video: asked, audio: false })
    } catch (error) {
      state.value = (error as Error).name === 'NotAllowedError' ? 'refused' : 'none'
      return
    }
    const seen = video.value
    // It may have been left while the person was asked.
    if (!seen || state.value !== 'starting') return stop()
    seen.srcObject = stream
    await seen.play()
    state.value = 'on'
    await look(seen, stream)
  }
  async function look(seen: HTMLVideoElement, own: MediaStream) {
    while (stream === own) {
      if (seen.videoWidth > 0) {
        // A look that fails is followed by the next.
        const texts = await codes.read(seen, [seen.videoWidth, seen.videoHeight], 'camera').catch(() => [])
        if (stream === own) texts.forEach(onText)
      }
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
    }
  }
  /** The texts of the code pictures in a photograph; none where it is no picture. */
  async function readPhotograph(file: File): Promise<string[]> {
    // A file that is no picture holds no code picture: the caller names it.
    const bitmap = await createImageBitmap(file).catch(() => null)
    if (!bitmap) return []
    const texts = await codes.read(bitmap, [bitmap.width, bitmap.height], 'photograph')
    bitmap.close()
    return texts
  }
  onScopeDispose(() => {
    stop()
    codes.close()
  })
  return { state, start, stop, readPhotograph }
}
