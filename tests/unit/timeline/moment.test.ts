import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainMove } from '#core/forms'
import { compileTimeline, levelIn, momentAt, reminderAt, reminderTimes, risesOf, segmentAt } from '#core/timeline'
import { aForm, aPlan, FREE_MOVE, planArbitrary } from '../../helpers'

const sided = aForm({ sides: 'oneThenOther', countScope: 'perSide' })
const timeline = compileTimeline(
  aPlan([
    { form: sided, count: 2 },
    { form: aForm({ id: 'b', name: 'B' }), count: 1 },
  ]),
)

describe('what is at a moment', () => {
  it('tells the segment, what is left, the next side and the next form', () => {
    const moment = momentAt(timeline, 5)!
    expect(moment.segment).toMatchObject({ cue: 'Sink', repetition: 1, remainingOnSide: 1, side: 'left' })
    expect(moment).toMatchObject({
      secondsIntoSegment: 1,
      secondsLeftInSegment: 5,
      secondsLeftInStep: 35,
      secondsLeft: 45,
    })
    expect(moment.nextSide).toBe('right')
    expect(moment.nextSaidSide).toBe('right')
    expect(moment.next).toBe(timeline.segments[2])
    expect(momentAt(timeline, 49)!.next).toBeNull()
    expect(moment.nextOccurrence?.formName).toBe('B')
  })
  it('knows no next side on the last one', () => expect(momentAt(timeline, 25)!.nextSide).toBeNull())
  it('gives a boundary to the segment that begins there, and the end to the last', () => {
    expect(momentAt(timeline, 4)!.segment.cue).toBe('Sink')
    expect(momentAt(timeline, 50)!.segment.index).toBe(timeline.segments.length - 1)
    expect(momentAt(timeline, 999)!.secondsLeft).toBe(0)
  })
  it('is nothing in an empty session', () => expect(momentAt(compileTimeline(aPlan([])), 0)).toBeNull())

  it('is found by halving as by walking', () => {
    fc.assert(
      fc.property(planArbitrary, fc.double({ min: 0, max: 1, noNaN: true }), (plan, share) => {
        const made = compileTimeline(plan)
        const at = share * made.totalSeconds
        expect(segmentAt(made, at)).toBe(made.segments.findLast(({ startSeconds }) => startSeconds <= at))
      }),
    )
  })
})

describe('the water level', () => {
  it('rises with the in-breath, falls with the out-breath, and never jumps', () => {
    const rises = risesOf(timeline)
    expect(rises[0]).toEqual({ from: 0.35, to: 1 })
    expect(rises[1]).toEqual({ from: 1, to: 0 })
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const made = compileTimeline(plan)
        const levels = risesOf(made)
        made.segments.forEach((segment, index) => {
          const { from, to } = levels[index]!
          expect(levelIn(segment, levels[index]!, segment.startSeconds)).toBeCloseTo(from, 9)
          expect(levelIn(segment, levels[index]!, segment.startSeconds + segment.lengthSeconds)).toBeCloseTo(to, 9)
          expect(Math.min(from, to)).toBeGreaterThanOrEqual(-1e-9)
          expect(Math.max(from, to)).toBeLessThanOrEqual(1 + 1e-9)
          if (index > 0) expect(from).toBeCloseTo(levels[index - 1]!.to, 9)
        })
      }),
    )
  })
  it('lies flat in a hold', () => {
    const phases = [
      { breath: 'in' as const, length: 1, cue: '' },
      { breath: 'hold' as const, length: 0.5, cue: '' },
      { breath: 'out' as const, length: 1, cue: '' },
    ]
    const made = compileTimeline(aPlan([{ form: aForm({ moves: [plainMove('x', phases)] }), count: 1 }]))
    expect(risesOf(made)[1]).toEqual({ from: 1, to: 1 })
  })
})

describe('a posture reminder', () => {
  const form = aForm({
    counting: { by: 'time' },
    still: true,
    moves: FREE_MOVE,
    reminders: ['Crown lifted', 'Knees soft'],
  })
  const made = compileTimeline(aPlan([{ form, count: 180 }]))
  const at = (seconds: number) => reminderAt(momentAt(made, seconds)!)
  it('is given now and then in a hold, in turn, and not at once', () => {
    expect([0, 29, 30, 37, 38, 60, 90, 120].map(at)).toEqual([
      '',
      '',
      'Crown lifted',
      'Crown lifted',
      '',
      'Knees soft',
      'Crown lifted',
      'Knees soft',
    ])
  })
  it('is given now and then while one moves too, and not in the rest after it', () => {
    const form = aForm({ reminders: ['Knees over the toes'] })
    const moving = compileTimeline(aPlan([{ form, count: 3, restBreaths: 2 }]))
    expect(reminderAt(momentAt(moving, 20)!)).toBe('')
    expect(reminderAt(momentAt(moving, 30)!)).toBe('')
    const longer = compileTimeline(aPlan([{ form, count: 6 }]))
    expect(reminderAt(momentAt(longer, 32)!)).toBe('Knees over the toes')
    expect(reminderAt(momentAt(longer, 40)!)).toBe('')
    expect(reminderTimes(longer).map(({ atSeconds }) => atSeconds)).toEqual([30])
  })
})

describe('the moves of a chain', () => {
  const two = aForm().moves[0]!.phases
  const chain = aForm({ moves: [plainMove('Gate', two), plainMove('Bridge', two), plainMove('Far bank', two)] })
  const made = compileTimeline(aPlan([{ form: chain, count: 2 }]))
  it('are counted down within each repetition, and the next one is named', () => {
    const left = [0, 9, 10, 20, 29, 30].map((seconds) => {
      const { movesRemaining, nextMove } = momentAt(made, seconds)!
      return `${movesRemaining} ${nextMove}`
    })
    expect(left).toEqual(['2 Bridge', '2 Bridge', '1 Far bank', '0 null', '0 null', '2 Bridge'])
  })
})
