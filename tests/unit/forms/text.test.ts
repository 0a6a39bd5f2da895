import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  ARC_PARTS,
  COUNT_SCOPES,
  LEVEL_ORDERS,
  PHASE_UNITS,
  readFormWords,
  SIDE_ORDERS,
  STANCES,
  writeFormWords,
  type Counting,
  type FormInWords,
  FIVE_PHASES,
  isPacedCounting,
  plainMove,
  type Phase,
} from '#core/forms'
import { CATALOGUE } from '#data'

const inWords = ({
  name,
  part,
  stance,
  counting,
  sides,
  countScope,
  counts,
  moves,
  levels,
  levelOrder,
  evenBreath,
  gaze,
}: FormInWords): FormInWords => ({
  name,
  part,
  stance,
  counting,
  sides,
  countScope,
  counts,
  moves,
  levels,
  ...(evenBreath ? { evenBreath } : {}),
  ...(gaze ? { gaze } : {}),
  levelOrder: levels.length > 0 ? levelOrder : 'up',
})
/** Reading leaves out what was not said; a form without levels says nothing of them. */
const roundTrip = (form: FormInWords) => {
  const read = readFormWords(writeFormWords(form))
  return { form: { levels: [], levelOrder: 'up', ...read.fields }, notUnderstood: read.notUnderstood }
}

describe('a form in plain lines', () => {
  it('is read as it is said', () => {
    const { fields, notUnderstood } = readFormWords('rise 4 in, sink 6 out, x8 each side, shoulder width')
    expect(notUnderstood).toEqual([])
    expect(fields).toEqual({
      moves: [
        plainMove('Move', [
          { breath: 'in', length: 4, unit: 'counts', cue: 'Rise' },
          { breath: 'out', length: 6, unit: 'counts', cue: 'Sink' },
        ]),
      ],
      counts: { least: 4, usual: 8, most: 16, step: 1 },
      countScope: 'perSide',
      sides: 'alternate',
      stance: 'shoulderWidth',
    })
  })
  it('reads the stance, the direction and the phase of one move', () => {
    const { fields, notUnderstood } = readFormWords(
      "Step out: here horse stance, toward 2 o'clock, phase of wood, part out\nCome home: here moonbow, close in",
    )
    expect(fields.moves).toMatchObject([
      { name: 'Step out', stance: 'wide', directionDegrees: 60, phaseOfFive: 'wood' },
      { name: 'Come home', stance: null, directionDegrees: null, phaseOfFive: null },
    ])
    expect(notUnderstood).toEqual(['here moonbow'])
  })
  it('reads a chain of named moves, levels and the other ways of counting', () => {
    const text = 'Little flow:\nRise: up in, down out\nPush: back in, forth ×1.5 out\nlevels heart / head, up and down'
    expect(readFormWords(text).fields).toMatchObject({
      name: 'Little flow',
      moves: [{ name: 'Rise' }, { name: 'Push', phases: [{ length: 1 }, { length: 1.5 }] }],
      levels: ['heart', 'head'],
      levelOrder: 'upAndDown',
    })
    expect(readFormWords('tap free, 100 beats at 120').fields).toMatchObject({
      counting: { by: 'beats', beatsPerMinute: 120 },
      counts: { usual: 100 },
    })
    expect(readFormWords('hold 8 breaths').fields.counting).toEqual({ by: 'breathHold' })
    expect(readFormWords('90 s').fields).toMatchObject({ counting: { by: 'time' }, counts: { usual: 90 } })
  })
  it('gives back what it does not understand', () => {
    const { understood, notUnderstood } = readFormWords('rise in, with a smile, sink out, x two, rise 0 in')
    expect(notUnderstood).toEqual(['with a smile', 'x two', 'rise 0 in'])
    expect(understood).toHaveLength(2)
    // Quotes and spaces as they were written.
    expect(readFormWords('rise in, ;"wide  awake"').notUnderstood).toEqual([';"wide  awake"'])
  })
  it('survives anything that is thrown at it', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: 'grapheme' }), (text) => {
        const { notUnderstood, fields } = readFormWords(text)
        // What was not understood is given back in the words that were written.
        for (const words of notUnderstood) expect(text).toContain(words)
        for (const { phases } of fields.moves ?? []) for (const { length } of phases) expect(length).toBeGreaterThan(0)
      }),
    )
    const large = 'rise in, '.repeat(100_000)
    expect(readFormWords(large).fields.moves![0]!.phases).toHaveLength(100_000)
  })
})

describe('form to text to form', () => {
  it.each(CATALOGUE.map((form) => [form.name, form] as const))('%s', (_name, form) => {
    expect(roundTrip(form)).toEqual({ form: inWords(form), notUnderstood: [] })
  })

  it('any form, with any names', () => {
    const name = fc.string({ minLength: 1, maxLength: 30, unit: 'grapheme' }).filter((text) => text.trim() === text)
    const phase = fc
      .record(
        {
          breath: fc.constantFrom('in' as const, 'out' as const, 'hold' as const, 'free' as const),
          length: fc.integer({ min: 5, max: 6000 }).map((hundredths) => hundredths / 100),
          unit: fc.constantFrom(...PHASE_UNITS),
          mostSeconds: fc.integer({ min: 1, max: 120 }).map((halves) => halves / 2),
          cue: fc.oneof(fc.constantFrom('Rise', 'Breathe in', 'Hold', 'x4', 'in', 'at most 3 s', ''), name),
        },
        { requiredKeys: ['breath', 'length', 'cue'] },
      )
      // A hold of seconds without a name is something else in plain lines: how it is counted.
      .filter(({ breath, unit, cue }) => breath !== 'hold' || unit !== 'seconds' || cue !== '')
    const count = fc.integer({ min: 1, max: 3600 })
    /** What is not counted by breath breathes freely. */
    const asCounted = (form: FormInWords): FormInWords => {
      if (isPacedCounting(form.counting.by)) {
        // As the check of a form wants it, at least one breath goes in or out.
        const first = form.moves[0]!
        const phases = [{ ...first.phases[0]!, breath: 'in' as const }, ...first.phases.slice(1)]
        return { ...form, moves: [{ ...first, phases }, ...form.moves.slice(1)] }
      }
      const free = (phase: Phase): Phase => ({ ...phase, breath: 'free' })
      return { ...form, moves: form.moves.map((move) => ({ ...move, phases: move.phases.map(free) })) }
    }
    const forms: fc.Arbitrary<FormInWords> = fc.record({
      name,
      evenBreath: fc.boolean(),
      part: fc.constantFrom(...ARC_PARTS),
      stance: fc.constantFrom(...STANCES),
      counting: fc.constantFrom<Counting>(
        { by: 'breathRepetitions' },
        { by: 'breathHold' },
        { by: 'time' },
        { by: 'beats', beatsPerMinute: 72.5 },
        { by: 'open' },
      ),
      sides: fc.constantFrom(...SIDE_ORDERS),
      countScope: fc.constantFrom(...COUNT_SCOPES),
      counts: fc.tuple(count, count, count, fc.integer({ min: 1, max: 60 })).map(([a, b, c, step]) => {
        const [least, usual, most] = [a, b, c].sort((one, other) => one - other)
        return { least: least!, usual: usual!, most: most!, step }
      }),
      moves: fc.array(
        fc.record({
          name,
          phases: fc.array(phase, { minLength: 1, maxLength: 6 }),
          stance: fc.constantFrom(null, ...STANCES),
          directionDegrees: fc.constantFrom(null, 0, 22.5, 60, 359),
          phaseOfFive: fc.constantFrom(null, ...FIVE_PHASES),
        }),
        {
          minLength: 1,
          maxLength: 4,
        },
      ),
      levels: fc.array(name, { maxLength: 4 }),
      levelOrder: fc.constantFrom(...LEVEL_ORDERS),
    })
    fc.assert(
      fc.property(forms.map(asCounted), (form) => {
        expect(roundTrip(form)).toEqual({ form: inWords(form), notUnderstood: [] })
      }),
      { numRuns: 500 },
    )
  })
})
