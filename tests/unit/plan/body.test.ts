import { describe, expect, it } from 'vitest'
import { bodyOf, purposeNow } from '#core/plan'
import { NOT_SAID } from '#core/journal'

describe('the body as it is now', () => {
  it('is what was said of it in a word, and what the scales and the pain say besides', () => {
    expect(bodyOf(NOT_SAID, [])).toEqual({ states: [], pain: [] })
    expect(bodyOf({ ...NOT_SAID, energy: 2, calm: 3, ease: 1 }, ['lightHeaded']).states).toEqual([
      'lightHeaded',
      'tired',
    ])
    expect(bodyOf({ ...NOT_SAID, calm: 1 }, ['upset']).states).toEqual(['upset'])
  })

  it('has a stiff back where the back hurts enough to be spared, and not where it hardly does', () => {
    const hurts = (level: number) => bodyOf({ ...NOT_SAID, pain: [{ place: 'lowBack', level }] }, []).states
    expect(hurts(3)).toEqual(['stiffBack'])
    expect(hurts(2)).toEqual([])
    expect(bodyOf({ ...NOT_SAID, pain: [{ place: 'leftKnee', level: 8 }] }, []).states).toEqual([])
  })

  it('asks for what a session that is made now is for: first the body, then the hour', () => {
    const at = (hour: number, ...states: Parameters<typeof purposeNow>[0]['states']) => purposeNow({ states }, hour)
    expect([at(7), at(13), at(17), at(3), at(4)]).toEqual(['morning', 'deskBreak', 'evening', 'evening', 'morning'])
    expect([at(7, 'upset'), at(22, 'stiffBack', 'upset'), at(7, 'stiffBack'), at(7, 'upset', 'lightHeaded')]).toEqual([
      'release',
      'release',
      'lowBack',
      'seated',
    ])
    expect(at(7, 'tired')).toBe('morning')
  })
})
