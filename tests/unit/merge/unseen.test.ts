import { describe, expect, it } from 'vitest'
import { elsewhereRecord } from '#core/journal'
import { differingFields, unseenStates } from '#core/merge'
import { clock, exchange, form, TestDevice } from './devices'

const session = (words: string) =>
  elsewhereRecord({
    id: 's',
    title: 'Class',
    startedAt: '2026-03-10T06:30:00.000Z',
    timeZone: 'UTC',
    minutes: 20,
    words,
  })
/** Both have the same session and form, and have exchanged them; then each goes its own way. */
function two() {
  const now = clock()
  const desk = new TestDevice('desk', now)
  const phone = new TestDevice('phone', now)
  desk.put('sessions', session('as it was'))
  desk.put('forms', form('f', 'as learned'))
  exchange(desk, phone)
  return [desk, phone] as const
}

describe('states that stand nowhere', () => {
  it('are those of what is not shown beside, where both devices changed it: the older one, on both alike', () => {
    const [desk, phone] = two()
    desk.put('sessions', session('from the desk'))
    phone.put('sessions', session('from the phone'))
    exchange(desk, phone)
    for (const device of [desk, phone]) {
      expect(unseenStates(device.all())).toMatchObject([
        {
          id: 'sessions/s',
          list: 'sessions',
          itemId: 's',
          stands: { words: 'from the phone' },
          value: { words: 'from the desk' },
        },
      ])
    }
  })

  it('are none where one changed after the other, where a form shows the other state, and where both come to the same', () => {
    const [desk, phone] = two()
    desk.put('sessions', session('from the desk'))
    exchange(desk, phone)
    phone.put('sessions', session('from the phone'))
    desk.put('forms', form('f', 'lower'))
    phone.put('forms', form('f', 'higher'))
    exchange(desk, phone)
    expect(desk.person.forms).toHaveLength(2)
    expect(unseenStates(desk.all())).toEqual([])
    const [one, other] = two()
    one.put('sessions', session('one'))
    other.put('sessions', session('other'))
    exchange(one, other)
    one.put('sessions', session('one'))
    expect(unseenStates(one.all())).toEqual([])
  })

  it('are those of settings too', () => {
    const [desk, phone] = two()
    desk.set({ dayEndsAtHour: 2 })
    exchange(desk, phone)
    desk.set({ dayEndsAtHour: 4 })
    phone.set({ dayEndsAtHour: 5 })
    exchange(desk, phone)
    expect(unseenStates(desk.all())).toMatchObject([{ list: 'settings', itemId: 'dayEndsAtHour', stands: 5, value: 4 }])
  })
})

it('two states differ in the fields that are not alike, whichever has them; what has no fields differs in none', () => {
  expect(differingFields({ a: 1, b: [1, { c: 2 }], d: 3 }, { a: 1, b: [1, { c: 3 }], e: 4 })).toEqual(['b', 'd', 'e'])
  expect(differingFields({ a: { x: 1, y: 2 } }, { a: { y: 2, x: 1 } })).toEqual([])
  expect(differingFields(4, 5)).toEqual([])
})
