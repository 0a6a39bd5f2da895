import ICAL from 'ical.js'
import { Temporal } from 'temporal-polyfill'
import type { Busy } from '../plan'

export interface BusyRead {
  busy: Busy[]
  /** Events that last whole days, or are marked free: they hinder nothing. */
  free: number
  /** Events that could not be read, or recur too often. */
  unread: number
}

/** So many times of one event are looked through, so many of it may be busy, and so many of all. */
const MOST_STEPS = 20_000
const MOST_OF_ONE = 500
const MOST_BUSY = 4000
const MOST_LETTERS = 20_000_000

/**
 * The busy times of a calendar file (RFC 5545) from one day to another, both in it, by the clock on the wall of a time zone; of each event only when it
 * is. What lasts whole days, is marked free, was called off, or is practice that was planned here, is not busy. Throws an Error with a message for
 * a file that is no calendar.
 */
export function readBusy(text: string, fromDay: string, toDay: string, timeZone: string): BusyRead {
  if (text.length > MOST_LETTERS) throw new Error('This file is larger than any calendar that can be read here.')
  const root = rootOf(text)
  const read: BusyRead = { busy: [], free: 0, unread: 0 }
  const zones = new Map<string, ICAL.Timezone>()
  for (const zone of root.getAllSubcomponents('vtimezone')) {
    const id = zone.getFirstPropertyValue('tzid')
    if (typeof id === 'string') zones.set(id, new ICAL.Timezone(zone))
  }
  const { masters, exceptions } = sorted(root)
  for (const component of masters) {
    try {
      const event = new ICAL.Event(component, {
        strictExceptions: false,
        exceptions: exceptions.get(uidOf(component)) ?? [],
      })
      if (isFree(component) || event.startDate.isDate) read.free += 1
      else read.busy.push(...timesOf(event, { fromDay, toDay, timeZone, zones }))
    } catch {
      read.unread += 1
    }
    if (read.busy.length > MOST_BUSY)
      throw new Error(`This calendar has more than ${MOST_BUSY} busy times in these weeks.`)
  }
  read.busy.sort((one, other) => one.from.localeCompare(other.from) || one.to.localeCompare(other.to))
  return read
}

function rootOf(text: string): ICAL.Component {
  try {
    const root = new ICAL.Component(ICAL.parse(text) as never)
    if (root.name === 'vcalendar') return root
  } catch {
    // Said below.
  }
  throw new Error('This is no calendar file (iCalendar, .ics).')
}
const uidOf = (component: ICAL.Component) => String(component.getFirstPropertyValue('uid') ?? '')
/** Events, and by their names what is otherwise at one of their times. */
function sorted(root: ICAL.Component) {
  const masters: ICAL.Component[] = []
  const exceptions = new Map<string, ICAL.Component[]>()
  const named = new Set<string>()
  const all = root.getAllSubcomponents('vevent').filter((each) => !uidOf(each).endsWith('@pebblebrook'))
  for (const component of all)
    if (!component.getFirstProperty('recurrence-id')) {
      masters.push(component)
      named.add(uidOf(component))
    }
  for (const component of all) {
    if (!component.getFirstProperty('recurrence-id')) continue
    const uid = uidOf(component)
    // One time alone, of an event that is not in the file, is an event of its own.
    if (named.has(uid)) exceptions.set(uid, [...(exceptions.get(uid) ?? []), component])
    else masters.push(component)
  }
  return { masters, exceptions }
}
const isFree = (component: ICAL.Component) =>
  component.getFirstPropertyValue('transp') === 'TRANSPARENT' ||
  component.getFirstPropertyValue('status') === 'CANCELLED'

interface Asked {
  fromDay: string
  toDay: string
  timeZone: string
  zones: ReadonlyMap<string, ICAL.Timezone>
}
/** When an event is busy; throws where it recurs too often. */
function timesOf(event: ICAL.Event, asked: Asked): Busy[] {
  const busy: Busy[] = []
  const zoneOf = (component: ICAL.Component) =>
    String(component.getFirstProperty('dtstart')?.getParameter('tzid') ?? '')
  const add = (startDate: ICAL.Time, endDate: ICAL.Time, component: ICAL.Component) => {
    const [from, to] = [startDate, endDate].map((time) => wallOf(time, zoneOf(component), asked)) as [string, string]
    if (to.slice(0, 10) >= asked.fromDay && from.slice(0, 10) <= asked.toDay && from < to && !isFree(component))
      busy.push({ from, to })
    if (busy.length > MOST_OF_ONE) throw new Error('It recurs too often.')
  }
  if (!event.isRecurring()) {
    add(event.startDate, event.endDate, event.component)
    return busy
  }
  const zone = zoneOf(event.component)
  for (const rule of event.component.getAllProperties('rrule')) mustEnd(rule.getFirstValue() as ICAL.Recur)
  const iterator = event.iterator()
  let steps = 0
  for (let next = iterator.next(); next; next = iterator.next()) {
    steps += 1
    if (steps > MOST_STEPS) throw new Error('It recurs too often.')
    if (wallOf(next, zone, asked).slice(0, 10) > asked.toDay) break
    const { startDate, endDate, item } = event.getOccurrenceDetails(next)
    add(startDate, endDate, item.component)
  }
  return busy
}

/** By the minute or second nothing is busy that a person does; and a rule that names only days that no month has would be looked for without end. */
function mustEnd({ freq, parts, interval }: ICAL.Recur): void {
  if (freq === 'SECONDLY' || freq === 'MINUTELY' || interval < 1) throw new Error('It recurs too often.')
  const listOf = (part: string) => ((parts as Record<string, unknown[] | undefined>)[part] ?? []).map(Number)
  const months = listOf('BYMONTH').length > 0 ? listOf('BYMONTH') : LONGEST_MONTHS.map((_, at) => at + 1)
  const days = listOf('BYMONTHDAY')
  const fits = (day: number) =>
    months.some((month) => Math.abs(day) >= 1 && Math.abs(day) <= (LONGEST_MONTHS[month - 1] ?? 0))
  const isPossible = days.length === 0 ? months.some((month) => month >= 1 && month <= 12) : days.some(fits)
  // The sixth Monday of a month never comes.
  const places = listOf('BYSETPOS')
  const named = (parts as Record<string, unknown[] | undefined>).BYDAY?.length ?? 0
  const most = { YEARLY: 366, MONTHLY: named > 0 ? 5 * named : 31, WEEKLY: Math.max(1, named) }[freq as string] ?? 1
  const isTooFar = places.length > 0 && places.every((place) => Math.abs(place) > most)
  if (!isPossible || isTooFar) throw new Error('It never comes.')
}
const LONGEST_MONTHS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]

/** A time of a calendar by the clock on the wall of a zone, "2026-03-10T18:00". What names no zone, or one that nobody knows, is taken as it stands. */
function wallOf(time: ICAL.Time, zoneName: string, { timeZone, zones }: Asked): string {
  const plain = Temporal.PlainDateTime.from({
    year: time.year,
    month: time.month,
    day: time.day,
    hour: time.hour,
    minute: time.minute,
  })
  const known = time.zone?.tzid
  // A zone that the file does not describe is lost on the way, but for its name.
  const named = known && known !== 'floating' ? known : zoneName
  if (!named) return wall(plain)
  const instant = named === 'UTC' ? plain.toZonedDateTime('UTC') : zonedAs(plain, named, zones.get(named), time)
  return instant ? wall(instant.withTimeZone(timeZone).toPlainDateTime()) : wall(plain)
}
const wall = (time: Temporal.PlainDateTime) => time.toString({ smallestUnit: 'minute' })

/** By the rules of the zone's own name where that is known, as they are kept better than those that a file brings; else by those. */
function zonedAs(plain: Temporal.PlainDateTime, name: string, zone: ICAL.Timezone | undefined, time: ICAL.Time) {
  try {
    return plain.toZonedDateTime(name)
  } catch {
    if (!zone) return null
    const offsetSeconds = zone.utcOffset(time)
    return plain.toZonedDateTime('UTC').subtract({ seconds: offsetSeconds })
  }
}
