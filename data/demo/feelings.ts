import { normalFrom, type Chance } from '#core/basics'
import { FEELING_SCALES, type FeelingScale, type Felt } from '#core/journal'

/** What practice does to this person: see truth.md. Steps of the scales, points of pain. */
export interface DemoTruth {
  lastingFromDayToDay: number
  daySpreadSteps: number
  momentSpreadSteps: number
  unsaidShare: number
  usual: Record<FeelingScale, number>
  gainSteps: Record<FeelingScale, number>
  /** What the evening adds. */
  eveningGainSteps: Record<FeelingScale, number>
  eveningFromHour: number
  lowBack: { usual: number; spread: number; gainPoints: number; saidShare: number }
}

const within = (least: number, most: number, value: number) => Math.min(most, Math.max(least, Math.round(value)))

/** How sessions felt, by the truth: a level that lasts from day to day, what the moment adds, and what practice does. Days come in order. */
export function feelingsOf(
  truth: DemoTruth,
  chance: Chance,
): (daysAgo: number, hour: number) => { before: Felt; after: Felt } {
  const normal = normalFrom(chance)
  const levels = { energy: normal(), calm: normal(), ease: normal(), lowBack: normal() }
  let levelsOn: number | null = null
  return (daysAgo, hour) => {
    const kept = truth.lastingFromDayToDay ** Math.max(1, (levelsOn ?? daysAgo) - daysAgo)
    levelsOn = daysAgo
    for (const what of ['energy', 'calm', 'ease', 'lowBack'] as const) {
      levels[what] = kept * levels[what] + Math.sqrt(1 - kept ** 2) * normal()
    }
    const isEvening = hour >= truth.eveningFromHour || hour < 4
    const said = (gains: number): Felt => {
      const felt = Object.fromEntries(
        FEELING_SCALES.map((scale) => {
          const gain = gains * (truth.gainSteps[scale] + (isEvening ? truth.eveningGainSteps[scale] : 0))
          const moment = truth.daySpreadSteps * levels[scale] + truth.momentSpreadSteps * normal()
          return [scale, within(1, 5, truth.usual[scale] + moment + gain)]
        }),
      ) as Record<FeelingScale, number>
      const { usual, spread, gainPoints } = truth.lowBack
      const hurts = usual + spread * (0.8 * levels.lowBack + 0.5 * normal()) - gains * gainPoints
      return { ...felt, pain: [{ place: 'lowBack', level: within(0, 10, hurts) }] }
    }
    const before = said(0)
    const after = said(1)
    if (chance() < truth.unsaidShare) return { before: { energy: null, calm: null, ease: null }, after }
    if (chance() < truth.lowBack.saidShare) return { before, after }
    const { pain: _before, ...beforeOnly } = before
    const { pain: _after, ...afterOnly } = after
    return { before: beforeOnly, after: afterOnly }
  }
}
