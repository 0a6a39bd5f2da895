import { describe, expect, it } from 'vitest'
import { newPerson, readArchive, toArchive, writeArchive, type PersonData } from '#core/formats'
import { plainWay } from '#core/forms'
import { CATALOGUE, demoPerson } from '#data'
import { aForm, aRoutine, aStep, formAsInVersion1, sessionAsInVersion1, settingsAsInVersion1 } from '../../helpers'

const AT = '2026-03-01T06:30:00.000Z'
const shipped = CATALOGUE.map(({ id }) => id)
const read = (value: unknown) => readArchive(typeof value === 'string' ? value : JSON.stringify(value), shipped)
const demo = demoPerson('2026-03-01', 'Europe/Lisbon')

/** The demo's archive with one thing spoilt. */
function spoilt(spoil: (archive: ReturnType<typeof toArchive>) => void) {
  const archive = structuredClone(toArchive(demo, AT))
  spoil(archive)
  const result = read(archive)
  return result.ok ? [] : result.faults.map(({ message }) => message)
}

describe('an archive', () => {
  it('comes back as it went out', () => {
    const person: PersonData = {
      ...demo,
      forms: [aForm()],
      routines: [aRoutine([aStep('s', 'a-form')])],
      ways: [{ ...plainWay('w', 'a-form'), choices: { firstSide: 'right' }, swapBreath: true }],
    }
    const result = read(writeArchive(toArchive(person, AT)))
    expect(result).toEqual({ ok: true, value: toArchive(person, AT) })
  })
  it('of a person who has just come is fine', () => expect(read(toArchive(newPerson(), AT)).ok).toBe(true))

  it.each<[string, (archive: ReturnType<typeof toArchive>) => void, RegExp]>([
    ['a foreign format', (a) => Object.assign(a, { format: 'other' }), /^format must be one of: pebblebrook-archive/],
    ['a later version', (a) => Object.assign(a, { version: 3 }), /^version must be 2/],
    ['a missing part', (a) => Object.assign(a, { person: undefined }), /^person is missing/],
    [
      'a number as text',
      (a) => Object.assign(a.person.settings.pace.start, { inSeconds: '4' }),
      /^person\.settings\.pace\.start\.inSeconds/,
    ],
    [
      'an unknown field',
      (a) => Object.assign(a.person.settings, { weight: 70 }),
      /person\.settings has a field that is not known: weight/,
    ],
    [
      'a time that is none',
      (a) => Object.assign(a.person.sessions[2]!, { startedAt: 'yesterday' }),
      /person\.sessions\[2\]\.startedAt must be a time/,
    ],
    [
      'a zone that is none',
      (a) => Object.assign(a.person.sessions[0]!, { timeZone: 'Nowhere/Land' }),
      /person\.sessions\[0\]\.timeZone must be/,
    ],
    [
      'an end before the start',
      (a) => Object.assign(a.person.sessions[0]!, { endedAt: '2001-01-01T00:00:00.000Z' }),
      /person\.sessions\[0\] ends before it starts/,
    ],
    [
      'a feeling off the scale',
      (a) => Object.assign(a.person.sessions[0]!.after, { calm: 9 }),
      /person\.sessions\[0\]\.after\.calm must be at most 5/,
    ],
    [
      'the same id twice',
      (a) => a.person.sessions.push(a.person.sessions[0]!),
      /person\.sessions\[\d+\]\.id repeats the id/,
    ],
    [
      'a form that is nowhere',
      (a) => Object.assign(a.person.routines[0]!.entries[0]!, { formId: 'gone' }),
      /person\.routines\[0\] step s1 names the form gone/,
    ],
    [
      'a rest day that is none',
      (a) => Object.assign(a.person.settings.restPlan[0]!, { weekdays: [8] }),
      /weekdays\[0\] must be at most 7/,
    ],
  ])('names the field of %s', (_what, spoil, message) => {
    const faults = spoilt(spoil)
    expect(faults.some((fault) => message.test(fault))).toBe(true)
  })

  it('of version 1 is brought up to this version', () => {
    const archive = structuredClone(toArchive(demo, AT)) as never as {
      version: number
      person: Record<string, unknown>
    }
    archive.version = 1
    archive.person.forms = [formAsInVersion1(aForm())]
    archive.person.ways = [
      { id: 'w', formId: 'a-form', name: 'x', firstSide: null, swapBreath: false, topHold: null, seated: true },
    ]
    delete archive.person.breathMeasures
    delete archive.person.stages
    delete archive.person.recordings
    archive.person.sessions = demo.sessions.map(sessionAsInVersion1)
    archive.person.settings = settingsAsInVersion1(demo.settings)
    const result = read(archive)
    const way = { ...plainWay('w', 'a-form'), name: 'x', version: 'seated' as const }
    expect(result).toEqual({
      ok: true,
      value: toArchive(
        {
          ...demo,
          forms: [aForm()],
          ways: [way],
          breathMeasures: [],
          stages: [],
          // What version 1 did not note is not known.
          sessions: demo.sessions.map((session) => ({
            ...session,
            asides: [],
            done: session.done.map((step) => ({ ...step, version: null, breath: null })),
          })),
        },
        AT,
      ),
    })
  })

  it('says when it is not JSON, and when it is something else altogether', () => {
    expect(read('{').ok).toBe(false)
    expect(read('[]').ok).toBe(false)
    expect(read('null').ok).toBe(false)
    expect(read('7').ok).toBe(false)
  })
})
