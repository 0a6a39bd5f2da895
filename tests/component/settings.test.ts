import { expect, it, vi } from 'vitest'
import { eventually, openPage } from './support/open'

it('a condition that is ticked is stored', async () => {
  const { press, stores } = await openPage('/settings')
  await press(/blood pressure/i, 'checkbox')
  await eventually(() => expect(stores.settings.conditions).toEqual(['highBloodPressure']))
})

it('a search finds a setting by its name or by another word for it', async () => {
  const { fill, shows, find } = await openPage('/settings')
  await find('heading', 'My data')
  await fill('Find a setting', 'dark')
  await find('button', /night Display/)
  await fill('Find a setting', 'kayak')
  await shows('No setting has that name.')
})

it('a longer breath makes every routine longer', async () => {
  const { shows, router, stores } = await openPage('/routines')
  await shows('While the kettle warms4 min')
  const inSeconds = 8
  const { start, settled } = stores.settings.pace
  await stores.saveSettings({
    pace: { ...stores.settings.pace, start: { ...start, inSeconds }, settled: { ...settled, inSeconds } },
  })
  await router.push('/settings')
  await shows('4.3 breaths a minute')
  await router.push('/routines')
  // 20 in-breaths, each four seconds longer.
  await shows('While the kettle warms5 min')
})

it('a bad archive is refused with its field named, and nothing is changed', async () => {
  const { find, shows, user, stores } = await openPage('/settings')
  const before = JSON.stringify(stores.workspace.data)
  await find('heading', 'My data')
  const archive = async (text: string) => {
    const chooser = await eventually(() => {
      const field = document.querySelector<HTMLInputElement>('input[aria-label="Archive to import"]')
      expect(field).not.toBeNull()
      return field!
    })
    await user.upload(chooser, new File([text], 'x.json', { type: 'application/json' }))
  }
  await archive('{"format":')
  await shows('The file is not JSON')
  const exportedAt = '2026-01-01T00:00:00.000Z'
  await archive(JSON.stringify({ format: 'pebblebrook-archive', version: 1, exportedAt, person: { settings: {} } }))
  await shows('person.settings.pace')
  expect(JSON.stringify(stores.workspace.data)).toBe(before)
})

it('the licences of others are shown, and a server that does not answer is told', async () => {
  const { press, shows } = await openPage('/settings')
  await press('Show licences')
  await shows('The licences could not be loaded. The answer was 404.')
  vi.stubGlobal(
    'fetch',
    async (path: string) => new Response(path.endsWith('third-party-notices.txt') ? 'yup 1.7.1' : ''),
  )
  await press('Show licences')
  await shows('yup 1.7.1')
  expect(document.activeElement?.textContent).toBe('yup 1.7.1')
})
