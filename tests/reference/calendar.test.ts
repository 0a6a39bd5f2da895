import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { writeCalendar } from '#core/tables'
import { demoPerson } from '#data'

/** Read back by another library (ical.js), by RFC 5545. */
describe('sessions as a calendar', () => {
  const sessions = demoPerson('2026-03-04', 'Europe/Lisbon').sessions.slice(-20)
  it('are events at their times, with their names and words, whatever is in these', () => {
    const odd = { ...sessions[0]!, id: 'odd', title: 'A; b, c\\d', words: 'one\ntwo: "three"\nEND:VEVENT' }
    const calendar = new ICAL.Component(ICAL.parse(writeCalendar([...sessions, odd], () => '20 min')) as never)
    const events = calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each))
    expect(events).toHaveLength(21)
    events.forEach((event, index) => {
      const session = [...sessions, odd][index]!
      const whole = (instant: string) => Math.floor(Date.parse(instant) / 1000)
      expect(event.summary).toBe(session.title)
      expect(event.startDate.toUnixTime()).toBe(whole(session.startedAt))
      expect(event.endDate.toUnixTime()).toBe(whole(session.endedAt))
      expect(event.description).toBe(['20 min', session.words].filter(Boolean).join('\n'))
    })
  })
})
