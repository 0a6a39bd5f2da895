/** Rows of days of random journals over zones, clock changes and changed rules, against the slow reckoning by their definition. */
import { addDays, steadiness } from '#core/journal'
import { slowSteadiness } from '../tests/reference/slowSteadiness'
import { chance, oneOf } from './support/seed'

const JOURNALS = Number(process.env.JOURNALS ?? 100_000)
const ZONES = [
  'Europe/Lisbon',
  'Asia/Tokyo',
  'America/New_York',
  'Pacific/Kiritimati',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
]
const whole = (most: number) => Math.floor(chance() * (most + 1))

let differ = 0
let days = 0
let rows = 0
const from = performance.now()
for (let turn = 0; turn < JOURNALS; turn += 1) {
  // About the changes of the clocks of spring and autumn, in a year from 1990 to 2035.
  const first = `${1990 + whole(45)}-${oneOf(['03', '10'])}-${String(1 + whole(27)).padStart(2, '0')}`
  const home = oneOf(ZONES)
  const length = 3 + whole(35)
  const steady = chance()
  const sessions = []
  let timeZone = home
  for (let day = 0; day < length; day += 1) {
    if (chance() < 0.08) timeZone = oneOf(ZONES)
    for (let session = 0; session < 2; session += 1) {
      if (chance() > steady) continue
      const at = Date.parse(`${addDays(first, day)}T00:00:00Z`) + whole(86_399) * 1000
      sessions.push({ startedAt: new Date(at).toISOString(), timeZone, practisedSeconds: oneOf([60, 240, 600, 1800]) })
    }
  }
  const restPlan = Array.from({ length: whole(3) }, () => ({
    fromDay: addDays(first, whole(length) - 5),
    weekdays: [1 + whole(6)],
    restDaysAWeek: whole(2),
    leastMinutes: oneOf([0, 0, 5, 10]),
  }))
  const today = addDays(first, length - whole(3))
  const rules = { dayEndsAtHour: whole(6), restPlan, timeZoneToday: timeZone }
  const { current, longest } = steadiness(sessions, today, rules)
  const slow = slowSteadiness(sessions, today, rules)
  days += length
  rows += slow.longestDays
  if ((current?.days ?? 0) !== slow.currentDays || (longest?.days ?? 0) !== slow.longestDays) differ += 1
}
console.log(
  `steadiness: ${JOURNALS} journals of ${(days / JOURNALS).toFixed(1)} days in the mean, longest rows of ${(rows / JOURNALS).toFixed(1)}: ` +
    `${differ} differ from the slow reckoning (aim: 0); ${((performance.now() - from) / 1000).toFixed(0)} s`,
)
