import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  harmless,
  plainMarkdown,
  readSessionsCsv,
  unharmed,
  writeDiary,
  writeSessionsCsv,
  writeStepsCsv,
} from '#core/tables'
import { sessionSchema, type SessionRecord } from '#core/journal'
import { validate } from '#core/basics'
import { demoPerson } from '#data'

const { sessions } = demoPerson('2026-03-04', 'Europe/Lisbon')
let fresh = 0
const about = { timeZone: 'Europe/Lisbon', newId: () => `new-${(fresh += 1)}` }
const back = (all: readonly SessionRecord[]) => readSessionsCsv([writeStepsCsv(all), writeSessionsCsv(all)], about)
const inOrder = (all: readonly SessionRecord[]) =>
  [...all].sort((one, other) => one.startedAt.localeCompare(other.startedAt) || one.id.localeCompare(other.id))

describe('sessions as tables', () => {
  it('come back whole: a year with its pauses, classes, lessons, pain and own sensations', () => {
    expect(sessions.some(({ lesson }) => lesson)).toBe(true)
    expect(back(sessions)).toEqual({ ok: true, sessions: inOrder(sessions) })
  })
  it('come back whole with any words, and with all that has no column', () => {
    const someSessions = sessions.slice(-3)
    const words = fc.string({ unit: 'grapheme', maxLength: 60 })
    fc.assert(
      fc.property(words, words, fc.integer({ min: 0, max: 10 }), (title, said, level) => {
        const [one, two, three] = someSessions as [SessionRecord, SessionRecord, SessionRecord]
        const changed: SessionRecord[] = [
          { ...one, title: `x${title}`.trim(), words: said, exertion: level, elsewhereSeconds: 60 },
          {
            ...two,
            words: `=${said}`,
            before: { ...two.before, pain: [] },
            after: { ...two.after, pain: [{ place: 'hips', level }] },
          },
          { ...three, sensations: [...three.sensations, `'${said}`.slice(0, 40)], companions: [] },
        ]
        for (const each of changed) fc.pre(validate(sessionSchema, each, 'session').ok)
        expect(back(changed)).toEqual({ ok: true, sessions: inOrder(changed) })
      }),
    )
  })
  it('keep what was recorded before it was put right', () => {
    const { id: _, ...was } = sessions.at(-1)!
    const put = { ...sessions.at(-1)!, words: 'put right', recorded: [{ id: 'r', ...was }] }
    expect(back([put])).toEqual({ ok: true, sessions: [put] })
  })
  it('hold no cell that a program for tables takes for a formula, and give every cell back', () => {
    for (const cell of ['=1+1', '+1', '-1', '@now', '\tx', "'x", "'=x", "''"]) {
      expect(harmless(cell)).toMatch(/^'/)
      expect(unharmed(harmless(cell))).toBe(cell)
    }
    fc.assert(
      fc.property(fc.string(), (cell) => {
        expect(unharmed(harmless(cell))).toBe(cell)
      }),
    )
    const text = writeSessionsCsv([{ ...sessions[0]!, title: '=HYPERLINK("http://x")', words: '@x' }])
    expect(text).toContain(`"'=HYPERLINK(""http://x"")"`)
    expect(text).toContain(`'@x`)
  })
  it('are read where another program left spaces around a title', () => {
    const read = readSessionsCsv(['startedAt,minutes,title\r\n2026-03-01 18:30,20,"Evening round "\r\n'], about)
    expect(read.ok && read.sessions[0]!.title).toBe('Evening round')
  })
  it('are read from a table of somebody’s own with no more than a time and minutes', () => {
    const read = readSessionsCsv(
      ['\uFEFFstartedAt,minutes,title,words\r\n2026-03-01 18:30,60,Class,"Rain, and ""wind"""\r\n'],
      about,
    )
    expect(read.ok && read.sessions[0]).toMatchObject({
      title: 'Class',
      startedAt: '2026-03-01T18:30:00.000Z',
      endedAt: '2026-03-01T19:30:00.000Z',
      practisedSeconds: 3600,
      words: 'Rain, and "wind"',
      source: 'elsewhere',
    })
  })
  it.each([
    ['startedAt,minutes\n2026-02-30 18:30,60', /row 2: .*2026-02-30 18:30.* is no time/],
    ['startedAt,minutes\n2026-03-01 18:30,sixty', /row 2: minutes must be a number/],
    ['startedAt,title\n2026-03-01 18:30,x', /row 2: practisedSeconds or minutes is missing/],
    ['startedAt,minutes,calmAfter\n2026-03-01 18:30,60,9', /row 2: after\.calm must be at most 5/],
    ['startedAt,minutes,painAfter\n2026-03-01 18:30,60,toe 3', /row 2: painAfter must name places/],
    ['startedAt,minutes,more\n2026-03-01 18:30,60,{', /row 2: more is not JSON/],
    [
      'startedAt,minutes,more\n2026-03-01 18:30,60,"{""__proto__"":{""x"":1},""y"":1}"',
      /row 2: .*has a field that is not known/,
    ],
    ['a,b\n1,2', /file 1 has no column startedAt/],
    ['id,startedAt,minutes\nx,2026-03-01 18:30,60\nx,2026-03-02 18:30,60', /row 3: id repeats the id x/],
  ])('name what is wrong with %j', (text, message) => {
    const read = readSessionsCsv([text], about)
    expect(read.ok ? '' : read.faults[0]!.message).toMatch(message)
  })
})

describe('the diary', () => {
  const words = {
    day: (day: string) => day,
    time: () => '07:00',
    length: () => '20 min',
    counts: (step: { counts: { count: number }[] }) => step.counts.map(({ count }) => `${count} times`).join(),
    felt: () => ['calm'],
  }
  it('has a heading for each practice day, and words in which nothing is taken for a sign', () => {
    const [one] = sessions
    const text = writeDiary([{ ...one!, title: '# No <b>heading</b>', words: '- a list?\n1. no' }], 3, words)
    expect(text).toContain(`## ${one!.startedAt.slice(0, 10)}`)
    expect(text).toContain('**\\# No \\<b\\>heading\\</b\\>**')
    expect(text).toContain('> \\- a list?  \n> 1\\. no'.replace('1\\.', '\\1.'))
  })
  it('escapes every sign', () => {
    expect(plainMarkdown('*a* _b_ [c](d) `e`')).toBe('\\*a\\* \\_b\\_ \\[c\\](d) \\`e\\`')
  })
})
