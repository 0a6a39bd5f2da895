import { expect, test, type Page } from '@playwright/test'
import { begin, choose, expectNoAxeFindings, expectNoSidewaysScroll, goTo, letPassInStep, openAt } from './support'

/** A Monday. */
const MONDAY = new Date('2026-11-23T07:10:00Z')
const at = (days: number) => new Date(MONDAY.getTime() + days * 86_400_000)
const week = (page: Page, number: number) => page.getByRole('row', { name: new RegExp(`^${number} `) })

/** The season that is open is practised to its end, on some day. */
async function practise(page: Page, days: number) {
  await page.clock.setSystemTime(at(days))
  await page.reload()
  await page.getByRole('button', { name: 'Practise it now' }).click()
  await page.waitForURL('**/follow')
  await begin(page)
  // What has no end of its own goes on when it is told to.
  const open = page.getByText('until you go on')
  for (let strides = 0; strides < 40 && !(await page.getByText('is in the journal.').isVisible()); strides += 1) {
    if (await open.isVisible()) {
      await page.keyboard.press('ArrowRight')
      await expect(open).toHaveCount(0)
    } else await letPassInStep(page, 60)
  }
  await expect(page.getByText('is in the journal.')).toBeVisible()
  await page.clock.resume()
}
const backTo = async (page: Page, path: string) => {
  await page.goto(path)
  await expect(page.getByRole('heading', { name: 'Its weeks' })).toBeVisible()
}

test(
  'the eight pieces are begun over ten weeks, a piece comes on by practice, and a missed week changes the plan',
  { tag: '@slow' },
  async ({ page }) => {
    test.slow()
    await openAt(page, '/week', MONDAY)
    await page.getByRole('button', { name: 'New season' }).click()
    await expect(page.getByRole('heading', { name: 'How it would go' })).toBeVisible()
    // A new piece each week, and two weeks to settle.
    await expect(page.getByRole('spinbutton', { name: 'Weeks' })).toHaveValue('10')
    await expect(page.getByText('all of it would be from memory by 31 Jan')).toBeVisible()
    for (const day of ['Tuesday', 'Saturday']) await page.getByLabel(day, { exact: true }).uncheck()
    await page.getByRole('spinbutton', { name: 'Weeks' }).fill('10')
    await page.getByRole('spinbutton', { name: 'Weeks' }).press('Tab')
    await expect(week(page, 2)).toContainText('Draw the bow begins')
    await expect(page.getByText('Drop the heels would not be from memory')).toBeVisible()
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Start this season' }).click()
    await page.waitForURL('**/seasons/season-*')
    const path = new URL(page.url()).pathname
    await expect(page.getByText('0 of 8 forms from memory')).toBeVisible()
    await expect(page.getByText('Hold up the sky (watching)')).toBeVisible()

    await practise(page, 0)
    await backTo(page, path)
    await expect(week(page, 1)).toContainText('1 of 2 done')
    await expect(page.getByText('Hold up the sky (seated or slow)')).toBeVisible()
    await practise(page, 3)
    await backTo(page, path)
    await expect(week(page, 1)).toContainText('2 of 2 done')

    // A week is missed.
    await page.clock.setSystemTime(at(7))
    await page.reload()
    await expect(week(page, 2)).toContainText('Draw the bow begins')
    await expect(week(page, 3)).toContainText('Raise one hand begins')
    await page.clock.setSystemTime(at(14))
    await page.reload()
    await expect(week(page, 2)).toContainText('0 of 2 done')
    await expect(week(page, 2)).toContainText('nothing new came')
    await expect(week(page, 3)).toContainText('Draw the bow begins')
    await expect(week(page, 4)).toContainText('Raise one hand begins')
    await expect(page.getByText('Since last week: Draw the bow begins in week 3 instead of 2')).toBeVisible()
    await expect(page.getByText('As the last weeks went (2 of 4 sessions)')).toBeVisible()
    await page.getByRole('button', { name: /^Give it \d+ weeks more$/ }).click()
    await expect(page.getByRole('status').getByText('weeks more')).toBeVisible()
    await expect(page.getByRole('button', { name: /^Give it/ })).toHaveCount(0)
    await expectNoAxeFindings(page)

    // What is laid for it stands in the week, and in front on Today.
    await goTo(page, 'Week')
    await expect(
      page.getByRole('button', { name: /^The eight pieces, 1\d min.*, open, every week, Monday/ }),
    ).toBeVisible()
    await goTo(page, 'Today')
    const front = page.getByRole('region', { name: 'What to practise now' })
    await expect(front.getByRole('heading', { name: 'The eight pieces' })).toBeVisible()
    await expect(front).toContainText('it is planned for today')
  },
)

test('a hold grows after easy weeks and goes back after pain', { tag: '@slow' }, async ({ page }) => {
  test.slow()
  await openAt(page, '/seasons/new', MONDAY)
  await page.getByLabel('Let a hold or a count grow').check()
  await page.getByRole('combobox', { name: 'Which form' }).click()
  await page.getByRole('searchbox', { name: 'Search: Which form' }).fill('at the heart')
  await page.getByRole('option', { name: 'Post at the heart (a stand)' }).click()
  await choose(page, 'It begins with', '5:00')
  await choose(page, 'It is to come to', '10:00')
  for (const day of ['Tuesday', 'Saturday']) await page.getByLabel(day, { exact: true }).uncheck()
  await expect(page.getByText('it would come to its goal')).toBeVisible()
  await expect(week(page, 2)).toContainText('5:30 instead of 5:00')
  await page.getByRole('button', { name: 'Start this season' }).click()
  await page.waitForURL('**/seasons/season-*')
  const path = new URL(page.url()).pathname
  const after = async (days: number, exertion: string, hurts: boolean) => {
    await practise(page, days)
    if (hurts) {
      await page.getByRole('button', { name: 'Something hurts' }).click()
      await choose(page, 'Where it hurts', 'left leg')
      await page
        .getByRole('group', { name: /left leg/ })
        .getByRole('button', { name: '5', exact: true })
        .click()
    }
    await page.getByText('Say more').click()
    await page
      .getByRole('group', { name: /How hard it was/ })
      .getByRole('button', { name: exertion, exact: true })
      .click()
    await page.getByRole('button', { name: 'Done', exact: true }).click()
    await backTo(page, path)
  }
  await after(0, '2', false)
  await after(3, '2', false)
  await page.clock.setSystemTime(at(7))
  await page.reload()
  await expect(page.getByText('Post at the heart, 5:30')).toBeVisible()
  await after(7, '2', false)
  await after(10, '2', true)
  await page.clock.setSystemTime(at(14))
  await page.reload()
  await expect(week(page, 3)).toContainText('back to 5:00: it hurt after it')
  await expect(page.getByText('Post at the heart, 5:00')).toBeVisible()
})

test(
  'a season is ended, removed and brought back, and its stones with it; on a phone nothing is cut off',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/seasons/new', MONDAY)
    await page.getByLabel('Practise for something, longer by and by').check()
    await expect(page.getByText('8 minutes').first()).toBeVisible()
    await page.getByRole('textbox', { name: 'Name' }).fill('Calm evenings')
    await page.setViewportSize({ width: 390, height: 844 })
    await expectNoSidewaysScroll(page)
    await page.getByRole('button', { name: 'Start this season' }).click()
    await page.waitForURL('**/seasons/season-*')
    await expect(page.getByRole('button', { name: 'Practise it now' })).toBeVisible()
    await expectNoSidewaysScroll(page)
    await expectNoAxeFindings(page)
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.getByRole('button', { name: 'End it with this week' }).click()
    await expect(page.getByText('This week is its last.')).toBeVisible()
    await expect(week(page, 1)).toContainText('0 of ')
    await expect(week(page, 2)).toHaveCount(0)
    await page.getByRole('button', { name: 'Delete it' }).click()
    await expect(page.getByText('“Calm evenings” is removed.')).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByRole('link', { name: 'Calm evenings' })).toBeVisible()
    await goTo(page, 'Week')
    await expect(page.getByRole('button', { name: /^Calm evenings.*Monday evening/ })).toBeVisible()
  },
)
