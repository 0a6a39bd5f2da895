import { describe, expect, it } from 'vitest'
import { COMMANDS } from '#core/runner'
import { answerSaid } from '#core/sound'
import index from '../../../public/voice/index.json'

describe('what is said in answer to a command', () => {
  it('has a clip for each of its words', () => {
    const said = COMMANDS.flatMap((name) => [true, false].flatMap((done) => answerSaid(name, done, 0)))
    const minutes = [20, 100, 240, 6480].flatMap((seconds) => answerSaid('minutesLeft', true, seconds))
    expect(said.length).toBeGreaterThan(COMMANDS.length)
    for (const words of [...said, ...minutes]) expect(index.words).toHaveProperty([words.toLowerCase()])
  })
  it('says how many minutes the rest came to', () => {
    expect(answerSaid('minutesLeft', true, 251)).toEqual(['4', 'minutes left'])
    expect(answerSaid('minutesLeft', true, 40)).toEqual(['1', 'minute left'])
    expect(answerSaid('minutesLeft', true, 7000)).toEqual(['going on'])
    expect(answerSaid('minutesLeft', false, 251)).toEqual(['not now'])
  })
  it('leaves what has no words to a bell', () => {
    expect(answerSaid('next', true, 251)).toEqual([])
  })
})
