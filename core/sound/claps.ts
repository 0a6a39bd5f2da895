/** A clap that was heard, at a time since the first sample. */
export interface Clap {
  atSeconds: number
}

export interface ClapDetector {
  /** Give the next samples, in order; the claps that became certain with them come back, about a tenth of a second after they were clapped. */
  push: (samples: Float32Array) => Clap[]
}

const FRAME_SECONDS = 0.005
/** Claps are bright: what lies above this is listened to. */
const BRIGHT_HZ = 1500
/**
 * What makes a sound a clap, in frames after its peak and as shares of the peak's energy. All of it by trying on simulated rooms: it
 * rises out of what was there before at once, it is over soon, most of it is bright, and it stands above what the room usually does.
 */
const RULES = {
  riseFrames: { from: 3, to: 9 },
  rise: 4,
  soon: { from: 8, to: 14, share: 0.3 },
  later: { from: 15, to: 20, share: 0.19 },
  bright: 0.22,
  aboveUsual: 3,
  least: 2e-6,
  apartSeconds: 0.11,
}
/** The room's usual energy follows with this share of each frame: about a second to get used to a new noise. */
const USUAL_SHARE = 0.005

/** Listens for claps with a threshold that follows the room. Works on samples of any length and rate. */
export function clapDetector(sampleRateHz: number): ClapDetector {
  const size = Math.max(16, Math.round(FRAME_SECONDS * sampleRateHz))
  const passes = Math.exp((-2 * Math.PI * BRIGHT_HZ) / sampleRateHz)
  const bright: number[] = []
  const whole: number[] = []
  const usual: number[] = []
  let filled = 0
  let sumBright = 0
  let sumWhole = 0
  let before = 0
  let high = 0
  let room = 0
  let dropped = 0
  let judged = 0
  let lastAt = -1

  function frame() {
    const energy = sumBright / size
    bright.push(energy)
    whole.push(sumWhole / size)
    usual.push(room)
    // A single loud moment moves the usual little, as it is capped.
    room = room === 0 ? energy : room + USUAL_SHARE * (Math.min(energy, room * 30 + RULES.least) - room)
    filled = 0
    sumBright = 0
    sumWhole = 0
  }

  const most = (from: number, to: number) => Math.max(0, ...bright.slice(Math.max(0, from), to + 1))
  const mean = (from: number, to: number) =>
    bright.slice(from, to + 1).reduce((sum, each) => sum + each, 0) / (to - from + 1)

  function isClap(at: number): boolean {
    const peak = bright[at]!
    if (peak < RULES.least || peak < RULES.aboveUsual * usual[at]!) return false
    if (most(at - 5, at + 5) > peak) return false
    if (peak < RULES.rise * most(at - RULES.riseFrames.to, at - RULES.riseFrames.from)) return false
    if (peak * RULES.soon.share < mean(at + RULES.soon.from, at + RULES.soon.to)) return false
    if (peak * RULES.later.share < mean(at + RULES.later.from, at + RULES.later.to)) return false
    const around = whole.slice(Math.max(0, at - 1), at + 3).reduce((sum, each) => sum + each, 0)
    return bright.slice(Math.max(0, at - 1), at + 3).reduce((sum, each) => sum + each, 0) > RULES.bright * around
  }

  return {
    push(samples) {
      const found: Clap[] = []
      for (const sample of samples) {
        high = passes * (high + sample - before)
        before = sample
        sumBright += high * high
        sumWhole += sample * sample
        filled += 1
        if (filled === size) frame()
      }
      for (; judged + RULES.later.to < bright.length; judged += 1) {
        const atSeconds = ((dropped + judged) * size) / sampleRateHz
        if (atSeconds - lastAt < RULES.apartSeconds || !isClap(judged)) continue
        lastAt = atSeconds
        found.push({ atSeconds })
      }
      const spare = judged - 40
      if (spare > 200) {
        for (const list of [bright, whole, usual]) list.splice(0, spare)
        dropped += spare
        judged -= spare
      }
      return found
    },
  }
}

/** Claps of one signal come so close after each other. Our choice. */
const TOGETHER_SECONDS = 0.75
const MOST_IN_GROUP = 3

/** Gathers claps into signals of two or three; a single one is not meant, and more than three are applause. */
export function clapGroups() {
  let claps: number[] = []
  return {
    /** The number of claps of a signal that is complete by now; null while none is. */
    push(found: readonly Clap[], nowSeconds: number): number | null {
      let complete: number | null = null
      const close = () => {
        if (claps.length >= 2 && claps.length <= MOST_IN_GROUP) complete = claps.length
        claps = []
      }
      for (const { atSeconds } of found) {
        if (claps.length > 0 && atSeconds - claps.at(-1)! > TOGETHER_SECONDS) close()
        claps.push(atSeconds)
      }
      if (claps.length > 0 && nowSeconds - claps.at(-1)! > TOGETHER_SECONDS + 0.15) close()
      return complete
    },
  }
}
