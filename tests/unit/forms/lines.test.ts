import { describe, expect, it } from 'vitest'
import { readFormWords, type FormInWords } from '#core/forms'

/** The phases of the first move in short: cue, breath and length. */
const phases = (text: string) =>
  (readFormWords(text).fields.moves ?? []).flatMap((move) =>
    move.phases.map(({ cue, breath, length, unit, mostSeconds }) => {
      const most = mostSeconds === undefined ? '' : ` ≤${mostSeconds}`
      return `${cue} ${breath} ${length}${unit ? unit[0] : ''}${most}`.trim()
    }),
  )

/** Lines that people type, the fields that they mean, and what of them is given back. */
const SAID: [line: string, fields: Partial<FormInWords>, notUnderstood?: string[]][] = [
  ['Wave hands, like clouds:', { name: 'Wave hands, like clouds' }],
  ['In, hold, out:', { name: 'In, hold, out' }],
  ['Draw in, push out:', { name: 'Draw in, push out' }],
  ['Left, right, left:\nrise 4 in, sink 6 out', { name: 'Left, right, left' }],
  ['x8', { counts: { least: 4, usual: 8, most: 16, step: 1 } }],
  ['×8 each side', { countScope: 'perSide', sides: 'alternate' }],
  ['8 times', { counts: { least: 4, usual: 8, most: 16, step: 1 } }],
  ['8x', { counts: { least: 4, usual: 8, most: 16, step: 1 } }],
  [
    '9 reps each side',
    { countScope: 'perSide', sides: 'alternate', counts: { least: 4, usual: 9, most: 18, step: 1 } },
  ],
  ['6 each way', { countScope: 'perSide', sides: 'bothDirections' }],
  ['from 4 to 12 by 2', { counts: { least: 4, usual: 4, most: 12, step: 2 } }],
  ['x4-12', { counts: { least: 4, usual: 4, most: 12, step: 1 } }],
  ['one side, then the other', { sides: 'oneThenOther' }],
  ['alternate sides', { sides: 'alternate' }],
  ['feet together', { stance: 'together' }],
  ['stand with feet hip-width apart', { stance: 'hipWidth' }],
  ['shoulder-width', { stance: 'shoulderWidth' }],
  ['horse stance', { stance: 'wide' }],
  ['sitting', { stance: 'seated' }],
  ['on one leg', { stance: 'oneLeg' }],
  ['open', { counting: { by: 'open' }, counts: { least: 30, usual: 60, most: 120, step: 1 } }],
  ['until enough', { counting: { by: 'open' } }],
  ['rise 4 in, sink 6 out, open', {}, ['open']],
  ['for seconds', {}, ['for seconds']],
  ['x90, for seconds', { counting: { by: 'time' }, counts: { least: 45, usual: 90, most: 180, step: 1 } }],
  ['for 90 seconds', { counting: { by: 'time' }, counts: { least: 45, usual: 90, most: 180, step: 1 } }],
  ['2 minutes', { counting: { by: 'time' }, counts: { least: 60, usual: 120, most: 240, step: 1 } }],
  ['rise in, sink out, 2 minutes', {}, ['2 minutes']],
  ['beats', {}, ['beats']],
  ['36 beats', { counting: { by: 'beats', beatsPerMinute: 60 }, counts: { least: 18, usual: 36, most: 72, step: 1 } }],
  ['36 rubs', { counting: { by: 'beats', beatsPerMinute: 60 } }],
  ['100 taps at 120', { counting: { by: 'beats', beatsPerMinute: 120 } }],
  ['hold for 8 breaths', { counting: { by: 'breathHold' }, counts: { least: 4, usual: 8, most: 16, step: 1 } }],
  ['hold 30 s', { counting: { by: 'time' }, counts: { least: 15, usual: 30, most: 60, step: 1 } }],
  ['hold 4', {}, ['hold 4']],
]

/** Lines of breath, and the phases that they mean: in my own breaths, in counts (c) or in seconds (s), and how long at most. */
const BREATHED: [line: string, phases: string[]][] = [
  ['rise 4 in, sink 6 out', ['Rise in 4c', 'Sink out 6c']],
  ['rise in, sink out', ['Rise in 1', 'Sink out 1']],
  ['rise in, hold 4, sink out', ['Rise in 1', 'hold 4c', 'Sink out 1']],
  ['rise in sink out', ['Rise in 1', 'Sink out 1']],
  ['rise 4 in sink 6 out', ['Rise in 4c', 'Sink out 6c']],
  ['in 4, hold 2, out 6', ['in 4c', 'hold 2c', 'out 6c']],
  ['in 4 hold 2 out 6', ['in 4c', 'hold 2c', 'out 6c']],
  ['rise 4 in, hold 2, sink 6 out', ['Rise in 4c', 'hold 2c', 'Sink out 6c']],
  ['rise 4 in, stay 1 hold, sink 6 out', ['Rise in 4c', 'Stay hold 1c', 'Sink out 6c']],
  ['breathe in for 4 counts, sigh out for 8 counts', ['Breathe in 4c', 'Sigh out 8c']],
  ['rise 4 counts in, sink 8 counts out', ['Rise in 4c', 'Sink out 8c']],
  ['inhale 4, exhale 6', ['in 4c', 'out 6c']],
  ['2 in, 2 out', ['in 2c', 'out 2c']],
  ['4 in, 4 hold, 4 out, 4 hold', ['in 4c', 'hold 4c', 'out 4c', 'hold 4c']],
  ['rise in, sink ×1.5 out', ['Rise in 1', 'Sink out 1.5']],
  ['rise 5 s in, sink out for 7 seconds', ['Rise in 5s', 'Sink out 7s']],
  ['rise in at most 5 s, sink ×2 out at most 9 seconds', ['Rise in 1 ≤5', 'Sink out 2 ≤9']],
  ['sigh 8 out at most 8s, draw in', ['Sigh out 8c ≤8', 'Draw in 1']],
  ['Palms in front 4 in, "Lean in" 6 out', ['Palms in front in 4c', 'Lean in out 6c']],
  ['walk free', ['Walk free 1']],
]

describe('lines that people type', () => {
  it.each(SAID)('%s', (line, fields, notUnderstood = []) => {
    const read = readFormWords(line)
    expect(read.notUnderstood).toEqual(notUnderstood)
    expect(read.fields).toMatchObject(fields)
    if (Object.keys(fields).length === 0) expect(read.fields).not.toHaveProperty('counting')
  })
  it.each(BREATHED)('%s', (line, expected) => {
    expect(readFormWords(line).notUnderstood).toEqual([])
    expect(phases(line)).toEqual(expected)
  })
  it('a count in all says nothing of sides', () => {
    const { fields } = readFormWords('rise in, sink out, x6 in all')
    expect(fields).toMatchObject({ countScope: 'inAll', counts: { usual: 6 } })
    expect(fields).not.toHaveProperty('sides')
    expect(readFormWords('x6 in all, one side then the other').fields.sides).toBe('oneThenOther')
  })
  it('a name before phases keeps its commas, and a second name on a line begins after one', () => {
    const { fields } = readFormWords('Push, and come home: back 4 in, forth 6 out, Rest: stay in, go out')
    expect(fields.moves!.map(({ name }) => name)).toEqual(['Push, and come home', 'Rest'])
    expect(readFormWords('rise 4 in, sink 6 out, Push: back in').fields.moves!.map(({ name }) => name)).toEqual([
      'Move',
      'Push',
    ])
  })
  it('two breaths of which one is not understood are not one phase', () => {
    expect(phases('rise 4 in and 6 out')).toEqual(['Rise in 4c', 'And out 6c'])
    expect(readFormWords('rise in 4 out').notUnderstood).toEqual(['rise in 4 out'])
  })
})
