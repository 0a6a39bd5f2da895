import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  backToRecorded,
  corrected,
  correctionsOf,
  elsewhereRecord,
  joined,
  sessionSchema,
  splitInTwo,
  undoOf,
  withCounts,
  type JournalChange,
  type SessionRecord,
} from '#core/journal'
import type { DoneStep } from '#core/runner'

const step = (stepId: string, seconds: number, change: Partial<DoneStep> = {}): DoneStep => ({
  stepId,
  formId: stepId,
  formName: stepId,
  part: 'work',
  counting: 'breathRepetitions',
  seconds,
  counts: [{ side: 'none', count: 6 }],
  outcome: 'done',
  version: null,
  breath: null,
  ...change,
})
const plannedOf = ({ outcome: _, version: __, breath: ___, leftAfter: ____, ...planned }: DoneStep) => planned
const morning = (change: Partial<SessionRecord> = {}): SessionRecord => {
  const done = [step('rise', 60), step('bow', 120), step('settle', 60, { part: 'settle' })]
  return {
    ...elsewhereRecord({
      id: 'm',
      title: 'Morning',
      minutes: 4,
      words: 'stiff',
      startedAt: '2026-03-10T07:00:00.000Z',
      timeZone: 'Europe/Lisbon',
    }),
    source: 'followed',
    movingSeconds: 180,
    closingSeconds: 60,
    plannedSeconds: 240,
    planned: done.map(plannedOf),
    done,
    asides: [{ what: 'pause', atSeconds: 90, lastsSeconds: 5, undone: false }],
    ...change,
  }
}
const later = (change: Partial<SessionRecord> = {}) =>
  morning({ id: 'l', startedAt: '2026-03-10T07:10:00.000Z', endedAt: '2026-03-10T07:14:00.000Z', ...change })
const taken = (all: readonly SessionRecord[], { go, come }: JournalChange) =>
  [...all.filter(({ id }) => !go.includes(id) && come.every((each) => each.id !== id)), ...come].sort((one, other) =>
    one.id < other.id ? -1 : 1,
  )

describe('an entry put right', () => {
  it('keeps beside it what was recorded, once, however often it is put right', () => {
    const record = morning()
    const first = corrected(record, { words: 'loose' })
    const second = corrected(first, { title: 'Dawn' })
    expect(second).toMatchObject({ words: 'loose', title: 'Dawn', recorded: [record] })
    expect(correctionsOf(second, [second])).toEqual(['title', 'words'])
    expect(sessionSchema.isValidSync(second)).toBe(true)
  })
  it('is no correction any more when all is as it was recorded', () => {
    const record = morning({ exertion: 4 })
    const away = corrected(record, { exertion: undefined, words: 'x' })
    expect(away).not.toHaveProperty('exertion')
    expect(corrected(away, { exertion: 4, words: 'stiff' })).toEqual(record)
  })
  it('gives another length to the moving time, closed as long as was measured, and ends accordingly', () => {
    expect(corrected(morning(), { practisedSeconds: 480 })).toMatchObject({
      practisedSeconds: 480,
      movingSeconds: 420,
      closingSeconds: 60,
      endedAt: '2026-03-10T07:08:00.000Z',
    })
  })
  it('moves with its length', () => {
    expect(corrected(morning(), { startedAt: '2026-03-09T18:00:00.000Z' })).toMatchObject({
      endedAt: '2026-03-09T18:04:00.000Z',
    })
  })
  it('a step is done, left early or skipped by what was planned on each side', () => {
    const bow = step('bow', 60)
    const planned = [
      { side: 'left' as const, count: 3 },
      { side: 'right' as const, count: 3 },
    ]
    const outcome = (left: number, right: number) =>
      withCounts(
        bow,
        [
          { side: 'left', count: left },
          { side: 'right', count: right },
        ],
        planned,
      ).outcome
    expect([outcome(3, 3), outcome(4, 3), outcome(3, 2), outcome(0, 3), outcome(0, 0)]).toEqual([
      ...['done', 'done', 'cutShort', 'cutShort', 'skipped'],
    ])
    expect(withCounts(bow, [{ side: 'none', count: 1 }], undefined).outcome).toBe('done')
  })
})

describe('two entries as one', () => {
  it('adds them up, in the order in which they were; what lies between is a pause', () => {
    const one = joined(later({ words: 'warm' }), morning())!
    expect(one).toMatchObject({
      id: 'm',
      title: 'Morning',
      practisedSeconds: 480,
      pausedSeconds: 360,
      movingSeconds: 360,
      closingSeconds: 120,
      startedAt: '2026-03-10T07:00:00.000Z',
      endedAt: '2026-03-10T07:14:00.000Z',
      words: 'stiff\nwarm',
    })
    expect(one.done.map(({ stepId }) => stepId)).toEqual([...['rise', 'bow', 'settle', 'rise-2', 'bow-2', 'settle-2']])
    expect(one.planned.map(({ stepId }) => stepId)).toEqual(one.done.map(({ stepId }) => stepId))
    expect(one.asides.map(({ atSeconds }) => atSeconds)).toEqual([90, 330])
    expect(correctionsOf(one, [one])).toEqual(['joined'])
    expect(sessionSchema.isValidSync(one)).toBe(true)
  })
  it('are not joined where more than half a day lies between', () => {
    const at = (startedAt: string, endedAt: string) => joined(morning(), later({ startedAt, endedAt }))
    expect(at('2026-03-10T19:04:00.000Z', '2026-03-10T19:10:00.000Z')).not.toBeNull()
    expect(at('2026-03-10T19:04:01.000Z', '2026-03-10T19:10:00.000Z')).toBeNull()
  })
  it('are not joined where one record cannot hold both', () => {
    expect(joined(morning({ practisedSeconds: 80_000 }), later({ practisedSeconds: 10_000 }))).toBeNull()
    expect(
      joined(morning(), later({ startedAt: '2026-05-10T07:10:00.000Z', endedAt: '2026-05-10T07:14:00.000Z' })),
    ).toBeNull()
  })
})

describe('one entry as two', () => {
  it('is divided after a step; nothing is lost or counted twice', () => {
    const record = morning({
      before: { energy: 2, calm: 2, ease: 2 },
      after: { energy: 4, calm: 4, ease: 4 },
      exertion: 3,
    })
    const [first, second] = splitInTwo(record, { steps: 1 }, 'n')!
    expect(first).toMatchObject({ id: 'm', practisedSeconds: 60, movingSeconds: 60, closingSeconds: 0, words: '' })
    expect(second).toMatchObject({
      id: 'n',
      practisedSeconds: 180,
      movingSeconds: 120,
      closingSeconds: 60,
      exertion: 3,
    })
    expect(first.endedAt).toBe(second.startedAt)
    expect(first.before).toEqual(record.before)
    expect(second.after).toEqual(record.after)
    expect([first, second].map(({ done }) => done.map(({ stepId }) => stepId))).toEqual([['rise'], ['bow', 'settle']])
    expect(second.asides).toEqual([{ ...record.asides[0], atSeconds: 30 }])
    expect(correctionsOf(first, [first, second])).toEqual(['split'])
    for (const part of [first, second]) expect(sessionSchema.isValidSync(part)).toBe(true)
  })
  it('is divided after some minutes where it names no forms', () => {
    const record = morning({
      source: 'elsewhere',
      planned: [],
      done: [],
      asides: [],
      closingSeconds: 0,
      movingSeconds: 240,
    })
    expect(splitInTwo(record, { seconds: 90 }, 'n')!.map(({ practisedSeconds }) => practisedSeconds)).toEqual([90, 150])
    expect(splitInTwo(record, { seconds: 240 }, 'n')).toBeNull()
    expect(splitInTwo(morning(), { steps: 3 }, 'n')).toBeNull()
  })
})

describe('the way back', () => {
  /** Anything that a person can do to the journal, in any order. */
  const doingArbitrary = fc.record({
    what: fc.constantFrom('correct', 'join', 'split'),
    at: fc.nat(5),
    steps: fc.integer({ min: 1, max: 5 }),
    words: fc.constantFrom('', 'stiff', 'warm'),
  })
  it('from any joining, dividing and putting right leads to what was recorded, and each change can be taken back', () => {
    fc.assert(
      fc.property(fc.array(doingArbitrary, { maxLength: 8 }), (doings) => {
        const start = taken([], {
          go: [],
          come: [
            morning(),
            later(),
            later({ id: 'x', startedAt: '2026-03-11T07:10:00.000Z', endedAt: '2026-03-11T07:14:00.000Z' }),
          ],
        })
        let all = start
        let made = 0
        const seconds = (of: readonly SessionRecord[]) => of.reduce((sum, each) => sum + each.practisedSeconds, 0)
        for (const { what, at, steps, words } of doings) {
          const session = all[at % all.length]!
          const other = all[(at + 1) % all.length]!
          const one = what === 'join' && session.id !== other.id ? joined(session, other) : null
          const two = what === 'split' ? splitInTwo(session, { steps }, `n${(made += 1)}`) : null
          const change = one
            ? { go: [session.id, other.id].filter((id) => id !== one.id), come: [one] }
            : two
              ? { go: [], come: two }
              : { go: [], come: [corrected(session, { words })] }
          const next = taken(all, change)
          expect(taken(next, undoOf(change, all))).toEqual(all)
          expect(seconds(next)).toBeCloseTo(seconds(all), 6)
          for (const each of change.come) expect(sessionSchema.isValidSync(each)).toBe(true)
          all = next
        }
        for (let turn = 0; turn < 10; turn += 1) {
          const back = all.map((session) => backToRecorded(session, all)).find((each) => each !== null)
          if (back) all = taken(all, back)
          // Nothing is there twice on the way, nor missing.
          expect(seconds(all)).toBeCloseTo(seconds(start), 6)
        }
        expect(all).toEqual(start)
      }),
      { numRuns: 300 },
    )
  })
})
