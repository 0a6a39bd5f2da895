import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Form } from '#core/forms'
import { mergePersons, type MarkedPerson } from '#core/merge'
import {
  afterAll,
  clock,
  common,
  exchange,
  form,
  histories,
  passedBy,
  stampOfWord,
  TestDevice,
  type Given,
} from './devices'

const two = () => {
  const now = clock()
  return [new TestDevice('desk', now), new TestDevice('phone', now)] as const
}
/** Both have the same form, and have exchanged it. */
function twoWithForm() {
  const [desk, phone] = two()
  desk.put('forms', form('f', 'as learned'))
  phone.take(desk.give())
  desk.take(phone.give())
  return [desk, phone] as const
}
const abouts = ({ person }: Pick<MarkedPerson, 'person'>) => person.forms.map(({ about }) => about).sort()

describe('two devices that exchange what they have', () => {
  it('have what either had', () => {
    const [desk, phone] = two()
    desk.put('forms', form('a'))
    phone.put('forms', form('b'))
    const merged = phone.take(desk.give())
    expect(merged.items.map(({ id, is }) => [id, is])).toEqual([['forms/a', 'comes']])
    expect(merged.person.forms.map(({ id }) => id).sort()).toEqual(['a', 'b'])
  })

  it('take the newer state where only one changed, and leave it where it is the other’s that is older', () => {
    const [desk, phone] = twoWithForm()
    desk.put('forms', form('f', 'lower now'))
    expect(phone.take(desk.give()).items).toMatchObject([{ id: 'forms/f', is: 'newer' }])
    expect(abouts(phone)).toEqual(['lower now'])
    const [desk2, phone2] = twoWithForm()
    desk2.put('forms', form('f', 'lower now'))
    const merged = desk2.take(phone2.give())
    expect(merged.items).toEqual([])
    expect(merged.staying).toBe(1)
    expect(abouts(desk2)).toEqual(['lower now'])
  })

  it('keep both where both changed, the newer in its place and the other beside it, on both devices alike', () => {
    const [desk, phone] = twoWithForm()
    desk.put('forms', form('f', 'from the desk'))
    phone.put('forms', form('f', 'from the phone'))
    exchange(desk, phone)
    expect(common(desk.all())).toEqual(common(phone.all()))
    expect(phone.person.forms.find(({ id }) => id === 'f')!.about).toBe('from the phone')
    expect(desk.person.forms.find(({ id }) => id !== 'f')).toMatchObject({
      name: 'Form f, the other state',
      about: 'from the desk',
    })
  })

  it('keep one where both made the same change', () => {
    const [desk, phone] = twoWithForm()
    desk.put('forms', form('f', 'the same'))
    phone.put('forms', form('f', 'the same'))
    exchange(desk, phone)
    expect(abouts(desk)).toEqual(['the same'])
    expect(common(desk.all())).toEqual(common(phone.all()))
  })

  it('remember what was removed, unless it was changed meanwhile', () => {
    const [desk, phone] = twoWithForm()
    desk.remove('forms', 'f')
    expect(phone.take(desk.give()).items).toMatchObject([{ id: 'forms/f', is: 'removed' }])
    expect(phone.person.forms).toEqual([])
    desk.take(phone.give())
    expect(desk.person.forms).toEqual([])
    const [desk2, phone2] = twoWithForm()
    desk2.remove('forms', 'f')
    phone2.put('forms', form('f', 'still wanted'))
    expect(desk2.take(phone2.give()).items).toMatchObject([{ id: 'forms/f', is: 'back' }])
    phone2.take(desk2.give())
    expect(abouts(phone2)).toEqual(['still wanted'])
  })

  it('go on from either of two states: changed or removed, each is a form of its own', () => {
    const [desk, phone] = twoWithForm()
    desk.put('forms', form('f', 'from the desk'))
    phone.put('forms', form('f', 'from the phone'))
    exchange(desk, phone)
    const other = desk.person.forms.find(({ id }) => id !== 'f')!
    desk.put('forms', { ...other, about: 'mine alone' } as Form)
    exchange(desk, phone)
    expect(abouts(phone)).toEqual(['from the phone', 'mine alone'])
    phone.remove('forms', 'f')
    exchange(desk, phone)
    expect(abouts(desk)).toEqual(['mine alone'])
    expect(common(desk.all())).toEqual(common(phone.all()))
  })

  it('keep the state beside when the one before it is removed', () => {
    const [desk, phone] = twoWithForm()
    desk.put('forms', form('f', 'from the desk'))
    phone.put('forms', form('f', 'from the phone'))
    exchange(desk, phone)
    desk.remove('forms', 'f')
    exchange(desk, phone)
    expect(abouts(phone)).toEqual(['from the desk'])
    expect(common(desk.all())).toEqual(common(phone.all()))
  })

  it('never show one session twice: the newer stands, and the other is kept unseen', () => {
    const [desk, phone] = two()
    const session = (title: string) => ({ id: 's', title }) as never
    desk.put('sessions', session('as it was'))
    phone.take(desk.give())
    desk.put('sessions', session('corrected'))
    phone.put('sessions', session('felt calm'))
    exchange(desk, phone)
    expect(desk.person.sessions).toEqual([{ id: 's', title: 'felt calm' }])
    expect(desk.marks.get('sessions/s')!.beside).toMatchObject([{ value: { title: 'corrected' } }])
  })

  it('keep a condition that either has declared, and the newer of each setting; a screen’s distance is its own', () => {
    const [desk, phone] = two()
    desk.set({
      conditions: ['soreKnees'],
      dayEndsAtHour: 2,
      viewing: { metres: 1, cardPixels: null, contrast: 'usual' },
    })
    phone.set({ conditions: ['heart'], dayEndsAtHour: 4 })
    exchange(desk, phone)
    expect(desk.person.settings).toMatchObject({
      conditions: ['heart', 'soreKnees'],
      dayEndsAtHour: 4,
      viewing: { metres: 1 },
    })
    expect(phone.person.settings.viewing.metres).toBe(3)
    expect(common(desk.all())).toEqual(common(phone.all()))
    phone.set({ conditions: ['heart'] })
    exchange(desk, phone)
    expect(desk.person.settings.conditions).toEqual(['heart'])
  })

  it('come together from before changes were noted: the same once, what differs twice, what was never set not at all', () => {
    const [desk, phone] = two()
    desk.person = { ...desk.person, forms: [form('same'), form('f', 'one')] }
    phone.person = { ...phone.person, forms: [form('f', 'other'), form('same')] }
    desk.person.settings = { ...desk.person.settings, dayEndsAtHour: 5 }
    exchange(desk, phone)
    expect(abouts(desk)).toEqual(['', 'one', 'other'])
    expect(phone.person.settings.dayEndsAtHour).toBe(5)
    expect(common(desk.all())).toEqual(common(phone.all()))
    expect(desk.marks.has('forms/same')).toBe(false)
  })

  it('leave all settings as they are here, where theirs come to something that none can be', () => {
    const [desk, phone] = two()
    desk.set({ dayEndsAtHour: 2 })
    const given = phone.give()
    const beside = [{ stamp: 'x.1', at: '2026-12-01T00:00:00.000Z', after: [], value: 99 }]
    const marks = [{ id: 'settings/dayEndsAtHour', stamp: 'y.1', at: '', after: [], gone: true, beside }]
    expect(mergePersons(desk.all(), { ...given, marks }).person.settings).toEqual(desk.person.settings)
  })

  it('leave what is to be left as it is here', () => {
    const [desk, phone] = twoWithForm()
    desk.put('forms', form('f', 'lower now'))
    desk.put('forms', form('g'))
    const merged = mergePersons(phone.all(), desk.give(), new Set(['forms/f']))
    expect(abouts(merged)).toEqual(['', 'as learned'])
    expect(merged.items).toHaveLength(2)
  })

  it('stay in order where a clock goes behind: what is changed after something was seen is newer', () => {
    const desk = new TestDevice('desk', () => '2026-03-01T12:00:00.000Z')
    const phone = new TestDevice('phone', () => '2020-01-01T00:00:00.000Z')
    desk.put('forms', form('f', 'first'))
    phone.take(desk.give())
    phone.put('forms', form('f', 'second'))
    desk.take(phone.give())
    expect(abouts(desk)).toEqual(['second'])
  })
})

const take = (one: MarkedPerson, other: MarkedPerson): MarkedPerson => mergePersons(one, other)

describe('whatever happened on them', () => {
  it('comes to the same in either order (commutative)', () => {
    fc.assert(
      fc.property(histories(2), (history) => {
        const [one, other] = afterAll(history, 2).map((each) => each.give())
        expect(common(take(one!, other!))).toEqual(common(take(other!, one!)))
      }),
      { numRuns: 400 },
    )
  })

  it('comes to the same whichever two meet first (associative)', () => {
    fc.assert(
      fc.property(histories(3), (history) => {
        const [a, b, c] = afterAll(history, 3).map((each) => each.give()) as [Given, Given, Given]
        expect(common(take(take(a, b), c))).toEqual(common(take(a, take(b, c))))
      }),
      { numRuns: 400 },
    )
  })

  it('changes nothing when it is taken again (idempotent)', () => {
    fc.assert(
      fc.property(histories(2), (history) => {
        const [one, other] = afterAll(history, 2).map((each) => each.give())
        const once = take(one!, other!)
        const again = mergePersons(once, other!)
        expect(common(again)).toEqual(common(once))
        expect(again.items).toEqual([])
        expect(common(take(once, once))).toEqual(common(once))
      }),
      { numRuns: 400 },
    )
  })

  it('loses no word that stands anywhere and that nobody who had seen it changed or removed', () => {
    fc.assert(
      fc.property(histories(2), (history) => {
        const devices = afterAll(history, 2)
        const [one, other] = devices.map((each) => each.give()) as [Given, Given]
        const words = ({ person }: MarkedPerson) => person.forms.map(({ about }) => about)
        const merged = words(take(one, other))
        for (const [from, to] of [
          [one, other],
          [other, one],
        ] as const) {
          // What stands in one is gone only where the other has a state that came after it.
          const gone = words(from).filter((word) => !merged.includes(word))
          expect(gone.filter((word) => !passedBy(to).has(stampOfWord(from, word)))).toEqual([])
        }
      }),
      { numRuns: 400 },
    )
  })
})
