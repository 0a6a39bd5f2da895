/** The practice day of random instants in every time zone, near clock changes above all, against Luxon: how often the two differ. */
import { DateTime, IANAZone } from 'luxon'
import { practiceDay } from '#core/journal'
import { chance, oneOf } from './support/seed'

const DAYS = Number(process.env.DAYS ?? 100_000)
const zones = Intl.supportedValuesOf('timeZone')
const FROM = Date.UTC(1975, 0, 1)
const TO = Date.UTC(2095, 0, 1)

/** An instant near the next change of the clocks in a zone; any instant where there is none within a year. */
function nearChange(zone: string): number {
  const from = FROM + chance() * (TO - FROM)
  const offset = (ms: number) => IANAZone.create(zone).offset(ms)
  for (let day = 0; day < 366; day += 7) {
    let low = from + day * 86_400_000
    let high = low + 7 * 86_400_000
    if (offset(low) === offset(high)) continue
    while (high - low > 1000) {
      const middle = (low + high) / 2
      if (offset(middle) === offset(low)) low = middle
      else high = middle
    }
    return high + (chance() - 0.5) * 10 * 3_600_000
  }
  return from
}

let differ = 0
let nearOnes = 0
const from = performance.now()
for (let turn = 0; turn < DAYS; turn += 1) {
  const zone = oneOf(zones)
  const isNear = turn % 10 === 0
  nearOnes += isNear ? 1 : 0
  const ms = Math.round(isNear ? nearChange(zone) : FROM + chance() * (TO - FROM))
  const endsAtHour = Math.floor(chance() * 7)
  const local = DateTime.fromMillis(ms, { zone })
  const expected = (local.hour < endsAtHour ? local.minus({ days: 1 }) : local).toISODate()
  const day = practiceDay(new Date(ms).toISOString(), zone, endsAtHour)
  if (day !== expected) differ += 1
}
console.log(
  `days: ${DAYS} instants in ${zones.length} zones, ${nearOnes} of them within five hours of a change of the clocks: ${differ} practice days differ from Luxon's (aim: 0); ` +
    `${((performance.now() - from) / 1000).toFixed(0)} s`,
)
