import { describe, expect, it } from 'vitest'
import { partOfWork, withinWork, WorkDoneError, workOf } from '#core/basics'

describe('the work of a search', () => {
  it('ends once more is done than was given, and never where nothing was given', () => {
    const work = workOf(3)
    work.spend(2)
    expect(work.left()).toBe(1)
    work.spend()
    expect(() => work.spend()).toThrow(WorkDoneError)
    expect(work.left()).toBe(0)
    expect(() => workOf().spend(1e12)).not.toThrow()
  })

  it('is shared: a part ends after its share, and what it did is done of the whole', () => {
    const whole = workOf(100)
    const part = partOfWork(whole, 0.3)
    part.spend(30)
    expect(whole.left()).toBe(70)
    expect(() => part.spend()).toThrow(WorkDoneError)
    expect(partOfWork(whole, 0.5).left()).toBeCloseTo(35, 0)
  })

  it('is answered otherwise where it is done, and no other error is hidden', () => {
    const done = () => workOf(0).spend()
    expect(withinWork(done, () => 'otherwise')).toBe('otherwise')
    expect(
      withinWork(
        () => 'found',
        () => 'otherwise',
      ),
    ).toBe('found')
    const broken = () => {
      throw new RangeError('broken')
    }
    expect(() => withinWork(broken, () => 'otherwise')).toThrow(RangeError)
  })
})
