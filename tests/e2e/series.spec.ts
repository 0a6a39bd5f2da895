import { expect, test } from '@playwright/test'
import {
  begin,
  choose,
  expectNoAxeFindings,
  expectNoSidewaysScroll,
  goTo,
  letPass,
  letPassToTheEnd,
  openAt,
} from './support'

test(
  'a series is put together, its next lesson offered and led as it says, and its form moves on in learning',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await page.getByRole('button', { name: 'New series' }).click()
    await page.getByRole('textbox', { name: 'Name of the series' }).fill('Kettle, outside in')
    await page.getByRole('textbox', { name: 'Name of the series' }).press('Enter')
    await page.getByRole('button', { name: 'Add a lesson' }).click()
    const first = page.getByRole('listitem', { name: 'Lesson 1' })
    await first.getByRole('textbox', { name: 'What it adds' }).fill('Only the movement')
    await first.getByRole('textbox', { name: 'What it adds' }).press('Enter')
    await choose(first, 'Routine', 'While the kettle warms')
    await choose(first, 'Led', 'only the movement')
    await choose(first, 'Then its forms stand at', 'the whole movement, breath as it comes')
    await page.getByRole('button', { name: 'Add a lesson' }).click()
    const second = page.getByRole('listitem', { name: 'Lesson 2' })
    await second.getByRole('textbox', { name: 'What it adds' }).fill('The breath joins')
    await second.getByRole('textbox', { name: 'What it adds' }).press('Enter')
    await page.getByRole('button', { name: 'Lesson 2 earlier' }).click()
    await expect(first.getByRole('textbox', { name: 'What it adds' })).toHaveValue('The breath joins')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(first.getByRole('textbox', { name: 'What it adds' })).toHaveValue('Only the movement')
    await expect(page.getByText('Not begun: 2 lessons, 2 sessions.')).toBeVisible()
    await expectNoAxeFindings(page)
    await page.setViewportSize({ width: 390, height: 844 })
    await expectNoSidewaysScroll(page)
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.getByRole('button', { name: 'Start it' }).click()

    await goTo(page, 'Today')
    const offered = page.getByRole('region', { name: 'Next in the series' })
    await expect(offered).toContainText('Only the movement')
    await page.getByRole('button', { name: 'Practise the next lesson of Kettle, outside in' }).click()
    await expect(page.getByText('Kettle, outside in: Only the movement')).toBeVisible()
    await begin(page)
    const now = page.getByRole('region', { name: 'Now' })
    // Two sighs and the shoulder rolls, then rise and sink.
    await page.keyboard.press('ArrowRight')
    await expect(now).toContainText('Only the movement')
    await letPassToTheEnd(page, 60)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await expect(offered).toContainText('The breath joins')
    await expect(offered).toContainText('a lesson was done today')
    await goTo(page, 'Journal')
    await expect(page.getByRole('listitem').filter({ hasText: 'While the kettle warms' })).toContainText(
      'Kettle, outside in: Only the movement',
    )
    await page.goto('/forms/rise-and-sink')
    await expect(page.getByText('the whole movement, breath as it comes').first()).toBeVisible()

    // Its form is led by itself as far as it is learned now.
    await page.getByRole('button', { name: 'Start this form' }).click()
    await page.waitForURL('**/follow')
    await page.getByLabel('Lead each form as far as I have learned it').check()
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await expect(page.getByRole('region', { name: 'Now' })).toContainText('Only the movement')
  },
)

test('a ready-made series is taken up, and begun anew from its first lesson', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/routines')
  await page.getByRole('button', { name: 'Start the series Four weeks of one door' }).click()
  await expect(page.getByRole('listitem', { name: /^Lesson/ })).toHaveCount(4)
  await page.getByRole('button', { name: 'Practise the next lesson' }).click()
  await begin(page)
  await letPassToTheEnd(page, 60)
  await page.clock.resume()
  await page.getByRole('button', { name: 'Done' }).click()
  await page.getByRole('link', { name: 'Four weeks of one door' }).click()
  await expect(page.getByText('1 of 20 sessions done.')).toBeVisible()
  await page.getByRole('button', { name: 'Start over' }).click()
  await page.getByRole('alertdialog').getByRole('button', { name: 'Start over', exact: true }).click()
  await expect(page.getByText('0 of 20 sessions done.')).toBeVisible()
})

test(
  'two practise in one room, one on a chair: both are told, and the journal knows who was there',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/forms/rise-and-sink')
    await page.getByRole('button', { name: 'Start this form' }).click()
    await page.getByRole('button', { name: 'Somebody practises with me' }).click()
    await page.getByRole('combobox', { name: 'Name of companion 1' }).fill('Mira')
    await expect(page.getByRole('combobox', { name: 'How Mira does it' })).toHaveText('sitting')
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    await letPass(page, 12)
    await expect(page.getByRole('region', { name: 'Now' })).toContainText('Rise')
    await expect(page.getByRole('list', { name: 'Those who practise with me' })).toContainText('Mira, sitting: ')
    await letPassToTheEnd(page, 30)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const session = page.getByRole('listitem').filter({ hasText: 'Rise and sink' }).first()
    await expect(session).toContainText('with Mira, sitting')
    // Who was there once is offered the next time.
    await page.goto('/forms/rise-and-sink')
    await page.getByRole('button', { name: 'Start this form' }).click()
    await page.getByRole('button', { name: 'Somebody practises with me' }).click()
    await expect(page.locator('datalist option')).toHaveAttribute('value', 'Mira')
  },
)
