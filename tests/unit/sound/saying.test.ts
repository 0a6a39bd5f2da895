import { describe, expect, it } from 'vitest'
import { followSaying, type Saying } from '#core/sound'

const STEP_SECONDS = 0.05
/** Levels, each for so many seconds, and what is made of them at their ends. */
function heard(...stretches: [level: number, seconds: number][]): Saying[] {
  const follow = followSaying()
  return stretches.map(([level, seconds]) => {
    let saying: Saying = 'waiting'
    for (let step = 0; step < Math.round(seconds / STEP_SECONDS); step += 1) saying = follow(level, STEP_SECONDS)
    return saying
  })
}

describe('hearing whether something was said', () => {
  it('waits for it, and goes on after a pause that is longer than one between words', () => {
    expect(heard([0.004, 2], [0.1, 0.6], [0.004, 0.4], [0.12, 0.5], [0.004, 0.8])).toEqual([
      'waiting',
      'speaking',
      'speaking',
      'speaking',
      'said',
    ])
  })

  it('takes no knock for a word, nor several of them far apart', () => {
    expect(heard([0.004, 1], [0.3, 0.05], [0.004, 1], [0.3, 0.05], [0.004, 1], [0.3, 0.1])).toEqual(
      Array(6).fill('waiting'),
    )
  })

  it('hears a soft voice in a quiet room, and none in the even noise of a loud one', () => {
    expect(heard([0.001, 1], [0.02, 0.5], [0.001, 0.8]).at(-1)).toBe('said')
    expect(heard([0.05, 6])).toEqual(['waiting'])
    expect(heard([0.05, 1], [0.3, 0.5], [0.05, 0.8]).at(-1)).toBe('said')
  })

  it('gets used to a noise that begins and stays', () => {
    const follow = followSaying()
    for (let step = 0; step < 20; step += 1) follow(0.005, STEP_SECONDS)
    let loudFor = 0
    for (let step = 0; step < 400 && follow(0.02, STEP_SECONDS) !== 'said'; step += 1) loudFor += STEP_SECONDS
    expect(loudFor).toBeLessThan(15)
  })
})
