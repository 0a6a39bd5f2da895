import { beforeEach, expect, it, vi } from 'vitest'
import { newPerson } from '#core/formats'
import { personBeforeReading, rememberShown } from '~/shared/store/lastAppearance'

let kept: Record<string, string> = {}
beforeEach(() => {
  kept = {}
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, text: string) => void (kept[key] = text),
  })
})

it('before the store is read it is night, and the day ends, as when the application was shown last; nothing else is known', () => {
  const { settings } = newPerson()
  rememberShown({ ...settings, theme: 'night', dayEndsAtHour: 4, conditions: ['dizziness'] } as typeof settings)
  expect(personBeforeReading()).toEqual({
    ...newPerson(),
    settings: { ...settings, theme: 'night', dayEndsAtHour: 4 },
  })
})

it.each(['', '{', 'null', '7', '{"theme":"pink"}', '{"theme":"night","dayEndsAtHour":19}'])(
  'what somebody else left under that name (%j) changes nothing',
  (text) => {
    kept['pebblebrook.shell'] = text
    expect(personBeforeReading()).toEqual(newPerson())
  },
)

it('a browser that keeps nothing stops nothing', () => {
  const refuse = () => {
    throw new DOMException('no', 'SecurityError')
  }
  vi.stubGlobal('localStorage', { getItem: refuse, setItem: refuse })
  rememberShown(newPerson().settings)
  expect(personBeforeReading()).toEqual(newPerson())
})
