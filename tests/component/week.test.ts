import { expect, it } from 'vitest'
import { demoPerson } from '#data'
import { eventually, openPage } from './support/open'

it('a suggested week is shown, stored when it is taken, and can be undone', async () => {
  const demo = demoPerson('2026-03-10', 'UTC')
  const { press, shows, stores } = await openPage('/week', { ...demo, planned: [] })
  await press('Make me a week')
  await shows('Nothing of it is laid yet.')
  await press('Lay this week')
  await eventually(() => expect(stores.workspace.data.planned.length).toBeGreaterThan(1))
  await press('Take it back')
  await eventually(() => expect(stores.workspace.data.planned).toEqual([]))
})
