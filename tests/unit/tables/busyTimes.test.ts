import { describe, expect, it } from 'vitest'
import { readBusy } from '#core/tables'

const calendar = (rule: string) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:a@x',
    'DTSTART:20260302T180000',
    'DTEND:20260302T190000',
    `RRULE:${rule}`,
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n')
const read = (rule: string) => readBusy(calendar(rule), '2026-03-01', '2026-05-31', 'Europe/Lisbon')

describe('a calendar with a rule', () => {
  it.each([
    'FREQ=MINUTELY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=SECONDLY',
    'FREQ=MINUTELY',
    'FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=HOURLY;BYMONTH=4,6;BYMONTHDAY=31',
    'FREQ=MONTHLY;BYDAY=MO;BYSETPOS=6',
  ])('that never matches or is too often is refused at once: %s', (rule) => {
    expect(read(rule)).toEqual({ busy: [], free: 0, unread: 1 })
  })
  it('that matches is read', () => {
    expect(read('FREQ=WEEKLY;BYDAY=MO').busy).toHaveLength(13)
    expect(read('FREQ=MONTHLY;BYMONTHDAY=31').busy.map(({ from }) => from.slice(0, 10))).toEqual([
      '2026-03-31',
      '2026-05-31',
    ])
    expect(read('FREQ=MONTHLY;BYMONTHDAY=-1').busy).toHaveLength(3)
  })
})
