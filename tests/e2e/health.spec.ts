import { expect, test, type Page } from '@playwright/test'
import { begin, expectNoAxeFindings, goTo, letPass, listen, openAt } from './support'

const NAME = 'New steps'

/** With high blood pressure declared, at a ready-made routine that holds the breath. */
async function atRoutines(page: Page) {
  await openAt(page, '/settings')
  await page.getByLabel('high blood pressure').check()
  await goTo(page, 'Routines')
  return page.getByRole('region', { name: 'Ready-made' }).getByRole('listitem').filter({ hasText: NAME })
}
/** End the session that runs, and leave its last page. */
async function endNow(page: Page) {
  await page.clock.resume()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'End and save' }).click()
  await page.getByRole('button', { name: 'Done', exact: true }).click()
}
const ready = (page: Page) => page.getByRole('region', { name: 'For your health settings' })

test('a ready-made routine is led gentler for what was declared: marked, said before the start, and in the record', async ({
  page,
}) => {
  const heard = await listen(page)
  const row = await atRoutines(page)
  await expect(row).toContainText(/For your health settings, \d+ min( \d+ s)?\. Gentler: Hold up the sky\./)
  await row.getByRole('button', { name: `Start ${NAME}` }).click()
  await expect(ready(page)).toContainText('Hold up the sky: No breath hold.')
  await expectNoAxeFindings(page)
  await begin(page)
  await letPass(page, 900)
  await endNow(page)
  const held = (await heard()).filter(({ breath }) => breath === 'hold')
  expect(held).toEqual([])
  await goTo(page, 'Journal')
  await expect(page.getByText('For my health settings. Gentler: Hold up the sky.')).toBeVisible()
})

test('as written is chosen for this time only, and the record says so', { tag: '@slow' }, async ({ page }) => {
  const row = await atRoutines(page)
  await row.getByRole('button', { name: `Start ${NAME}` }).click()
  await ready(page).getByRole('checkbox', { name: 'As written, this time only' }).check()
  await expect(page.getByRole('region', { name: 'As written this time' })).toContainText('advise otherwise')
  await page.getByRole('button', { name: 'Start', exact: true }).focus()
  await begin(page)
  await letPass(page, 200)
  await endNow(page)
  await goTo(page, 'Journal')
  await expect(
    page.getByText('As written, though my health settings advised otherwise: Hold up the sky.'),
  ).toBeVisible()
  await goTo(page, 'Routines')
  await row.getByRole('button', { name: `Start ${NAME}` }).click()
  await expect(ready(page).getByRole('checkbox', { name: 'As written, this time only' })).not.toBeChecked()
})

test('what hardly anything is left of is asked about first, and starts neither by a key nor by the button', async ({
  page,
}) => {
  await openAt(page, '/settings')
  await page.getByLabel('stiff or replaced shoulder').check()
  await goTo(page, 'Routines')
  await page.getByRole('button', { name: 'Start A flow built up by the stove' }).click()
  await expect(ready(page)).toContainText('Ask your doctor or teacher before you practise it as written.')
  const start = page.getByRole('button', { name: 'Start', exact: true })
  await expect(start).toBeDisabled()
  await page.getByRole('heading', { level: 1 }).first().click({ force: true })
  await page.keyboard.press('Space')
  await expect(page.getByRole('region', { name: 'Now' })).toHaveCount(0)
  await page.getByRole('checkbox', { name: 'As written, this time only' }).check()
  await start.click()
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible()
})

test('one form alone and the printed card heed what was declared, too', { tag: '@slow' }, async ({ page }) => {
  const row = await atRoutines(page)
  await page.goto('/forms/hold-up-the-sky')
  await page.getByRole('button', { name: /alone/ }).first().click()
  await expect(ready(page)).toContainText('Hold up the sky: No breath hold.')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await goTo(page, 'Routines')
  await row.getByLabel(`More for ${NAME}`).click()
  await row.getByRole('link', { name: `Card of ${NAME}` }).click()
  await expect(page.getByRole('article')).toContainText('For my health settings: Hold up the sky: No breath hold.')
})
