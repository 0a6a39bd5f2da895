import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { newPerson, readArchive, toArchive, writeArchive, type PersonData } from '#core/formats'
import { plainWay } from '#core/forms'
import { demoPerson, SHIPPED_IDS } from '#data'
import { aForm, aRoutine, aStep, formAsInVersion1, sessionAsInVersion1, settingsAsInVersion1 } from '../../helpers'

const AT = '2026-03-01T06:30:00.000Z'
const read = (value: unknown) => readArchive(typeof value === 'string' ? value : JSON.stringify(value), SHIPPED_IDS)
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
    expect(result).toEqual({ ok: true, value: toArchive(person, AT), notes: [] })
  })
  it('keeps what names a form or a way that is gone, and says so', () => {
    const routines = [aRoutine([{ ...aStep('s', 'gone'), wayId: 'lost' }])]
    const goal = { kind: 'learn' as const, formIds: ['lost-form'], stage: 'fromMemory' as const }
    const seasons = [{ id: 'spring', name: 'Spring', startDay: '2026-03-02', weeks: 10, goal }]
    const person: PersonData = { ...newPerson(), routines, ways: [plainWay('w', 'nowhere')], seasons }
    const result = read(toArchive(person, AT))
    expect(result).toMatchObject({ ok: true, value: { person } })
    expect(result.ok && result.notes).toEqual([
      'A way is of the form nowhere, which is gone.',
      '“Spring” names the form lost-form, which is gone.',
      '“A routine” names the form gone, which is gone.',
      '“A routine” names the way lost, which is gone.',
    ])
  })
  it('is the same text for the same data, in whatever order they are kept', () => {
    const turned = { ...demo, sessions: [...demo.sessions].reverse(), routines: [...demo.routines].reverse() }
    expect(writeArchive(toArchive(turned, AT))).toBe(writeArchive(toArchive(demo, AT)))
  })
  it('tells how far its check has come, up to the end', () => {
    const shares: number[] = []
    const sessions = Array.from({ length: 1000 }, (_, index) => ({ ...demo.sessions[0]!, id: `s-${index}` }))
    const text = writeArchive(toArchive({ ...demo, sessions }, AT))
    expect(readArchive(text, { ...SHIPPED_IDS, onProgress: (share) => shares.push(share) }).ok).toBe(true)
    expect(shares.length).toBeGreaterThan(3)
    expect(shares).toEqual([...shares].sort((one, other) => one - other))
    expect(shares.at(-1)).toBeLessThanOrEqual(1)
  })
  it.each([
    ['30 February', '2026-02-30T06:30:00.000Z'],
    ['an hour 24', '2026-03-01T24:00:00.000Z'],
    ['an hour 25', '2026-03-01T25:00:00.000Z'],
    ['a second 60', '2026-03-01T06:30:60.000Z'],
  ])('refuses %s, which no calendar can make', (_what, startedAt) => {
    expect(spoilt((a) => Object.assign(a.person.sessions[0]!, { startedAt, endedAt: startedAt }))[0]).toMatch(
      /person\.sessions\[0\]\.(startedAt|endedAt) must be a time/,
    )
  })
  it.each(['2026-03-01T00:00[Europe/Lisbon]', '+01:00', 'UTC+1', 'Europe/Lisbon ', '-', ''])(
    'refuses %j for a time zone',
    (timeZone) => {
      expect(spoilt((a) => Object.assign(a.person.sessions[0]!, { timeZone }))[0]).toMatch(/timeZone/)
    },
  )
  it('lists at most 20 faults, each short, and stops looking then', () => {
    const faults = spoilt((a) =>
      Object.assign(a.person, { sessions: Array.from({ length: 5000 }, () => ({ ['x'.repeat(5000)]: 1 })) }),
    )
    expect(faults).toHaveLength(20)
    for (const fault of faults) expect(fault.length).toBeLessThanOrEqual(240)
  })
  it('refuses what is nested too deep or holds too much before it looks into it', () => {
    const deep = (levels: number) => JSON.parse(`${'['.repeat(levels)}${']'.repeat(levels)}`) as unknown
    expect(spoilt((a) => Object.assign(a.person.settings, { odd: deep(500) }))[0]).toMatch(/nested more than 24 deep/)
    expect(spoilt((a) => Object.assign(a.person.routines[0]!, { odd: deep(500) }))[0]).toMatch(
      /person\.routines\[0\] is nested/,
    )
    const many = Array.from({ length: 300_000 }, () => 1)
    expect(spoilt((a) => Object.assign(a.person.routines[0]!, { silenced: many }))[0]).toMatch(/holds more than/)
    expect(read('['.repeat(200_000)).ok).toBe(false)
  })
  it('of a person who has just come is fine', () => expect(read(toArchive(newPerson(), AT)).ok).toBe(true))

  it.each<[string, (archive: ReturnType<typeof toArchive>) => void, RegExp]>([
    ['a foreign format', (a) => Object.assign(a, { format: 'other' }), /^format must be one of: pebblebrook-archive/],
    ['a later version', (a) => Object.assign(a, { version: 8 }), /^version must be 7/],
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
      'a rest day that is none',
      (a) => Object.assign(a.person.settings.restPlan[0]!, { weekdays: [8] }),
      /weekdays\[0\] must be at most 7/,
    ],
  ])('names the field of %s', (_what, spoil, message) => {
    const faults = spoilt(spoil)
    expect(faults.some((fault) => message.test(fault))).toBe(true)
  })

  it.each([
    [2, { series: [], trials: [], planned: [], seasons: [] }],
    [3, { series: [], trials: [], planned: [], seasons: [] }],
    [4, { trials: [], planned: [], seasons: [] }],
    [5, { planned: [], seasons: [] }],
    [6, { seasons: [] }],
  ])(
    'of version %i, as it was kept before, comes over whole, with nothing but empty lists of what has come since',
    (version, since) => {
      const kept = readFileSync(join(__dirname, `../../fixtures/archive-version-${version}.json`), 'utf8')
      const before = JSON.parse(kept) as { version: number; exportedAt: string; person: object }
      expect(before.version).toBe(version)
      const result = read(before)
      if (!result.ok) throw new Error(result.faults[0]!.message)
      expect(result.value.person).toEqual({ ...before.person, ...since })
      const person = Object.fromEntries(Object.entries(result.value.person).filter(([list]) => !(list in since)))
      expect(writeArchive({ ...result.value, person } as never)).toBe(
        kept.replace(`"version": ${version}`, '"version": 7'),
      )
    },
  )

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
    if (!result.ok) throw new Error(result.faults[0]!.message)
    expect({ ok: true, value: toArchive(result.value.person, AT) }).toEqual({
      ok: true,
      value: toArchive(
        {
          ...demo,
          forms: [aForm()],
          ways: [way],
          breathMeasures: [],
          stages: [],
          series: [],
          trials: [],
          planned: [],
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
