import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { groupFor, PATTERNS, type Group, type Pattern } from '#core/routine'
import { compileTimeline, measurePiece } from '#core/timeline'
import { readyRunner, reduce, tick, outcomeOf } from '#core/runner'
import { aForm, aPlan, aRoutine, aStep, FREE_MOVE, NO_WAITING } from '../../helpers'

const one = aForm({ id: 'one', name: 'One' })
const two = aForm({ id: 'two', name: 'Two', sides: 'oneThenOther', countScope: 'perSide' })
const hold = aForm({ id: 'hold', name: 'Hold', counting: { by: 'time' }, moves: FREE_MOVE, part: 'stand' })
const plan = (pattern: Pattern, steps = ['one', 'two'], change: Partial<Group> = {}) => ({
  ...aPlan([{ form: one, count: 1 }]),
  forms: [one, two, hold],
  rules: { ...NO_WAITING, announceSeconds: 4, sideChangeSeconds: 3 },
  routine: aRoutine([
    {
      ...groupFor(
        pattern,
        'g',
        'Pattern',
        steps.map((id) => aStep(id, id, { count: 2 })),
      ),
      restBreaths: 0,
      ...change,
    },
  ]),
})
const outline = (given: ReturnType<typeof plan>) =>
  compileTimeline(given).occurrences.map(({ formName, counts, stage }) =>
    [formName, ...counts.map(({ count }) => count), stage === 'whole' ? '' : stage]
      .filter((word) => word !== '')
      .join(' '),
  )
const announced = (given: ReturnType<typeof plan>) =>
  compileTimeline(given).segments.flatMap(({ kind, lengthSeconds }) => (kind === 'announce' ? [lengthSeconds] : []))

describe('patterns on the Timeline', () => {
  it('a ladder goes up and down again', () => {
    const three = plan('ladder', ['one', 'two', 'hold'])
    expect(outline(three)).toEqual(['One 2', 'Two 2 2', 'Hold 2', 'Two 2 2', 'One 2'])
    expect(announced(three)).toEqual([4, 3, 3, 3, 3])
  })
  it('a link does each alone, then one flows into the other', () => {
    expect(outline(plan('link'))).toEqual(['One 2', 'Two 2 2', 'One 1', 'Two 1 0', 'One 1', 'Two 0 1'])
    expect(announced(plan('link'))).toEqual([4, 4, 3, 3])
    expect(outline(plan('link', ['one', 'hold']))).toEqual(['One 2', 'Hold 2', 'One 1', 'Hold 1'])
  })
  it('a link flows on the same side: left and left, then right and right', () => {
    const given = { ...plan('link', ['two', 'three']), forms: [two, { ...two, id: 'three', name: 'Three' }] }
    const { segments, occurrences } = compileTimeline(given)
    const flow = segments.filter(({ kind, occurrence }) => kind === 'phase' && occurrence >= 2)
    expect(flow.map(({ occurrence, side }) => `${occurrences[occurrence]!.formName} ${side}`)).toEqual(
      ['Two left', 'Three left', 'Two right', 'Three right'].flatMap((each) => [each, each]),
    )
  })
  it('a build-up goes through its stages, and nothing is counted while one watches', () => {
    const given = plan('buildUp', ['one'], { stages: ['watch', 'handsOnly', 'seated', 'whole'] })
    expect(outline(given)).toEqual(['One 0 watch', 'One 2 handsOnly', 'One 2 seated', 'One 2'])
    const { segments, occurrences } = compileTimeline(given)
    expect(occurrences[2]!.stance).toBe('seated')
    expect(occurrences[1]!.spokenNotes).toEqual(['Hands only'])
    const watched = segments.filter(({ occurrence, kind }) => occurrence === 0 && kind !== 'announce')
    expect(
      watched.every(({ kind, repetition, endsRepetition }) => kind === 'watch' && repetition === 0 && !endsRepetition),
    ).toBe(true)

    let state = reduce(readyRunner(given), 'start', 0)
    state = tick(state, 10_000_000)
    const { done, planned } = outcomeOf(state)!
    expect(done).toMatchObject([{ stepId: 'one', counts: [{ count: 6 }], outcome: 'done' }])
    expect(planned).toMatchObject([{ counts: [{ count: 6 }] }])
  })
  it('one direction comes first for all, then the other', () => {
    const both = { ...two, sides: 'bothDirections' as const }
    const given = { ...plan('directions', ['two']), forms: [both] }
    const sides = compileTimeline(given).segments.flatMap(({ kind, side }) => (kind === 'phase' ? [side] : []))
    expect(sides).toEqual([...Array<string>(4).fill('oneWay'), ...Array<string>(4).fill('otherWay')])
  })
  it('a release is quick, still, then slow', () => {
    const lengths = compileTimeline(
      plan(
        'release',
        ['one', 'hold', 'one'].map((id) => id),
      ) as never,
    ).occurrences
    const [quick, still, slow] = lengths.map(({ bodySeconds }) => bodySeconds)
    expect([quick, still, slow]).toEqual([12, 2, 28])
  })
  it('the positions of a post follow each other without a rest', () => {
    const given = { ...plan('post', ['hold', 'one']), pace: steadyPace(4, 6) }
    expect(announced(given)).toEqual([4, 3])
    expect(compileTimeline(given).segments.some(({ kind }) => kind === 'rest')).toBe(false)
  })
  it('what is left out takes no time, and every pattern can be measured as it is compiled', () => {
    const off = plan('rounds', ['one'], { off: true })
    expect(compileTimeline(off).totalSeconds).toBe(0)
    for (const pattern of PATTERNS) {
      const given = plan(pattern, ['one', 'two', 'hold'])
      const { movingSeconds, closingSeconds } = measurePiece(given, { atSeconds: 0, stance: null })
      expect(movingSeconds + closingSeconds).toBeCloseTo(compileTimeline(given).totalSeconds, 9)
    }
  })
})
