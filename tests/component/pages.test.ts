import { expect, it, vi } from 'vitest'
import { demoPerson } from '#data'
import { SCREENS } from '../e2e/screens'
import { eventually, openPage } from './support/open'

it.each(SCREENS)('the pages for %s open with a year of data and show their headings', async (_, paths) => {
  const { router } = await openPage(paths[0], demoPerson('2026-03-10', 'UTC'))
  const failed = vi.spyOn(console, 'error')
  for (const path of paths) {
    await router.push(path)
    await eventually(() => expect(document.querySelector('main h1')?.textContent, path).toMatch(/./))
  }
  expect(failed).not.toHaveBeenCalled()
})
