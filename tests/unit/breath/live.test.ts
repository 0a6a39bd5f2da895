import { median } from '#core/basics'
import { expect, it } from 'vitest'
import { liveTurns, simulateBelt, USUAL_BELT } from '#core/breath'

it.each([4, 6, 10, 15, 20])('turns are noticed while they happen at %i breaths a minute', (breathsPerMinute) => {
  let turnsInAll = 0
  let noticed = 0
  let wrong = 0
  const delays: number[] = []
  for (let seed = 1; seed <= 8; seed += 1) {
    const { samples, turns } = simulateBelt({ ...USUAL_BELT, seed, breathsPerMinute, seconds: 240 })
    const live = liveTurns()
    const found = []
    for (let from = 0; from < samples.length; from += 4) found.push(...live.push(samples.slice(from, from + 4)))
    const later = turns.filter(({ atSeconds }) => atSeconds > 30 && atSeconds < 235)
    const halfBreath = 30 / breathsPerMinute
    for (const turn of later) {
      const match = found.find(
        ({ to, atSeconds }) => to === turn.to && Math.abs(atSeconds - turn.atSeconds) < halfBreath / 2,
      )
      turnsInAll += 1
      if (match) {
        noticed += 1
        delays.push(match.knownAtSeconds - turn.atSeconds)
      }
    }
    wrong += Math.max(0, found.filter(({ atSeconds }) => atSeconds > 30 && atSeconds < 235).length - later.length)
  }
  expect(noticed / turnsInAll).toBeGreaterThan(0.95)
  expect(wrong / turnsInAll).toBeLessThan(0.05)
  // About a quarter of the way into the next phase at most, or 0.8 s: soon enough to lead.
  expect(median(delays)).toBeLessThan(Math.max(0.8, (0.26 * 30) / breathsPerMinute))
})
