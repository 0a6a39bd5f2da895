/**
 * When cues are really heard against the Timeline: a shake of 120 beats a minute is followed in headless Chromium, page in front and page
 * hidden, and an audio worklet reads what goes out sample by sample for the strokes of the knocks. `MINUTES=1 npm run bench -- onset` for a
 * shorter look. No tight figure is asserted anywhere: without an audio device the audio clock loses time when the machine is busy, and
 * each such loss is made up at the start of a phase.
 */
import { startServer } from './support/browser'
import { clickScript, openByPipe } from './support/pipe'
import { between } from './support/seed'

const MINUTES = Number(process.env.MINUTES ?? 10)
/** A stroke that is not heard within this time of when it is due is lost. */
const LOST_SECONDS = 0.1

/** Runs in the page before all else: taps what goes to the loudspeaker, and notes every cue that is put on the clock. */
const TAP = `(() => {
  const worklet = \`registerProcessor('onsets', class extends AudioWorkletProcessor {
    quiet = 1e9
    process(inputs) {
      const samples = inputs[0]?.[0]
      if (samples) for (let at = 0; at < samples.length; at += 1) {
        if (Math.abs(samples[at]) > 0.0005) {
          if (this.quiet > sampleRate * 0.05) this.port.postMessage(currentTime + at / sampleRate)
          this.quiet = 0
        } else this.quiet += 1
      }
      return true
    }
  })\`
  window.heard = []
  window.cues = []
  window.addEventListener('pebblebrook:heard', ({ detail: { cue, atAudioSeconds } }) => window.cues.push([cue.kind, cue.atSeconds, atAudioSeconds]))
  const connect = AudioNode.prototype.connect
  const taps = new WeakMap()
  AudioNode.prototype.connect = function (to, ...rest) {
    const { context } = this
    // The first to be connected is what the knocks go through; bells and voice would hide their onsets.
    if (to === context.destination && !taps.has(context)) {
      taps.set(context, context.audioWorklet.addModule(URL.createObjectURL(new Blob([worklet], { type: 'text/javascript' }))).then(() => {
        const node = new AudioWorkletNode(context, 'onsets')
        node.port.onmessage = ({ data }) => window.heard.push(data)
        return node
      }))
      taps.get(context).then((node) => connect.call(this, node))
    }
    return connect.call(this, to, ...rest)
  }
})()`

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const quantile = (sorted: number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN

const server = await startServer(4396)
/** Follow for a while and compare; the line to print is answered. */
async function watchOnsets(hidden: boolean): Promise<string> {
  const browser = openByPipe()
  const page = await browser.page(`${server.address}/forms/shake`, TAP)
  await pause(2500)
  await page.run(clickScript('Start this form'))
  await page.run(clickScript('Start'))
  if (hidden) await browser.page('about:blank')
  // Lingering, the shake goes on for as long as it is listened to.
  await pause(between(11_000, 13_000))
  await page.run(`document.dispatchEvent(new KeyboardEvent('keydown', { key: 'l' }))`)
  await pause(MINUTES * 60_000)
  const { heard, cues, visibility } = await page.run<{
    heard: number[]
    cues: [string, number, number][]
    visibility: string
  }>(`({ heard: window.heard, cues: window.cues, visibility: document.visibilityState })`)
  browser.close()
  // A cue that was put on the clock anew was put there for its last time.
  const strokes = [
    ...new Map(cues.filter(([kind]) => kind === 'beat').map(([, at, due]) => [at.toFixed(3), { at, due }])).values(),
  ]
  const last = Math.max(...heard)
  const errors: number[] = []
  let lost = 0
  for (const { due } of strokes.filter((stroke) => stroke.due < last - 1)) {
    const off = heard.reduce((best, at) => (Math.abs(at - due) < Math.abs(best) ? at - due : best), Infinity)
    if (Math.abs(off) > LOST_SECONDS) lost += 1
    else errors.push(Math.abs(off) * 1000)
  }
  const stray = heard.filter((at) => !strokes.some(({ due }) => Math.abs(at - due) <= LOST_SECONDS)).length
  errors.sort((one, other) => one - other)
  const shifts = strokes.map(({ at, due }) => due - at)
  const moved = shifts.slice(1).filter((shift, index) => Math.abs(shift - shifts[index]!) > 0.001).length
  return (
    `onset, page ${visibility}, ${MINUTES} min: ${strokes.length} strokes, ${lost} lost, ${stray} not due, error median ${quantile(errors, 0.5).toFixed(2)} ms, ` +
    `p99 ${quantile(errors, 0.99).toFixed(2)} ms (aim 5), most ${(errors.at(-1) ?? NaN).toFixed(2)} ms; re-anchored ${moved} times`
  )
}

// One after the other: two pages at once would hide what one of them needs.
for (const hidden of [false, true]) console.log(await watchOnsets(hidden))
server.stop()
