// Only this of the room: a worklet can fetch nothing more later, and need not carry what it never asks.
import { clapDetector } from '#core/sound/claps'

declare const sampleRate: number
declare const registerProcessor: (name: string, processor: unknown) => void
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}

/** Listens to the microphone for claps, away from the page; only their times leave it. */
class ClapListener extends AudioWorkletProcessor {
  private readonly detector = clapDetector(sampleRate)
  private heardSamples = 0

  process(inputs: Float32Array[][]): boolean {
    const samples = inputs[0]?.[0]
    if (!samples) return true
    this.heardSamples += samples.length
    const claps = this.detector.push(samples)
    // Four times a second even when nothing was heard, so that a signal of claps can be seen to be over.
    if (claps.length > 0 || this.heardSamples % 12_800 < samples.length) {
      this.port.postMessage({ claps, nowSeconds: this.heardSamples / sampleRate })
    }
    return true
  }
}

registerProcessor('clap-listener', ClapListener)
