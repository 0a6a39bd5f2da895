import { beforeEach, expect, it, vi } from 'vitest'
import {
  beginForeseeing,
  foreseenAt,
  foreseenPlace,
  foreseenUntil,
  forgetForeseen,
  keepPlace,
} from '~/shared/store/foreseen'
import { deviceTimeZone } from '~/shared/sound/clock'

const kept = new Map<string, string>()
beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => void kept.set(key, text),
    removeItem: (key: string) => void kept.delete(key),
  })
  vi.stubGlobal('window', { innerWidth: 390 })
  vi.stubGlobal('document', { documentElement: {} })
  vi.stubGlobal('getComputedStyle', () => ({ fontSize: '17px' }))
})

const span = (fromMs: number, untilMs: number, name: string) => ({
  ...{ fromMs, untilMs, name, length: '9 min', steps: '4 steps' },
  ...{ reasons: ['it asks little'], changed: '', rest: '', restFirst: false },
})
const MORNING = span(1000, 2000, 'Morning water')
const EVENING = span(2000, 3000, 'When the lamp is low')
const foreseen = (change = {}) => ({
  ...{ world: 'own' as const, timeZone: deviceTimeZone(), spans: [MORNING, EVENING] },
  ...change,
})

it('for each moment there is what was foreseen for its span, and nothing before the first and after the last', () => {
  beginForeseeing('one')(foreseen())
  const names = [999, 1000, 1999, 2000, 2999, 3000].map((atMs) => foreseenAt('own', atMs)?.name ?? null)
  expect(names).toEqual([null, MORNING.name, MORNING.name, EVENING.name, EVENING.name, null])
  expect(foreseenUntil('own')).toBe(3000)
})

it('it is of one world and one time zone', () => {
  beginForeseeing('one')(foreseen())
  expect([foreseenAt('demo', 1500), foreseenUntil('demo')]).toEqual([null, 0])
  beginForeseeing('two')(foreseen({ timeZone: 'Antarctica/Troll' }))
  expect([foreseenAt('own', 1500), foreseenUntil('own')]).toEqual([null, 0])
})

it('what is being foreseen while something is kept, in whatever tab, is kept no more than what was foreseen', () => {
  beginForeseeing('one')(foreseen())
  const keep = beginForeseeing('two')
  forgetForeseen()
  expect(foreseenAt('own', 1500)).toBeNull()
  keep(foreseen())
  expect(foreseenAt('own', 1500)).toBeNull()
  // Nor by somebody who is overtaken by another that began after it.
  const early = beginForeseeing('three')
  const late = beginForeseeing('four')
  early(foreseen({ spans: [EVENING] }))
  expect(foreseenUntil('own')).toBe(0)
  late(foreseen())
  expect(foreseenAt('own', 1500)).toEqual(MORNING)
})

it.each([
  ['no text of ours', '{'],
  ['nothing', 'null'],
  ['a list', '[]'],
  ['no spans', JSON.stringify(foreseen({ spans: undefined }))],
  ['a span without a name', JSON.stringify(foreseen({ spans: [{ ...MORNING, name: undefined }] }))],
  ['reasons that are no words', JSON.stringify(foreseen({ spans: [{ ...MORNING, reasons: [7] }] }))],
  ['no end', JSON.stringify(foreseen({ spans: [{ ...MORNING, untilMs: '2000' }] }))],
])('something else that stands there is as if nothing did: %s', (_, text) => {
  kept.set('pebblebrook.foreseen', text)
  expect(foreseenAt('own', 1500)).toBeNull()
})

it('its place is known in a window as wide and with letters as large as then, and outlives what was foreseen', () => {
  expect(foreseenPlace()).toBeNull()
  keepPlace({ barHeight: 0, asksHeight: 177, offerWidth: 356 })
  forgetForeseen()
  expect(foreseenPlace()).toMatchObject({ asksHeight: 177, offerWidth: 356 })
  vi.stubGlobal('window', { innerWidth: 844 })
  expect(foreseenPlace()).toBeNull()
  vi.stubGlobal('window', { innerWidth: 390 })
  vi.stubGlobal('getComputedStyle', () => ({ fontSize: '34px' }))
  expect(foreseenPlace()).toBeNull()
})

it('a browser that keeps nothing stops nothing', () => {
  const refuse = () => {
    throw new DOMException('no', 'SecurityError')
  }
  vi.stubGlobal('localStorage', { getItem: refuse, setItem: refuse, removeItem: refuse })
  beginForeseeing('one')(foreseen())
  keepPlace({ barHeight: 0, asksHeight: 177, offerWidth: 356 })
  forgetForeseen()
  expect([foreseenAt('own', 1500), foreseenPlace()]).toEqual([null, null])
})
