import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, expectNoAxeFindings, goTo, letPass, letPassToTheEnd, openAt, openDemo } from './support'

test('after the last bell three keys say how it is, one is enough, and a session that was removed comes back whole', async ({
  page,
}) => {
  await openAt(page, '/forms/rise-and-sink')
  await page.getByRole('button', { name: 'Start this form' }).click()
  await begin(page)
  await letPass(page, 300)
  await page.clock.resume()
  await expect(page.getByText('Rise and sink is in the journal.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Done' })).toBeFocused()
  // Not the first answer but the third is a slip of the finger.
  await page.keyboard.type('452')
  await page.keyboard.press('Backspace')
  await page.keyboard.type('3')
  for (const [scale, word] of [
    ['Energy', 'lively'],
    ['Calm', 'still'],
    ['Ease of body', 'medium'],
  ] as const) {
    const chosen = page.getByRole('group', { name: scale }).getByRole('button', { pressed: true })
    await expect(chosen).toHaveText(word)
  }
  await expectNoAxeFindings(page)
  await page.keyboard.press('Enter')

  await goTo(page, 'Journal')
  const sessions = page.getByRole('region', { name: 'Sessions' })
  await expect(sessions).toContainText('energy: lively; calm: still; ease of body: medium')
  await sessions.getByRole('button', { name: /Rise and sink/ }).click()
  await sessions.getByRole('button', { name: 'Delete this session' }).click()
  await expect(sessions.getByRole('listitem')).toHaveCount(0)
  await expect(sessions.getByRole('button', { name: 'Undo' })).toBeFocused()
  await expectNoAxeFindings(page)
  await page.keyboard.press('Enter')
  await expect(sessions.getByRole('listitem')).toContainText('energy: lively; calm: still; ease of body: medium')
  await page.reload()
  await expect(sessions.getByRole('listitem')).toContainText('Rise and sink')
})

test(
  'what was counted wrongly is put right, what was recorded is kept, and one entry made two and one again',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink', 'Draw the bow'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPassToTheEnd(page, 60)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const sessions = page.getByRole('region', { name: 'Sessions' })
    await sessions.getByRole('button', { name: /^Tue .*A trial/ }).click()
    const bow = sessions.getByRole('row', { name: /Draw the bow/ })
    await expect(bow).toContainText('done')
    const planned = await bow.getByRole('cell').first().textContent()

    await sessions.getByRole('button', { name: 'Edit' }).click()
    const dialog = page.getByRole('dialog', { name: 'Edit' })
    // The dialog takes the focus to its first field as it opens; what is typed before would land there.
    await expect(dialog.getByRole('textbox', { name: 'What it was' })).toBeFocused()
    await dialog.getByRole('spinbutton', { name: 'Draw the bow, right, repetitions' }).fill('1')
    await dialog.getByRole('spinbutton', { name: 'Draw the bow, right, repetitions' }).press('Tab')
    await dialog.getByRole('textbox', { name: 'Words' }).fill('One side was sore.')
    await expectNoAxeFindings(page)
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(bow).toContainText('1 right')
    await expect(bow).toContainText(`recorded: ${planned}`)
    await expect(bow).toContainText('left early')
    await expect(sessions).toContainText('Edited: what was done, its words. The original is kept.')
    await page.reload()
    await expect(sessions.getByRole('listitem').first()).toContainText('One side was sore.')

    await sessions.getByRole('button', { name: /^Tue .*A trial/ }).click()
    await sessions.getByRole('button', { name: 'Split' }).click()
    await page.getByRole('dialog', { name: 'Split into two' }).getByRole('button', { name: 'Split' }).click()
    await expect(sessions.getByRole('button', { name: /^Tue .*A trial/ })).toHaveCount(2)
    // Focus is where the change can be taken back.
    await expect(sessions.getByRole('button', { name: 'Undo' })).toBeFocused()
    await sessions
      .getByRole('button', { name: /^Tue .*A trial/, expanded: false })
      .first()
      .click()
    await sessions.getByRole('button', { name: 'Join it with A trial before it' }).click()
    await expect(sessions.getByRole('button', { name: /^Tue .*A trial/ })).toHaveCount(1)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(sessions.getByRole('button', { name: /^Tue .*A trial/ })).toHaveCount(2)

    await sessions.getByRole('button', { name: 'Restore the original' }).click()
    await expect(sessions.getByRole('button', { name: /^Tue .*A trial/ })).toHaveCount(1)
    await expect(sessions).not.toContainText('One side was sore.')
    await page.reload()
    await expect(sessions.getByRole('listitem')).toHaveCount(1)
  },
)

/** Enter practice elsewhere in one line. */
async function enterLine(page: Page, line: string) {
  await page.getByRole('button', { name: 'Add practice done elsewhere' }).click()
  const dialog = page.getByRole('dialog', { name: 'Practice done elsewhere' })
  await dialog.getByRole('textbox', { name: 'In one line' }).fill(line)
  await page.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
}

test(
  'a flight from Lisbon to Tokyo keeps the row of days, and the journal says why; a stone opens its day',
  { tag: '@slow' },
  async ({ page: home, browser, baseURL }) => {
    await openAt(home, '/journal')
    for (const line of ['class 30 min 3 days ago', 'stood 20 min yesterday 9:00', 'garden 10 min 2 days ago'])
      await enterLine(home, line)
    await expect(home.getByText('3 days in a row, not done yet today.')).toBeVisible()
    // Tuesday is spent in the air; the bag is opened on Wednesday evening in Tokyo.
    const carried = await home.context().storageState({ indexedDB: true })
    const there = await browser.newContext({
      storageState: carried,
      timezoneId: 'Asia/Tokyo',
      locale: 'en-GB',
      baseURL,
    })
    const page = await there.newPage()
    await openAt(page, '/journal', new Date('2026-03-11T11:00:00Z'))
    await expect(page.getByText('3 days in a row, not done yet today.')).toBeVisible()
    await enterLine(page, 'arrived 15 min')
    await expect(page.getByText('4 days in a row.')).toBeVisible()
    await expect(page.getByText(/Tue 10 Mar had only 15 hours, between Lisbon and Tokyo\./)).toBeVisible()

    const stones = page.getByRole('table', { name: /stepping stones/ })
    await stones.getByRole('button', { name: /^Wednesday 11 March: 1 session/ }).focus()
    await page.keyboard.press('ArrowLeft')
    await expect(stones.getByRole('button', { name: 'Tuesday 10 March: made short by travel' })).toBeFocused()
    await page.keyboard.press('ArrowLeft')
    await page.keyboard.press('Enter')
    const sessions = page.getByRole('region', { name: 'Sessions' })
    await expect(sessions.getByText('Monday 9 March: 1 session, 20 min')).toBeVisible()
    await expect(sessions.getByRole('listitem')).toHaveCount(1)
    await expectNoAxeFindings(page)
    // What is entered from a day is of that day.
    await stones.getByRole('button', { name: /^Friday 6 March/ }).click()
    await sessions.getByRole('button', { name: 'Add practice on this day' }).click()
    await page.getByRole('textbox', { name: 'In one line' }).fill('stood 5 min')
    await page.keyboard.press('Enter')
    await expect(sessions.getByRole('listitem').filter({ hasText: 'Stood' })).toContainText('Fri 6 Mar')
    await sessions.getByRole('button', { name: 'All days' }).click()
    await expect(sessions.getByRole('listitem')).toHaveCount(5)
  },
)

test(
  'what came regularly and was let go is found, with how long ago it was and how often it came before',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/journal')
    for (const day of ['21 February', '23 February', '25 February', '27 February'])
      await enterLine(page, `garden 20 min ${day} 8:00, stork on one leg, rise and sink x6`)
    await enterLine(page, 'garden 20 min yesterday 8:00, rise and sink x6')
    await page.clock.setFixedTime(new Date('2026-03-16T08:00:00Z'))
    await page.reload()
    await page.getByRole('link', { name: 'Balance' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Balance' })).toBeVisible()
    const gone = page.getByRole('region', { name: 'Not practised lately' })
    await expect(gone.getByRole('listitem')).toHaveText([
      /^Stork on one leg:\s+not for 17 days; before, about every 2 days$/,
    ])
    await gone.getByRole('link', { name: 'Stork on one leg' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Stork on one leg' })).toBeVisible()
  },
)

test(
  'where it hurts is said by place and by keys, before and after, and stands in the journal',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/forms/rise-and-sink')
    await page.getByRole('button', { name: 'Start this form' }).click()
    const hurts = async (place: string, digit: string) => {
      await page.getByRole('combobox', { name: 'Where it hurts' }).click()
      await page.getByRole('option', { name: place, exact: true }).click()
      await expect(page.getByRole('option')).toHaveCount(0)
      await expect(page.getByRole('group', { name: place, exact: true }).getByRole('button').first()).toBeFocused()
      await page.keyboard.press(digit)
    }
    await page.getByRole('button', { name: 'Something hurts' }).click()
    await expect(page.getByRole('combobox', { name: 'Where it hurts' })).toBeFocused()
    await hurts('left knee', '6')
    // By keys alone.
    await page.getByRole('combobox', { name: 'Where it hurts' }).focus()
    await page.keyboard.press('ArrowDown')
    await expect(page.getByRole('option', { name: 'low back' })).toBeVisible()
    await page.keyboard.type('low')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('group', { name: 'low back', exact: true }).getByRole('button').first()).toBeFocused()
    await page.keyboard.press('3')
    await expect(
      page.getByRole('group', { name: 'low back', exact: true }).getByRole('button', { pressed: true }),
    ).toHaveText('3')
    await page.getByRole('button', { name: 'No pain to say of: low back' }).click()
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    await letPassToTheEnd(page, 20)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Something hurts' }).click()
    await hurts('left knee', '2')
    // A digit of a place is no answer to the scales.
    await expect(page.getByRole('group', { name: 'Energy' }).getByRole('button', { pressed: true })).toHaveCount(0)
    await hurts('right wrist', '0')
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const session = page.getByRole('region', { name: 'Sessions' }).getByRole('listitem').first()
    await expect(session).toContainText('pain: right wrist 0, left knee 6, then 2')
    await page.reload()
    await expect(session).toContainText('pain: right wrist 0, left knee 6, then 2')
  },
)

test(
  'half a year of days is looked at at once, and a stone of months ago opens its day',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page)
    await goTo(page, 'Journal')
    const stones = page.getByRole('region', { name: 'Stepping stones' })
    await expect(stones.getByRole('row')).toHaveCount(7)
    await stones.getByRole('button', { name: 'Half a year at a glance' }).click()
    await expect(stones.getByRole('row')).toHaveCount(27)
    await expectNoAxeFindings(page)
    const old = stones.getByRole('row').nth(2).getByRole('button', { name: /min/ }).first()
    const day = (await old.getAttribute('aria-label'))!.split(':')[0]!
    await old.click()
    await expect(page.getByRole('status').filter({ hasText: day })).toBeVisible()
    await page.getByRole('button', { name: 'All days' }).click()
    await stones.getByRole('button', { name: 'Six weeks, larger' }).click()
    await expect(stones.getByRole('row')).toHaveCount(7)
  },
)

test(
  'an entry that another tab has put right meanwhile is not overwritten, and that is said',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/journal')
    await enterLine(page, 'class 60 min yesterday 18:30')
    const other = await context.newPage()
    await openAt(other, '/journal')
    await other.getByRole('button', { name: /18:30/ }).click()
    await other.getByRole('button', { name: 'Edit' }).click()
    const theirs = other.getByRole('dialog', { name: 'Edit' })
    await theirs.getByRole('textbox', { name: 'Words' }).fill('theirs')

    await page.getByRole('button', { name: /18:30/ }).click()
    await page.getByRole('button', { name: 'Edit' }).click()
    await page.getByRole('dialog', { name: 'Edit' }).getByRole('textbox', { name: 'Words' }).fill('mine')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('listitem').filter({ hasText: 'mine' })).toBeVisible()

    await expect(other.getByRole('listitem', { includeHidden: true }).filter({ hasText: 'mine' })).toHaveCount(1)
    await theirs.getByRole('button', { name: 'Save' }).click()
    await expect(theirs.getByRole('alert')).toContainText('changed in another tab')
    await theirs.getByRole('button', { name: 'Cancel' }).click()
    await page.reload()
    await expect(page.getByRole('listitem').filter({ hasText: 'mine' })).toBeVisible()
  },
)
