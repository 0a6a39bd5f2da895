import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, expectNoAxeFindings, expectNoForeignScript, letPass, openAt } from './support'

const now = (page: Page) => page.getByRole('region', { name: 'Now' })

/** A second window, opened from the one that leads. */
async function secondScreen(page: Page) {
  const [screen] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('button', { name: 'Second screen', exact: true }).click(),
  ])
  await screen.setViewportSize({ width: 820, height: 1180 })
  return screen
}

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

test('a second screen shows what the first window leads, and can do nothing to it', async ({ page }) => {
  await openAt(page, '/')
  await assemble(page, 'By the shelf', ['Rise and sink', 'Draw the bow'])
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await expect(page).toHaveURL('/follow')
  const screen = await secondScreen(page)
  await expect(screen.getByText('By the shelf', { exact: true })).toBeVisible()
  await expect(screen.getByText('It begins in the other window.')).toBeVisible()
  await expectNoAxeFindings(screen, { highContrast: true })
  await page.bringToFront()
  await expect(page.getByText('A second screen shows it too.')).toBeVisible()

  await page.getByRole('button', { name: 'Start', exact: true }).focus()
  await begin(page)
  await letPass(page, 9)
  await page.keyboard.press('+')
  await page.keyboard.press('Space')
  await expect(page.getByText('Paused', { exact: true })).toBeVisible()
  await expect(now(page)).toContainText('6more')
  await expect(screen.getByText('Paused', { exact: true })).toBeVisible()
  await expect(now(screen)).toContainText('Rise6more, then Draw the bow')
  expect(await now(screen).innerText()).toBe(await now(page).innerText())
  await page.clock.resume()
  await expectNoAxeFindings(screen, { highContrast: true })

  await screen.keyboard.press('ArrowRight')
  await expect(screen.getByText('The keys belong to the other window.')).toBeVisible()
  await expect(now(page)).toContainText('6more')

  await page.keyboard.press('d')
  await expect(screen.getByText('Breathe normally')).toBeVisible()
  await expect(screen.getByRole('button', { name: 'Resume' })).toHaveCount(0)
  await page.getByRole('button', { name: 'End', exact: true }).click()
  await page.getByRole('button', { name: 'End and save' }).click()
  await expect(screen.getByText('How it felt is asked in the other window.')).toBeVisible()
  await page.goto('/')
  await expect(screen.getByText('Waiting for a session')).toBeVisible()
  await expectNoForeignScript(screen)
})

test(
  'a second screen that is opened in the middle, or loaded again, comes to where the session is',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'By the shelf', ['Rise and sink', 'Draw the bow'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 9)
    await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Space')
    await expect(page.getByText('Paused', { exact: true })).toBeVisible()
    const screen = await page.context().newPage()
    await screen.goto('/screen')
    await expect(now(screen)).toContainText('Draw the bow')
    await screen.reload()
    await expect(now(screen)).toContainText('Draw the bow')
    await page.close()
    await expect(screen.getByText(/Waiting for a session|The other window is not heard/).first()).toBeVisible()
  },
)
