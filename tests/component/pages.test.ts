import { expect, it, vi } from 'vitest'
import { demoPerson } from '#data'
import { SCREENS } from '../e2e/screens'
import { openPage } from './support/open'

it('every page opens with a year of data and shows its heading', async () => {
  const { router } = await openPage('/', demoPerson('2026-03-10', 'UTC'))
  const failed = vi.spyOn(console, 'error')
  for (const path of SCREENS.flatMap(([, paths]) => paths)) {
    await router.push(path)
    await vi.waitFor(() => expect(document.querySelector('main h1')?.textContent, path).toMatch(/./), 5000)
  }
  expect(failed).not.toHaveBeenCalled()
})
