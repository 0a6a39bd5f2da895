import { expect, it } from 'vitest'
import { computed, shallowRef } from 'vue'
import { newPerson } from '#core/formats'
import { personByList, settingsByField } from '~/shared/store/byField'
import { aForm } from '../../../helpers'

it('what follows from one setting is not worked out anew when another is changed, nor when it is put to what it was', () => {
  const stored = shallowRef(newPerson().settings)
  const settings = settingsByField(() => stored.value)
  let times = 0
  const metres = computed(() => {
    times += 1
    return settings.viewing.metres
  })
  expect(metres.value).toBe(3)
  stored.value = { ...stored.value, theme: 'night' }
  expect([metres.value, settings.theme, times]).toEqual([3, 'night', 1])
  stored.value = { ...stored.value, viewing: { ...stored.value.viewing } }
  expect([metres.value, times]).toEqual([3, 1])
  stored.value = { ...stored.value, viewing: { ...stored.value.viewing, metres: 4 } }
  expect([metres.value, times]).toEqual([4, 2])
})

it('all fields are there for whoever takes them together, as they are now', () => {
  const stored = shallowRef(newPerson().settings)
  const settings = settingsByField(() => stored.value)
  stored.value = { ...stored.value, dayEndsAtHour: 4 }
  expect(JSON.parse(JSON.stringify({ ...settings }))).toEqual(stored.value)
})

it('what follows from one list is not worked out anew when another changes', () => {
  const stored = shallowRef(newPerson())
  const person = personByList(() => stored.value)
  let times = 0
  const names = computed(() => {
    times += 1
    return person.forms.map(({ name }) => name)
  })
  expect(names.value).toEqual([])
  stored.value = { ...stored.value, routines: [{ id: 'r' } as never] }
  expect([names.value, person.routines.length, times]).toEqual([[], 1, 1])
  stored.value = { ...stored.value, forms: [aForm({ name: 'Mine' })] }
  expect([names.value, times]).toEqual([['Mine'], 2])
  expect({ ...person }).toEqual(stored.value)
})
