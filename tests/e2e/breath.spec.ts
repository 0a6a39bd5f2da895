import { expect, test, type Page } from '@playwright/test'
import { choose, expectNoAxeFindings, goTo, letPass, openAt, standStill } from './support'

/** Stop the page's clock and tap a breath of 3 s in and 4.5 s out, beginning with an in-breath. */
async function tapBreaths(page: Page, turns: number, missed: number[] = []) {
  await standStill(page)
  await page.getByRole('button', { name: 'Begin with the next in-breath' }).click()
  for (let turn = 1; turn <= turns; turn += 1) {
    await letPass(page, turn % 2 === 1 ? 3 : 4.5)
    if (!missed.includes(turn)) await page.keyboard.press('Space')
  }
}

test(
  'my breath is tapped, found through a missed tap, kept, and taken for every length',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    const sunday = page.getByRole('listitem').filter({ hasText: 'Sunday by the window' })
    const before = Number.parseInt((await sunday.locator('p').first().textContent())!)
    await goTo(page, 'Settings')
    await page.getByRole('button', { name: 'Measure my breath' }).click()
    await expect(page.getByText('Nothing measured yet.')).toBeVisible()
    await expectNoAxeFindings(page)
    await tapBreaths(page, 18, [7])
    await page.keyboard.press('Enter')
    await expect(page.getByText('in 3.0 s, out 4.5 s', { exact: true })).toBeVisible()
    await expect(page.getByText(/8\.0 breaths a minute.*Set aside: 1 missed turn\./)).toBeVisible()
    await page.getByRole('button', { name: 'Save' }).click()
    await page.getByRole('button', { name: 'I settle to this' }).click()
    await expect(page.getByText('Taken. Every length follows it from now on.')).toBeVisible()
    await expect(page.getByRole('listitem').filter({ hasText: 'March 2026' })).toContainText(
      'in 3.0 s, out 4.5 s (1 measure)',
    )
    await page.clock.resume()
    await expectNoAxeFindings(page)
    await goTo(page, 'Settings')
    await expect(page.getByText('8.0 breaths a minute')).toBeVisible()
    await goTo(page, 'Routines')
    await expect(sunday).toBeVisible()
    expect(Number.parseInt((await sunday.locator('p').first().textContent())!)).toBeLessThan(before)
  },
)

test('too few taps give no figure, and say why; dizzy ends it at once', async ({ page }) => {
  await openAt(page, '/breath')
  await tapBreaths(page, 5)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('too few breaths')
  await page.getByRole('button', { name: 'Again' }).click()
  await page.getByRole('button', { name: 'Begin with the next in-breath' }).click()
  await page.keyboard.press('l')
  await expect(page.getByRole('alert')).toContainText('breathe as it comes')
  await expect(page.getByRole('button', { name: 'Save' })).toBeHidden()
})

test('the simulated belt is read', async ({ page }) => {
  await openAt(page, '/breath')
  await page.getByRole('button', { name: 'a simulated belt' }).click()
  await standStill(page)
  await page.getByRole('button', { name: 'Put it on' }).click()
  await letPass(page, 100)
  await expect(page.getByText('That is enough.')).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText(/breaths a minute, from \d+ whole breaths/)).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'by belt' })).toBeVisible()
})

test(
  'what I declare of my body marks forms, and the milder version is one key away',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings')
    await page.getByLabel('high blood pressure').check()
    await goTo(page, 'Forms')
    await expect(page.getByRole('link', { name: /Hold up the sky/ })).toContainText('with care')
    await expect(page.getByRole('link', { name: /Rise and sink/ })).not.toContainText('with care')
    await page.getByRole('link', { name: /Hold up the sky/ }).click()
    const care = page.getByRole('region', { name: 'Cautions' })
    await expect(care).toContainText('For me, with high blood pressure:')
    await expect(care).toContainText('A doctor or a qualified teacher decides')
    await care.getByRole('button', { name: 'Do the milder version' }).click()
    await expect(care).toContainText('I do the milder version.')
    await expect(page.getByRole('region', { name: 'One repetition, as I do it' })).not.toContainText('Stay')
    await page.reload()
    await expect(care).toContainText('I do the milder version.')
  },
)

test('how far I am with a form is said, kept with its day, and found by', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/forms/cloud-hands')
  await choose(page, 'Stage of learning', 'hands only')
  const learning = page.getByRole('region', { name: 'Learning stage' })
  await expect(learning).toContainText('10 March 2026: hands only')
  await goTo(page, 'Forms')
  await choose(page, 'Stage of learning', 'what I am learning')
  await expect(page.getByText('1 form', { exact: true })).toBeVisible()
  await expect(page.getByRole('link', { name: /Cloud hands/ })).toContainText('hands only')
  await page.getByLabel('can be seated').check()
  await expect(page.getByText('1 form', { exact: true })).toBeVisible()
})
