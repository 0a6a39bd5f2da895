import { simulateBelt, USUAL_BELT, type BeltSample } from '#core/breath'
import { nowMs } from '~/shared/clock/sessionClock'

/** Something worn that tells how the breath moves: a belt on the air, or the simulated one. Times are seconds from its start. */
export interface BreathSensor {
  name: string
  /** Begin; samples come in small lots, in order. The answer ends it. */
  start: (onSamples: (samples: BeltSample[]) => void) => () => void
}

const LOT_MS = 200
/** As long as the simulated belt holds out. */
const BELT_SECONDS = 600

/** A belt that is not there, breathing in real time with noise, drift, sighs and drop-outs; always the same for a seed. */
export function simulatedSensor(seed: number, breathsPerMinute: number): BreathSensor {
  return {
    name: 'simulated belt',
    start(onSamples) {
      const { samples } = simulateBelt({ ...USUAL_BELT, seed, breathsPerMinute, seconds: BELT_SECONDS })
      const beganMs = nowMs()
      let given = 0
      const timer = window.setInterval(() => {
        const seconds = (nowMs() - beganMs) / 1000
        const from = given
        while (given < samples.length && samples[given]!.atSeconds <= seconds) given += 1
        if (given > from) onSamples(samples.slice(from, given))
      }, LOT_MS)
      return () => window.clearInterval(timer)
    },
  }
}
