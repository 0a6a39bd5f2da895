import { effectScope } from 'vue'
import { describe, expect, it } from 'vitest'
import { simulateBelt, USUAL_BELT } from '#core/breath'
import { useMeasuring } from '~/features/breath/measuring'
import type { BreathSensor } from '~/shared/devices/breathSensor'

/** A belt that gives all of its samples at once. */
const belt = (breathsPerMinute: number): BreathSensor => ({
  name: 'a belt',
  start(onSamples) {
    onSamples(simulateBelt({ ...USUAL_BELT, seed: 3, breathsPerMinute, seconds: 90 }).samples)
    return () => undefined
  },
})
function measuring() {
  const clock = { ms: 5_000 }
  const made = effectScope().run(() => useMeasuring({ now: () => clock.ms, sensor: () => belt(7.5) }))!
  return { ...made, clock }
}

describe('measuring the breath', () => {
  it('begins with the first tap, and finds in- and out-breath from the turns', () => {
    const { clock, tap, finish, stage, taps, estimate } = measuring()
    expect(stage.value).toBe('ready')
    for (let turn = 0; turn < 19; turn += 1) {
      tap()
      clock.ms += turn % 2 === 0 ? 3_000 : 4_500
    }
    expect(taps.value.slice(0, 3)).toEqual([0, 3, 7.5])
    finish()
    expect(stage.value).toBe('result')
    expect(estimate.value).toMatchObject({ inSeconds: 3, outSeconds: 4.5 })
  })
  it('gives no figure from too little, and says why', () => {
    const { tap, finish, stage, refusal, estimate } = measuring()
    tap()
    tap()
    finish()
    expect([stage.value, refusal.value, estimate.value]).toEqual(['refused', 'tooFew', null])
  })
  it('reads a belt', () => {
    const { how, begin, finish, stage, estimate, samples } = measuring()
    how.value = 'belt'
    begin()
    expect(samples.value.length).toBeGreaterThan(1000)
    finish()
    expect(stage.value).toBe('result')
    expect(estimate.value!.inSeconds + estimate.value!.outSeconds).toBeCloseTo(8, 0)
  })
  it('is given up at once when I feel dizzy, and begins afresh', () => {
    const { tap, lightHeaded, stage, taps } = measuring()
    tap()
    lightHeaded()
    expect(stage.value).toBe('lightHeaded')
    tap()
    expect(stage.value).toBe('measuring')
    expect(taps.value).toHaveLength(1)
  })
})
