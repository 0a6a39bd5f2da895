import { expect, it } from 'vitest'
import { elsewhereRecord, journalTotals } from '#core/journal'

const session = (startedAt: string, minutes: number) =>
  elsewhereRecord({ id: startedAt, title: 'Class', startedAt, timeZone: 'Europe/Lisbon', minutes, words: '' })

it('adds up sessions, days and this week from Monday', () => {
  const sessions = [
    session('2026-03-01T10:00:00.000Z', 30), // Sunday: last week
    session('2026-03-02T10:00:00.000Z', 20),
    session('2026-03-04T07:00:00.000Z', 10),
    session('2026-03-05T00:30:00.000Z', 5), // still the 4th, as the day ends at 3
    session('2026-03-09T10:00:00.000Z', 15), // Monday to come, of a clock that was ahead
  ]
  expect(journalTotals(sessions, '2026-03-05', 3)).toEqual({
    sessions: 5,
    days: 4,
    seconds: 80 * 60,
    longestSessionSeconds: 1800,
    secondsThisWeek: 35 * 60,
    daysThisWeek: 2,
  })
})
