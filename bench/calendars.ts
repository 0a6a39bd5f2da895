/**
 * Plans written as calendars on machines in several zones, and read back by another library (ical.js): practice that is lost, doubled or at another
 * hour. `PLANS=1000` for each zone.
 */
import ICAL from 'ical.js'
import { chanceFrom } from '#core/basics'
import { addDays } from '#core/journal'
import { daysOf, USUAL_WEEK, type PlannedSession } from '#core/plan'
import { writePlanCalendar } from '#core/tables'
import { SEED } from './support/seed'

const PLANS = Number(process.env.PLANS ?? 1000)
const ZONES = ['UTC', 'Asia/Tokyo', 'Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Pacific/Apia']
const FROM = '2026-01-05'
const UNTIL = addDays(FROM, 400)
const chance = chanceFrom(SEED)
const whole = (most: number) => Math.floor(chance() * most)
const two = (number: number) => String(number).padStart(2, '0')

function somePlanned(at: number): PlannedSession {
  const day = addDays(FROM, whole(365))
  const weeks = whole(30)
  const until = whole(2) ? { untilDay: addDays(day, weeks * 7 + whole(7)) } : {}
  const notOn = Array.from({ length: whole(4) }, () => addDays(day, whole(weeks + 1) * 7))
  return {
    id: `p${at}`,
    kind: 'practice',
    day,
    time: whole(2) ? 'morning' : 'evening',
    minutes: null,
    changes: whole(9),
    at: `${two(whole(24))}:${two(whole(60))}`,
    what: { kind: 'routine', routineId: 'r' },
    ...(whole(2) ? { weekly: { ...until, notOn: [...new Set(notOn)].sort() } } : {}),
  }
}
function timesOf(event: ICAL.Event): string[] {
  const wall = (time: ICAL.Time) => time.toString().slice(0, 16)
  if (!event.isRecurring()) return [wall(event.startDate)]
  const times: string[] = []
  const iterator = event.iterator()
  for (let next = iterator.next(); next && wall(next).slice(0, 10) <= UNTIL; next = iterator.next())
    times.push(wall(next))
  return times
}

for (const zone of ZONES) {
  process.env.TZ = zone
  let times = 0
  let lost = 0
  let added = 0
  for (let plan = 0; plan < PLANS; plan += 1) {
    const planned = Array.from({ length: 1 + whole(8) }, (_, at) => somePlanned(at))
    const text = writePlanCalendar(
      planned,
      USUAL_WEEK,
      { nameOf: () => 'x', secondsOf: () => 600 },
      `${FROM}T00:00:00.000Z`,
    )
    const events = new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent')
    const found = events
      .map((each) => new ICAL.Event(each))
      .flatMap((event) => timesOf(event).map((time) => `${event.uid} ${time}`))
    const wanted = planned.flatMap((laid) =>
      daysOf(laid, FROM, UNTIL).map((day) => `${laid.id}@pebblebrook ${day}T${laid.at}`),
    )
    const left = new Map<string, number>()
    for (const each of wanted) left.set(each, (left.get(each) ?? 0) + 1)
    for (const each of found) left.set(each, (left.get(each) ?? 0) - 1)
    times += wanted.length
    for (const count of left.values()) {
      if (count > 0) lost += count
      else added -= count
    }
  }
  console.log(
    `calendars written in ${zone}: ${PLANS} plans, ${times} times, ${lost} lost or at another hour, ${added} doubled or where nothing was laid (aim: 0)`,
  )
}
