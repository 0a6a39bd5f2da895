import { clapDetector, clapGroups, simulateRoom, type Clap } from '#core/sound'
import workletUrl from './claps.worklet.ts?worker&url'

/** Listen to the microphone for signals of two or three claps. The answer ends it; throws when the microphone is refused. */
export async function listenForClaps(onSignal: (claps: number) => void): Promise<() => void> {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  })
  const context = new AudioContext()
  await context.audioWorklet.addModule(workletUrl)
  const node = new AudioWorkletNode(context, 'clap-listener', { numberOfOutputs: 0 })
  const groups = clapGroups()
  node.port.onmessage = ({ data }: MessageEvent<{ claps: Clap[]; nowSeconds: number }>) => {
    const claps = groups.push(data.claps, data.nowSeconds)
    if (claps) onSignal(claps)
  }
  context.createMediaStreamSource(stream).connect(node)
  return () => {
    for (const track of stream.getTracks()) track.stop()
    void context.close()
  }
}

const ROOM = { seconds: 2.6, sampleRateHz: 16_000, sounds: 'quiet' } as const

/** Somebody who is not there claps so many times in a quiet room; what the detector makes of it is answered. */
export function simulatedClaps(claps: number, seed: number): number | null {
  const clapsAt = Array.from({ length: claps }, (_, index) => 0.4 + index * 0.35)
  const found = clapDetector(ROOM.sampleRateHz).push(simulateRoom({ ...ROOM, seed, clapsAt }))
  return clapGroups().push(found, ROOM.seconds)
}
