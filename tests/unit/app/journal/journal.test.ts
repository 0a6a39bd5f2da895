import { describe, expect, it } from 'vitest'
import { elsewhereRecord, NOT_SAID, type PainPlace } from '#core/journal'
import { readTime, timeFields } from '~/features/journal/entryTime'
import {
  countsPhrase,
  deviationPhrase,
  doneBreathPhrase,
  feltPhrase,
  outcomePhrase,
  sessionTimePhrase,
} from '~/features/journal/journalWords'

describe('a session in words', () => {
  it('belongs to the practice day, at the time of the clock where it was done', () => {
    const late = { startedAt: '2026-03-10T00:30:00Z', timeZone: 'UTC' }
    expect(sessionTimePhrase(late, 3, '2026')).toBe('Mon 9 Mar, in the night, 00:30')
    expect(sessionTimePhrase(late, 0, '2026')).toBe('Tue 10 Mar, 00:30')
  })
  it('names the year where it is another', () => {
    const wrong = { startedAt: '1970-01-01T08:00:00Z', timeZone: 'UTC' }
    expect(sessionTimePhrase(wrong, 3, '2026')).toBe('Thu 1 Jan 1970, 08:00')
    expect(sessionTimePhrase(wrong, 3, '1970')).toBe('Thu 1 Jan, 08:00')
  })
  it('says how it felt only as far as it was said', () => {
    const felt = (energy: number | null, calm: number | null) => ({ ...NOT_SAID, energy, calm })
    expect(feltPhrase({ before: felt(2, 4), after: felt(4, 4) })).toBe(
      'energy: low, then lively; calm: quiet as before',
    )
    expect(feltPhrase({ before: felt(2, null), after: felt(null, 5) })).toBe('energy: low before; calm: still')
    expect(feltPhrase({ before: NOT_SAID, after: NOT_SAID })).toBe('')
  })
  it('says where it hurt, before and after', () => {
    const hurt = (...pain: [PainPlace, number][]) => ({
      ...NOT_SAID,
      pain: pain.map(([place, level]) => ({ place, level })),
    })
    expect(
      feltPhrase({
        before: hurt(['lowBack', 3], ['leftKnee', 6], ['hips', 2]),
        after: hurt(['leftKnee', 2], ['neck', 0], ['hips', 2]),
      }),
    ).toBe('pain: neck 0, low back 3 before, hips 2 as before, left knee 6, then 2')
  })
  it('says counts by side, and times as times', () => {
    const counts = [
      { side: 'left' as const, count: 4 },
      { side: 'right' as const, count: 3 },
    ]
    expect(countsPhrase({ counting: 'breathRepetitions', counts })).toBe('4 left, 3 right')
    expect(countsPhrase({ counting: 'time', counts: [{ side: 'none', count: 90 }] })).toBe('1 min 30 s')
  })
  it('says what became of a step, its breath, and what happened besides', () => {
    expect(outcomePhrase({ outcome: 'cutShort', version: 'seated' })).toBe('left early, seated')
    expect(outcomePhrase({ outcome: 'done', version: null })).toBe('done')
    expect(doneBreathPhrase({ inSeconds: 4.25, outSeconds: 6 })).toBe('4.3 s in, 6.0 s out')
    expect(deviationPhrase({ what: 'pause', atSeconds: 250.7, lastsSeconds: 40, undone: false })).toBe(
      'at 4:10 paused for 40 s',
    )
    expect(deviationPhrase({ what: 'next', atSeconds: 302, lastsSeconds: 0, undone: true })).toBe(
      'at 5:02 skipped on, undone',
    )
  })
})

describe('the time of a session put right', () => {
  const nowMs = Date.parse('2026-03-10T20:00:00Z')
  const record = elsewhereRecord({
    id: 'e',
    title: 'A class',
    minutes: 45,
    words: '',
    startedAt: '1970-01-01T00:10:00.000Z',
    timeZone: 'Asia/Kathmandu',
  })
  it('is shown by the clock where it was done, and lasts as long as before', () => {
    expect(timeFields(record)).toEqual({ day: '1970-01-01', time: '05:40' })
    const read = readTime(record, { day: '2026-03-10', time: '18:30' }, nowMs)
    expect(read).toEqual({
      ok: true,
      record: { ...record, startedAt: '2026-03-10T12:45:00.000Z', endedAt: '2026-03-10T13:30:00.000Z' },
    })
  })
  it.each([
    [{ day: '2026-02-30', time: '07:00' }, 'Day and time must be filled in.'],
    [{ day: '2100-01-01', time: '07:00' }, 'That is still to come.'],
  ])('%o is not taken: %s', (fields, fault) => {
    expect(readTime(record, fields, nowMs)).toEqual({ ok: false, fault })
  })
})
