import { describe, expect, it } from 'vitest'
import { isTimeZone, validate } from '#core/basics'
import { elsewhereRecord, restPlanSchema, sessionSchema, storedSession } from '#core/journal'

const session = {
  ...elsewhereRecord({
    id: 'e',
    title: 'A class',
    startedAt: '2026-03-10T18:00:00.000Z',
    timeZone: 'UTC',
    minutes: 45,
    words: '',
  }),
  done: [
    {
      stepId: 's',
      formId: 'f',
      formName: 'A form',
      part: 'work',
      counting: 'breathRepetitions',
      counts: [{ side: 'left', count: 4 }],
      seconds: 60,
      outcome: 'done',
      version: null,
      breath: { inSeconds: 4, outSeconds: 6 },
    },
  ],
}
const faultOf = (change: object) => {
  const checked = validate(sessionSchema, { ...session, ...change }, 'session')
  return checked.ok ? '' : checked.faults[0]!.message
}
const withStep = (change: object) => ({ done: [{ ...session.done[0], ...change }] })

describe('a session', () => {
  it('is good with any outcome, side and feeling that there is', () => {
    expect(faultOf({})).toBe('')
    for (const outcome of ['done', 'cutShort', 'skipped']) expect(faultOf(withStep({ outcome }))).toBe('')
    for (const side of ['none', 'left', 'right', 'oneWay', 'otherWay'])
      expect(faultOf(withStep({ counts: [{ side, count: 1 }] }))).toBe('')
    for (const energy of [1, 5, null]) expect(faultOf({ before: { ...session.before, energy } })).toBe('')
    for (const level of [0, 10])
      expect(faultOf({ after: { ...session.after, pain: [{ place: 'leftKnee', level }] } })).toBe('')
    expect(faultOf({ endedAt: session.startedAt })).toBe('')
  })
  it.each([
    [{ practisedSeconds: -1 }, 'practisedSeconds must be at least 0.'],
    [{ after: { ...session.after, pain: [{ place: 'leftKnee', level: 11 }] } }, 'pain[0].level must be at most 10.'],
    [{ after: { ...session.after, pain: [{ place: 'tail', level: 1 }] } }, 'pain[0].place'],
    [
      {
        after: {
          ...session.after,
          pain: [
            { place: 'neck', level: 1 },
            { place: 'neck', level: 2 },
          ],
        },
      },
      'pain must name each place once',
    ],
    [{ practisedSeconds: 86_401 }, 'practisedSeconds must be at most 86400.'],
    [{ pausedSeconds: 30 * 86_400 + 1 }, 'pausedSeconds must be at most 2592000.'],
    [{ before: { ...session.before, energy: 6 } }, 'before.energy must be at most 5.'],
    [{ after: { ...session.after, calm: 0 } }, 'after.calm must be at least 1.'],
    [{ after: { ...session.after, ease: 2.5 } }, 'after.ease must be a whole number.'],
    [withStep({ outcome: 'halfway' }), 'done[0].outcome must be one of: done, cutShort, skipped.'],
    [withStep({ breath: { inSeconds: 4, outSeconds: 3601 } }), 'done[0].breath.outSeconds must be at most 3600.'],
    [withStep({ breath: undefined }), 'done[0].breath is missing.'],
    [withStep({ counts: [{ side: 'up', count: 1 }] }), 'done[0].counts[0].side must be one of'],
    [{ timeZone: 'Nowhere' }, 'timeZone must be the name of a time zone such as Europe/Lisbon.'],
    [{ timeZone: undefined }, 'timeZone is missing.'],
    [{ endedAt: '2026-03-10T17:59:59.000Z' }, 'session ends before it starts.'],
    [{ asides: [{ what: 'flew', atSeconds: 1, lastsSeconds: 0, undone: false }] }, 'asides[0].what must be one of'],
    [{ asides: [{ what: 'pause', atSeconds: 1, lastsSeconds: 0 }] }, 'asides[0].undone is missing.'],
    [{ endedAt: undefined }, 'endedAt is missing.'],
    [{ startedAt: undefined }, 'startedAt is missing.'],
  ])('%o is refused: %s', (change, message) => expect(faultOf(change)).toContain(message))
  it('read back from the store is checked for what the screens compute with, and need not keep all of today’s rules', () => {
    expect(storedSession(session)).toMatchObject({ ok: true })
    expect(storedSession({ ...session, practisedSeconds: 'long' })).toMatchObject({ ok: false })
    expect(storedSession({ ...session, timeZone: 'Nowhere' })).toMatchObject({ ok: false })
    expect(storedSession({ ...session, fieldOfAnEarlierVersion: 1 })).toMatchObject({ ok: true })
    // Whatever a screen reads is there, so that one bad session stops no screen.
    const fields = Object.keys(session).filter((field) => field !== 'routineId')
    for (const field of fields) {
      expect(storedSession({ ...session, [field]: undefined }), field).toMatchObject({ ok: false })
    }
    for (const step of [null, {}, { ...session.done[0], counts: [null] }, { ...session.done[0], formName: 7 }]) {
      expect(storedSession({ ...session, done: [step] })).toMatchObject({ ok: false })
      expect(storedSession({ ...session, planned: [step] })).toMatchObject({ ok: false })
    }
  })
})

it('a rest plan has days, and weekdays from 1 to 7', () => {
  const plan = (entry: object) => validate(restPlanSchema, [entry], 'rest plan')
  expect(plan({ fromDay: '2026-03-01', weekdays: [1, 7] })).toMatchObject({ ok: true })
  expect(plan({ fromDay: '2026-03-01', weekdays: [8] })).toMatchObject({ ok: false })
  expect(plan({ fromDay: 'March', weekdays: [] })).toMatchObject({ ok: false })
  expect(plan({ weekdays: [] })).toMatchObject({ ok: false })
})

it('time zones are known by their names', () => {
  expect(isTimeZone('Asia/Kathmandu')).toBe(true)
  expect(isTimeZone('Nowhere/Land')).toBe(false)
})
