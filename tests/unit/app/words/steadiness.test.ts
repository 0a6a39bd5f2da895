import { describe, expect, it } from 'vitest'
import { addDays, steadiness, weekReports, weeksOfStones, type SteadinessRules } from '#core/journal'
import { aimPhrase, rowPhrase, rowReason, stonePhrase } from '~/shared/words/steadiness'

const on = (day: string, minutes = 10, timeZone = 'Europe/Lisbon') => ({
  startedAt: `${day}T09:00:00.000Z`,
  timeZone,
  practisedSeconds: minutes * 60,
})
// 2 March 2026 is a Monday.
const daily = (from: string, to: string, but: string[] = []) => {
  const days: ReturnType<typeof on>[] = []
  for (let day = from; day <= to; day = addDays(day, 1)) if (!but.includes(day)) days.push(on(day))
  return days
}
const rules = (entry: object = {}): SteadinessRules => ({
  dayEndsAtHour: 3,
  restPlan: [{ fromDay: '2026-01-01', weekdays: [], ...entry }],
})
const reason = (sessions: ReturnType<typeof on>[], today: string, held = rules()) =>
  rowReason(steadiness(sessions, today, held), held)

describe('the row of days in words', () => {
  it('says how it stands, without a reproach', () => {
    const row = (sessions: ReturnType<typeof on>[], today: string) => rowPhrase(steadiness(sessions, today, rules()))
    const sessions = daily('2026-03-02', '2026-03-04')
    expect(row(sessions, '2026-03-04')).toBe('3 days in a row. Longest: 3 days.')
    expect(row(sessions, '2026-03-05')).toBe('3 days in a row, not done yet today. Longest: 3 days.')
    expect(row(sessions, '2026-03-07')).toBe('No streak at present. Longest: 3 days.')
    expect(row([], '2026-03-07')).toContain('No sessions yet.')
  })
  it('says from where it counts, and what broke nothing', () => {
    const held = rules({ weekdays: [7], restDaysAWeek: 1 })
    const sessions = [
      ...daily('2026-03-02', '2026-03-11', ['2026-03-04', '2026-03-08']),
      on('2026-03-13', 10, 'Asia/Tokyo'),
    ]
    expect(reason(sessions, '2026-03-13', held)).toBe(
      'Practised from Mon 2 Mar to Fri 13 Mar. Sun 8 Mar was planned rest. Wed 4 Mar was left out, as 1 day a week may be. ' +
        'Thu 12 Mar had only 15 hours, between Lisbon and Tokyo. These days neither count nor break the row.',
    )
  })
  it('says of one day what it says of several', () => {
    const sessions = daily('2026-03-06', '2026-03-09', ['2026-03-08'])
    expect(reason(sessions, '2026-03-09', rules({ weekdays: [7] }))).toBe(
      'Practised from Fri 6 Mar to Mon 9 Mar. Sun 8 Mar was planned rest. That day neither counts nor breaks the row.',
    )
  })
  it('says where it begins, and why there', () => {
    expect(reason(daily('2026-03-02', '2026-03-06', ['2026-03-04']), '2026-03-06')).toBe(
      'Practised from Thu 5 Mar to Fri 6 Mar. It begins there because: Wed 4 Mar passed without practice.',
    )
    const short = [on('2026-03-02'), on('2026-03-03', 4), on('2026-03-04')]
    expect(reason(short, '2026-03-04', rules({ leastMinutes: 5 }))).toBe(
      'Practised Wed 4 Mar. It begins there because: Tue 3 Mar was shorter than the 5 min from which a day counts.',
    )
  })
  it('says how the last one ended where none is under way', () => {
    expect(reason(daily('2026-03-02', '2026-03-04'), '2026-03-09', rules({ restDaysAWeek: 1 }))).toBe(
      'The last streak was 3 days, up to Wed 4 Mar. ' +
        'Thu 5 Mar passed without practice, and more days of that week than the 1 that may be left out.',
    )
    expect(reason([], '2026-03-09')).toBe('')
  })
  it('names many days of rest by their number', () => {
    const sessions = daily('2026-03-02', '2026-04-05').filter(({ startedAt }) => new Date(startedAt).getUTCDay() !== 0)
    expect(reason(sessions, '2026-04-05', rules({ weekdays: [7] }))).toContain('4 days were planned rest.')
  })
})

describe('a stone in words', () => {
  it('says what was done, or how the day stands', () => {
    const held = rules({ weekdays: [7], leastMinutes: 5 })
    const sessions = [on('2026-03-02', 20), on('2026-03-03', 4), on('2026-03-05', 30)]
    const said = weeksOfStones(sessions, '2026-03-06', 1, held).flat().map(stonePhrase)
    expect(said).toEqual([
      'Monday 2 March: 1 session, 20 min',
      'Tuesday 3 March: 1 session, 4 min, too short to count',
      'Wednesday 4 March: no practice noted',
      'Thursday 5 March: 1 session, 30 min',
      'Friday 6 March: open',
      'Saturday 7 March: still to come',
      'Sunday 8 March: rest is planned',
    ])
  })
})

describe('the aim in words', () => {
  it('says how far this week is, and how often it was met before', () => {
    const held = rules({ aimDaysAWeek: 3, aimMinutesAWeek: 60 })
    const phrase = (sessions: ReturnType<typeof on>[], today: string) =>
      aimPhrase(weekReports(sessions, today, held), today)
    const sessions = [...daily('2026-03-02', '2026-03-07'), ...daily('2026-03-09', '2026-03-10'), on('2026-03-16', 45)]
    expect(phrase(sessions, '2026-03-18')).toBe(
      '1 of 3 days and 45 of 60 min this week, 4 days to go. Before it, the aim was met in 1 of the last 2 weeks.',
    )
    expect(phrase(daily('2026-03-02', '2026-03-07'), '2026-03-08')).toBe(
      '6 of 3 days and 60 of 60 min this week, the aim is met.',
    )
    expect(aimPhrase(weekReports(sessions, '2026-03-18', rules()), '2026-03-18')).toBe('')
  })
})
