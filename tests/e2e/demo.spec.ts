import { gzipSync } from 'node:zlib'
import { expect, test } from '@playwright/test'
import { tellWhatIsNeeded, whatIsNeeded } from '../../bench/support/needed'
import { goTo, openAt } from './support'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

test('an empty browser opens on the demo, marked as such, and one key leaves it', async ({ page }) => {
  await openAt(page, '/')
  await expect(page.getByRole('complementary', { name: 'Demo' })).toContainText('Demo data')
  await expect(page.getByText(/\d+ days in a row, not done yet today/)).toBeVisible()
  await page.reload()
  await expect(page.getByRole('complementary', { name: 'Demo' })).toContainText('Demo data')
  await page.keyboard.press('b')
  await expect(page.getByText('No sessions yet.')).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Demo' })).toBeHidden()
  await page.reload()
  await expect(page.getByText('No sessions yet.')).toBeVisible()
})

test('what a person already has is never touched by the demo', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/')
  await page.getByRole('button', { name: 'Start with my own' }).click()
  await expect(page.getByText('No sessions yet.')).toBeVisible()
  await goTo(page, 'Routines')
  await page.getByLabel('More for While the kettle warms').click()
  await page.getByRole('button', { name: 'Duplicate While the kettle warms and edit it' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the routine' })).toBeVisible()
  // Even when the browser forgets which workspace it was in: what is there stays, and the demo does not open.
  await page.evaluate(() => localStorage.clear())
  await page.goto('/routines')
  await expect(page.getByRole('region', { name: 'Mine' })).toContainText('While the kettle warms, my way')
  await expect(page.getByRole('complementary', { name: 'Demo' })).toBeHidden()

  await goTo(page, 'Settings')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('complementary', { name: 'Demo' })).toContainText('Demo data')
  // The demo opens on Today: until it has, it would take one back there.
  await expect(page).toHaveURL('/')
  await goTo(page, 'Settings')
  await page.getByRole('button', { name: 'Erase everything' }).click()
  await page.getByRole('alertdialog').getByRole('button', { name: 'Erase everything' }).click()
  await expect(page.getByText('Everything is erased.')).toBeVisible()
  await page.getByRole('button', { name: 'Start with my own' }).click()
  await expect(page.getByText('No sessions yet.')).toBeVisible()
  await goTo(page, 'Routines')
  await expect(page.getByRole('region', { name: 'Mine' })).toContainText('While the kettle warms, my way')
})

test('until Begin can be pressed the first page has fetched at most 190 kB of scripts, gzipped, nothing that checks what is kept, and what draws Today is named in the page as it was sent', async ({
  page,
}) => {
  await tellWhatIsNeeded(page)
  // Not at a fixed hour: a clock that stands tells nothing of what was loaded.
  await page.goto('/')
  await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeVisible()
  const scripts = (await whatIsNeeded(page)).filter((address) => /\/_nuxt\/[^/.]+\.js$/.test(address))
  expect(scripts.length).toBeGreaterThan(1)
  const texts = await Promise.all(scripts.map(async (address) => (await page.request.get(address)).text()))
  const bytes = texts.reduce((sum, text) => sum + gzipSync(text).byteLength, 0)
  expect(bytes).toBeLessThanOrEqual(190_000)
  expect(texts.filter((text) => text.includes('ValidationError'))).toEqual([])
  // So it is fetched with the first script, and not when that has run.
  const sent = await (await page.request.get('/')).text()
  const later = texts.filter((_, at) => !sent.includes(new URL(scripts[at]!).pathname))
  expect(later.filter((text) => text.includes('What to practise now'))).toEqual([])
  expect(texts.filter((text) => text.includes('What to practise now'))).toHaveLength(1)
})
