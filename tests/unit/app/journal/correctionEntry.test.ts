import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { readElsewhereLine } from '#core/formats'
import { sessionSchema, type SessionRecord } from '#core/journal'
import { CATALOGUE } from '#data'
import {
  blankElsewhere,
  correctionEntry,
  readCorrection,
  stepOf,
  withLine,
  type CorrectionEntry,
} from '~/features/journal/correctionEntry'

const nowMs = Date.parse('2026-03-10T20:00:00Z')
const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
const formNamed = (name: string) => CATALOGUE.find((form) => form.name === name)!
const blank = blankElsewhere({ id: 'e1', timeZone: 'Asia/Kathmandu', nowMs })
const read = (record: SessionRecord, change: Partial<CorrectionEntry>) =>
  readCorrection(record, { ...correctionEntry(record), ...change }, nowMs)
const right = (record: SessionRecord, change: Partial<CorrectionEntry>) => {
  const done = read(record, change)
  if (!done.ok) throw new Error(done.fault)
  return done.record
}

describe('practice done elsewhere', () => {
  it('is an hour that ends now, until more is said', () => {
    expect(correctionEntry(blank)).toMatchObject({
      title: '',
      day: '2026-03-11',
      time: '00:45',
      minutes: 60,
      steps: [],
    })
  })
  it('is read from its fields, by the clock where I am', () => {
    const record = right(blank, { title: ' A class ', words: ' warm ', day: '2026-03-10', time: '18:30', minutes: 90 })
    expect(record).toMatchObject({
      title: 'A class',
      words: 'warm',
      source: 'elsewhere',
      startedAt: '2026-03-10T12:45:00.000Z',
      endedAt: '2026-03-10T14:15:00.000Z',
      practisedSeconds: 5400,
      movingSeconds: 5400,
      closingSeconds: 0,
    })
  })
  it('takes all that a line says of it, forms as often as it names them and as long as that lasts', () => {
    const at = { ...setting, nowMs, timeZone: 'Europe/Lisbon', dayEndsAtHour: 3, usualTime: '07:00' }
    const line = readElsewhereLine('class 75 min yesterday 18:30, calm 4, effort 3, cloud hands x8, cold floor', at)
    let id = 0
    const entry = withLine(correctionEntry(blank), line, setting, () => `s${(id += 1)}`)
    const { recorded: _, ...record } = right(blank, entry)
    expect(record).toMatchObject({
      title: 'Class',
      practisedSeconds: 4500,
      exertion: 3,
      words: 'cold floor',
      after: { energy: null, calm: 4, ease: null },
      done: [{ stepId: 's1', formName: 'Cloud hands', outcome: 'done' }],
    })
    expect(record.done[0]!.counts.reduce((sum, { count }) => sum + count, 0)).toBe(8)
    expect(record.done[0]!.seconds).toBe(80)
    expect(sessionSchema.isValidSync(record)).toBe(true)
  })
  it.each<[Partial<CorrectionEntry>, string]>([
    [{ title: '  ' }, 'Say what it was, such as a class.'],
    [{ minutes: null }, 'Minutes must be from 0.1 to 1440.'],
    [{ minutes: 1441 }, 'Minutes must be from 0.1 to 1440.'],
    [{ minutes: 0 }, 'Minutes must be from 0.1 to 1440.'],
    [{ day: '' }, 'Day and time must be filled in.'],
    [{ time: '' }, 'Day and time must be filled in.'],
    [{ day: '2026-02-30' }, 'Day and time must be filled in.'],
    [{ time: '02:01' }, 'That is still to come.'],
  ])('%o is not taken: %s', (change, fault) => {
    expect(read(blank, { title: 'A class', ...change })).toEqual({ ok: false, fault })
  })
})

describe('an entry put right', () => {
  const bow = stepOf(formNamed('Draw the bow'), 3, setting, 'bow')
  const done = { ...bow, counts: [{ side: 'left' as const, count: 3 }], outcome: 'cutShort' as const }
  const record: SessionRecord = {
    ...blank,
    title: 'Morning',
    source: 'followed',
    practisedSeconds: 566.4,
    movingSeconds: 500.4,
    closingSeconds: 66,
    planned: [bow],
    done: [done],
  }
  it('is the very same when nothing is changed', () => {
    expect(right(record, {})).toEqual(record)
  })
  it('offers the side that was left out, and takes it once it counts', () => {
    const entry = correctionEntry(record)
    expect(entry.steps[0]!.counts).toEqual([
      { side: 'left', count: 3 },
      { side: 'right', count: 0 },
    ])
    entry.steps[0]!.counts[1]!.count = 3
    const now = right(record, entry)
    expect(now.done[0]).toMatchObject({ counts: entry.steps[0]!.counts, outcome: 'done', seconds: done.seconds })
    expect(now.recorded).toEqual([record])
    // What is put right again is the same as if it had been put right at once.
    const back = correctionEntry(now)
    back.steps[0]!.counts[1]!.count = 0
    expect(right(now, back).done[0]!.outcome).toBe('cutShort')
  })
  it('keeps the length to the millisecond while the field is left alone', () => {
    expect(right(record, { words: 'x' }).practisedSeconds).toBe(566.4)
    expect(right(record, { minutes: 10 })).toMatchObject({ practisedSeconds: 600 })
  })
})
