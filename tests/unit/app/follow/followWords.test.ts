import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { readyRunner, reduce, tick, type RunnerState } from '#core/runner'
import { momentAt } from '#core/timeline'
import { followWords, longestWord, spokenLine } from '~/features/follow/followWords'
import { aForm, aPlan, FREE_MOVE, NO_WAITING } from '../../../helpers'

const rules = { ...NO_WAITING, leadInSeconds: 8, announceSeconds: 4, sideChangeSeconds: 3, stanceChangeSeconds: 4 }
const bow = aForm({ id: 'bow', name: 'Draw the bow', sides: 'alternate', countScope: 'perSide', stance: 'wide' })
const turn = aForm({ id: 'turn', name: 'Turn', sides: 'oneThenOther', countScope: 'perSide' })
const post = aForm({
  id: 'post',
  name: 'Post',
  counting: { by: 'time' },
  still: true,
  moves: FREE_MOVE,
  reminders: ['Knees soft'],
})

function at(forms: Parameters<typeof aPlan>[0], seconds: number, given: Parameters<typeof reduce>[1][] = []) {
  const begun = reduce(readyRunner(aPlan(forms, steadyPace(4, 6), rules)), 'start', 0)
  const led = given.reduce<RunnerState>((state, command) => reduce(state, command, 0), begun)
  const state = tick(led, seconds * 1000)
  return { state, moment: momentAt(state.timeline, state.positionSeconds)! }
}
const wordsAt = (...args: Parameters<typeof at>) => {
  const { state, moment } = at(...args)
  return followWords(moment, state)
}

describe('what is read while following', () => {
  it('announces what comes, with its stance and side, and counts down to it', () => {
    expect(wordsAt([{ form: bow, count: 2 }], 3)).toMatchObject({
      heading: 'Next',
      word: 'Draw the bow',
      number: '0:05',
      detail: 'wide stance, left first',
      screenSide: 'left',
      coming: true,
    })
  })
  it('says what remains on each side, and that it is the last one', () => {
    expect(wordsAt([{ form: bow, count: 2 }], 9)).toMatchObject({ word: 'Rise', number: '1', detail: 'more each side' })
    expect(wordsAt([{ form: bow, count: 2 }], 40)).toMatchObject({ number: 'last', screenSide: 'right' })
    expect(wordsAt([{ form: turn, count: 1 }], 9)).toMatchObject({ number: '1', detail: 'then the right side' })
  })
  it('has the side in a word beside the movement, as its cue names it', () => {
    expect(wordsAt([{ form: bow, count: 2 }], 9).heading).toMatch(/, left$/)
    expect(wordsAt([{ form: bow, count: 2 }], 40).heading).toMatch(/, right$/)
    expect(wordsAt([{ form: post, count: 120 }], 9).heading).not.toMatch(/left|right/)
  })
  it('says the change of sides, and rests', () => {
    expect(wordsAt([{ form: turn, count: 1 }], 18.5)).toMatchObject({ word: 'Change', detail: 'to the right side' })
    expect(wordsAt([{ form: turn, count: 1, restBreaths: 1 }], 33)).toMatchObject({
      word: 'Rest',
      detail: 'then the end',
    })
  })
  it('gives a reminder in a stillness now and then, and its time', () => {
    expect(wordsAt([{ form: post, count: 120 }], 8 + 31)).toMatchObject({ number: '1:29', detail: 'Knees soft' })
    expect(wordsAt([{ form: post, count: 120 }], 8 + 45)).toMatchObject({ detail: 'then the end' })
  })
  it('waits for my signal where I lead, and for enough in an open form', () => {
    const led = at([{ form: aForm(), count: 3 }], 30, ['leadMe'])
    expect(followWords(led.moment, led.state)).toMatchObject({
      word: 'Your signal',
      number: '2',
      detail: 'more after 1, then the end',
    })
    const open = aForm({ counting: { by: 'open' }, moves: FREE_MOVE })
    const waiting = at([{ form: open, count: 20 }], 8 + 75)
    expect(followWords(waiting.moment, waiting.state)).toMatchObject({
      number: '1:15',
      detail: 'until you go on (right arrow)',
    })
  })
  it('is told to a screen reader once for each form, side and last repetition', () => {
    const line = (...args: Parameters<typeof at>) => spokenLine(at(...args).moment)
    expect(line([{ form: bow, count: 2 }], 1)).toBe('Next: Draw the bow, wide stance, the left side first.')
    expect(line([{ form: bow, count: 2 }], 9)).toBe('Draw the bow.')
    expect(line([{ form: bow, count: 2 }], 29)).toBe('Draw the bow, the last one on the left side.')
    expect(line([{ form: bow, count: 2 }], 39)).toBe('Draw the bow, the last one.')
    expect(line([{ form: turn, count: 1 }], 19)).toBe('Change to the right side.')
  })
  it('knows its longest word, so that none is broken', () => {
    expect(longestWord('Mend the well-worn net')).toBe(4)
    expect(longestWord('Gather')).toBe(6)
  })
})
