import { expect, test, type Page } from '@playwright/test'
import {
  assemble,
  begin,
  expectNoAxeFindings,
  expectNoSidewaysScroll,
  letPass,
  MORNING,
  openAt,
  openDemo,
} from './support'
import { SCREENS } from './screens'

const LONG = 'The form with the long name that an old teacher gave it on a wet morning by the sluice'

/** Each screen at one width by day, and at the next by night. */
const WIDTHS = [1280, 390, 820, 320]

/** To a screen by its address, within the application: loading it anew takes as long as looking at it. */
async function comeTo(page: Page, path: string) {
  const heading = page.getByRole('heading', { level: 1 })
  if (new URL(page.url()).pathname === path) return
  const before = await heading.textContent()
  await page.evaluate((to) => {
    history.pushState({}, '', to)
    dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  }, path)
  await expect(heading).not.toHaveText(before!)
}

for (const [what, paths] of SCREENS) {
  test(`the screens for ${what} are free of findings, by day and by night`, { tag: '@slow' }, async ({ page }) => {
    await openDemo(page)
    for (const [index, path] of paths.entries()) {
      await comeTo(page, path)
      // All of them at every width, and with letters twice as large, is a bench of some minutes.
      await page.setViewportSize({ width: WIDTHS[index % WIDTHS.length]!, height: 800 })
      await expectNoAxeFindings(page)
      await page.setViewportSize({ width: WIDTHS[(index + 1) % WIDTHS.length]!, height: 800 })
      await expectNoAxeFindings(page, { byNight: true })
    }
  })
}

test('the main screens are free of findings, by day', async ({ page }) => {
  await openDemo(page)
  for (const path of ['/', '/week', '/forms', '/routines', '/journal', '/settings']) {
    await comeTo(page, path)
    await expectNoAxeFindings(page)
  }
})

test('assembling and following are free of findings, by day and by night', { tag: '@slow' }, async ({ page }) => {
  const expectNoFindings = async (options: { highContrast?: boolean } = {}) => {
    await expectNoAxeFindings(page, options)
    await expectNoAxeFindings(page, { ...options, byNight: true })
  }
  await openAt(page, '/')
  await assemble(page, 'Trial', ['Draw the bow', 'Settle'])
  await expectNoFindings()
  await page.getByRole('button', { name: 'Add rounds' }).click()
  await page.locator('[data-entry]').first().locator('.name strong').click()
  await page.getByRole('button', { name: 'Fit', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Cancel' })).toBeVisible()
  await expectNoFindings()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await expectNoFindings()
  await begin(page)
  await letPass(page, 10)
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('Gather')
  await page.clock.resume()
  await expectNoFindings({ highContrast: true })
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'End and save' }).click()
  await expect(page.getByText('is in the journal')).toBeVisible()
  await expectNoFindings()
})

test(
  'nothing stands wider than the screen, from a phone to a desk, with names of 80 letters too',
  { tag: '@slow' },
  async ({ page }) => {
    const expectItFits = async () => {
      for (const width of [360, 820, 1280]) {
        await page.setViewportSize({ width, height: 800 })
        await expectNoSidewaysScroll(page)
      }
    }
    await openAt(page, '/forms/new', MORNING)
    await page.getByLabel('Name', { exact: true }).fill(LONG)
    await expectItFits()
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('heading', { name: LONG })).toBeVisible()
    await expectItFits()
    await assemble(page, LONG, [LONG, 'Settle'])
    await expectItFits()
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await expectItFits()
    await begin(page)
    await expect(page.getByRole('region', { name: 'Now' })).toContainText(LONG)
    await expectItFits()
    await page.clock.resume()
    await page.goto('/settings')
    await page.getByRole('button', { name: 'Open the demo' }).click()
    await expect(page.getByRole('complementary', { name: 'Demo' })).toBeVisible()
    await expect(page).toHaveURL('/')
    for (const path of SCREENS.flatMap(([, paths]) => paths)) {
      await comeTo(page, path)
      await expectItFits()
    }
  },
)

test('nothing is asked of any other machine', async ({ page, baseURL }) => {
  const foreign: string[] = []
  page.on('request', (request) => {
    if (!request.url().startsWith(baseURL!) && !/^(data|blob):/.test(request.url())) foreign.push(request.url())
  })
  await openAt(page, '/')
  for (const path of ['/forms', '/routines', '/journal', '/settings']) await page.goto(path)
  expect(foreign).toEqual([])
})
