import { afterEach, describe, expect, it, vi } from 'vitest'
import { quietNotice } from '~/shared/plan/quietNotice'

const given: unknown[][] = []
const withWorker = (showNotification: (...of: unknown[]) => Promise<void>) =>
  vi.stubGlobal('navigator', { serviceWorker: { getRegistration: async () => ({ showNotification }) } })
/** What a page calls with `new`. */
const byPage = (permission: string, make: (...of: unknown[]) => void = (...of) => void given.push(['page', ...of])) =>
  vi.stubGlobal(
    'Notification',
    Object.assign(
      function (...of: unknown[]) {
        make(...of)
      },
      { permission },
    ),
  )
const asOnAPhone = () =>
  byPage('granted', () => {
    throw new TypeError('Illegal constructor')
  })
afterEach(() => {
  given.length = 0
  vi.unstubAllGlobals()
})

describe('a quiet notification', () => {
  it('is given by the page, without a sound, where it was allowed', async () => {
    byPage('granted')
    await quietNotice('Evening calm, at 20:00', 'a')
    expect(given).toEqual([['page', 'Pebblebrook', { body: 'Evening calm, at 20:00', silent: true, tag: 'a' }]])
  })
  it('is not given where it was not allowed, or where there are none', async () => {
    byPage('default')
    await quietNotice('words', 'a')
    vi.stubGlobal('Notification', undefined)
    await quietNotice('words', 'a')
    expect(given).toEqual([])
  })
  it('is given by the service worker where the page may not; nothing fails where that cannot either', async () => {
    asOnAPhone()
    withWorker(async (...of) => void given.push(['worker', ...of]))
    await quietNotice('words', 'b')
    expect(given).toEqual([['worker', 'Pebblebrook', { body: 'words', silent: true, tag: 'b' }]])
    withWorker(() => Promise.reject(new Error('not allowed')))
    await quietNotice('words', 'b')
    vi.stubGlobal('navigator', {})
    await quietNotice('words', 'b')
    expect(given).toHaveLength(1)
  })
})
