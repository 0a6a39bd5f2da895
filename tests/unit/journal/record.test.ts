import { describe, expect, it } from 'vitest'
import { elsewhereRecord, NOT_SAID, recordOf, sessionSchema } from '#core/journal'
import { outcomeOf, readyRunner, reduce, tick } from '#core/runner'
import { validate } from '#core/basics'
import { aForm, aPlan, FREE_MOVE } from '../../helpers'

const T0 = Date.parse('2026-03-10T07:00:00Z')

describe('the record of a followed session', () => {
  const plan = aPlan([
    { form: aForm({ id: 'work', part: 'work' }), count: 3 },
    { form: aForm({ id: 'settle', part: 'settle' }), count: 2 },
  ])
  const paused = reduce(reduce(readyRunner(plan), 'start', T0), 'pause', T0 + 5_000)
  const ended = tick(reduce(paused, 'resume', T0 + 12_000), T0 + 60_000)
  const record = recordOf(outcomeOf(ended)!, {
    id: 'r1',
    routineId: 'a-routine',
    title: 'A routine',
    timeZone: 'Europe/Lisbon',
  })

  it('keeps moving, closing and paused time apart, and all of them from the session', () => {
    expect(record).toMatchObject({
      movingSeconds: 30,
      closingSeconds: 20,
      practisedSeconds: 50,
      pausedSeconds: 7,
      plannedSeconds: 50,
      startedAt: '2026-03-10T07:00:00.000Z',
      endedAt: '2026-03-10T07:00:57.000Z',
    })
  })
  it('has plan and fact, what happened besides, and nothing said yet of how it felt', () => {
    expect(record.planned.map(({ formId, seconds }) => [formId, seconds])).toEqual([
      ['work', 30],
      ['settle', 20],
    ])
    expect(record.done.map(({ formId, outcome }) => [formId, outcome])).toEqual([
      ['work', 'done'],
      ['settle', 'done'],
    ])
    expect(record.asides).toEqual([{ what: 'pause', atSeconds: 5, lastsSeconds: 7, undone: false }])
    expect(record).toMatchObject({ source: 'followed', before: NOT_SAID, after: NOT_SAID, sensations: [], words: '' })
  })
  it('is good data', () => expect(validate(sessionSchema, record)).toMatchObject({ ok: true }))
})

describe('the record of a practice elsewhere', () => {
  const about = { id: 'e', title: 'A class', startedAt: '2026-03-10T18:00:00.000Z', timeZone: 'UTC', words: 'warm' }
  const record = elsewhereRecord({ ...about, minutes: 45 })
  it('lasts as long as was said, and is all moving', () => {
    expect(record).toMatchObject({ practisedSeconds: 2700, movingSeconds: 2700, closingSeconds: 0, plannedSeconds: 0 })
    expect(record).toMatchObject({ source: 'elsewhere', endedAt: '2026-03-10T18:45:00.000Z', words: 'warm' })
  })
  it('is good data', () => expect(validate(sessionSchema, record)).toMatchObject({ ok: true }))
})

it('holds no more than can be read back, whatever a clock that was set wrong makes of it', () => {
  const open = aForm({ id: 'open', counting: { by: 'open' }, moves: FREE_MOVE })
  const plan = aPlan([{ form: open, count: 60 }])
  const years = 3 * 366 * 86_400_000
  const left = reduce(readyRunner(plan), 'start', T0)
  const forgotten = reduce(tick(left, T0 + years), 'next', T0 + years)
  const paused = reduce(reduce(reduce(left, 'pause', T0 + 5000), 'resume', T0 + years), 'endNow', T0 + years + 9000)
  for (const state of [forgotten, paused]) {
    const record = recordOf(outcomeOf(state)!, { id: 'r', routineId: null, title: 'Long', timeZone: 'UTC' })
    expect(validate(sessionSchema, record)).toMatchObject({ ok: true })
    expect(record.startedAt).toBe('2026-03-10T07:00:00.000Z')
  }
})
