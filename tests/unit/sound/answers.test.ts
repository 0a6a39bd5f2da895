import { describe, expect, it } from 'vitest'
import { COMMANDS } from '#core/runner'
import { answerPhrases } from '#core/sound'
import index from '../../../public/voice/index.json'

describe('what is said in answer to a command', () => {
  it('has a clip for each of its words', () => {
    const said = COMMANDS.flatMap((name) => [true, false].flatMap((done) => answerPhrases(name, done, 0)))
    const minutes = [20, 100, 240, 6480].flatMap((seconds) => answerPhrases('minutesLeft', true, seconds))
    expect(said.length).toBeGreaterThan(COMMANDS.length)
    for (const words of [...said, ...minutes]) expect(index.words).toHaveProperty([words.toLowerCase()])
  })
  it('says the change that the command made, and not its opposite', () => {
    const PAIRS = [
      ['oneMore', 'one more'],
      ['oneFewer', 'one fewer'],
      ['slower', 'slower'],
      ['faster', 'faster'],
      ['sitDown', 'sit down'],
      ['standUp', 'stand up'],
      ['standHigher', 'higher'],
      ['standLower', 'lower'],
    ] as const
    for (const [name, word] of PAIRS) expect(answerPhrases(name, true, 0).join(' '), name).toContain(word)
    const all = PAIRS.map(([name]) => answerPhrases(name, true, 0).join(' '))
    expect(new Set(all).size).toBe(PAIRS.length)
  })
  it('says how many minutes the rest came to', () => {
    expect(answerPhrases('minutesLeft', true, 251)).toEqual(['4', 'minutes left'])
    expect(answerPhrases('minutesLeft', true, 40)).toEqual(['1', 'minute left'])
    expect(answerPhrases('minutesLeft', true, 7000)).toEqual(['going on'])
    expect(answerPhrases('minutesLeft', false, 251)).toEqual(['not now'])
  })
  it('leaves what has no words to a bell', () => {
    expect(answerPhrases('next', true, 251)).toEqual([])
  })
})
