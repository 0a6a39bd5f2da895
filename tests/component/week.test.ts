import { expect, it } from 'vitest'
import { demoPerson } from '#data'
import { eventually, openPage } from './support/open'

it('a suggested week is shown, stored when it is taken, and can be undone', async () => {
  const demo = demoPerson('2026-03-10', 'UTC')
  const { press, shows, stores } = await openPage('/week', { ...demo, planned: [] })
  await press('Suggest a week')
  await shows('Nothing is planned yet.')
  await press('Plan this week')
  await eventually(() => expect(stores.workspace.data.planned.length).toBeGreaterThan(1))
  await press('Undo')
  await eventually(() => expect(stores.workspace.data.planned).toEqual([]))
})
