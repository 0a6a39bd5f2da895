import { ownBellHeard, type Sample } from '#core/sound'
import type { Speaker } from './speaker'
import type { SoundWorkerClient } from './soundWorker'

/** What is broken off fades in this time constant, so that nothing clicks. */
const FADE_SECONDS = 0.06

/** Makes the samples of sounds: bells and knocks once, a breath for its length. */
export function createBuffers(
  worker: Pick<SoundWorkerClient, 'samples'>,
  speaker: Pick<Speaker, 'bellOf'>,
  context: BaseAudioContext,
) {
  const made = new Map<string, Promise<AudioBuffer>>()
  async function make(sample: Sample): Promise<AudioBuffer> {
    const ringing = sample.kind === 'bell' ? speaker.bellOf(sample.bell, context) : null
    const own = ringing && (await ringing)
    const samples = own
      ? ownBellHeard(own.getChannelData(0), sample.quiet)
      : await worker.samples(sample, context.sampleRate)
    const buffer = new AudioBuffer({ length: samples.length, numberOfChannels: 1, sampleRate: context.sampleRate })
    buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0)
    return buffer
  }
  return (sample: Sample): Promise<AudioBuffer> => {
    if (sample.kind === 'breath') return make(sample)
    const key = JSON.stringify(sample)
    const known = made.get(key) ?? make(sample)
    made.set(key, known)
    return known
  }
}

/** Start buffers one after the other; the answer breaks them off softly. */
export function startBuffers(
  context: BaseAudioContext,
  buffers: readonly AudioBuffer[],
  at: number,
  offset: number,
  into: GainNode,
): () => void {
  const gain = new GainNode(context)
  gain.connect(into)
  let from = at
  const sources = buffers.map((buffer, index) => {
    const source = new AudioBufferSourceNode(context, { buffer })
    source.connect(gain)
    source.start(from, index === 0 ? offset : 0)
    from += buffer.duration - (index === 0 ? offset : 0)
    return source
  })
  const last = sources.at(-1)
  if (last) last.onended = () => gain.disconnect()
  return () => {
    // What has not begun is never heard: fading it would leave the beginning of what is put anew somewhere near.
    if (context.currentTime < at) {
      gain.disconnect()
      for (const source of sources) source.stop()
      return
    }
    gain.gain.setTargetAtTime(0, context.currentTime, FADE_SECONDS)
    for (const source of sources) source.stop(context.currentTime + 6 * FADE_SECONDS)
  }
}
