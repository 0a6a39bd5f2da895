import { expect, test, type Page } from '@playwright/test'
import { assemble, choose, expectNoAxeFindings, goTo, openAt } from './support'

const entries = (page: Page) => page.locator('[data-entry]')
const nameOf = (page: Page) => page.getByRole('textbox', { name: 'Name of the routine' })

test(
  'from "low back, 12 minutes" to a fitted routine, pulled to 8 with the closing kept, and back again',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await page.getByRole('button', { name: 'Suggest a routine' }).click()
    await choose(page, 'What for', 'low back')
    await page.getByLabel('Minutes').fill('12')
    await page.getByLabel('sore back').check()
    await page.getByRole('button', { name: 'Propose' }).click()
    const proposed = page.getByRole('region', { name: '12 minutes: low back' })
    await expect(proposed).toContainText(/1[12] min at my pace\s+· closing \d+ min/)
    const first = await proposed.getByRole('listitem').allTextContents()
    expect(first.some((line) => line.includes('low back'))).toBe(true)
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Another' }).click()
    await expect(async () => {
      const now = await proposed.getByRole('listitem').allTextContents()
      expect(now.length).toBeGreaterThan(0)
      expect(now).not.toEqual(first)
    }).toPass()

    await page.getByRole('button', { name: 'Save and edit' }).click()
    await expect(nameOf(page)).toHaveValue('12 minutes: low back')
    await page.getByLabel('I have').fill('8')
    await page.getByRole('button', { name: 'Fit', exact: true }).click()
    const fit = page.getByRole('region', { name: 'Fit to time' })
    await expect(fit.getByRole('button', { name: 'Apply' })).toBeVisible()
    await expect(fit).toContainText(/to save time|optional, and the time is short/)
    // One change is refused: its step stays, and the rest is fitted anew.
    const refused = (await fit.locator('.changes strong').first().textContent())!
    await fit.getByRole('button', { name: `Leave ${refused} as it was` }).click()
    await expect(fit.getByRole('button', { name: `Leave ${refused} as it was` })).toHaveCount(0)
    await fit.getByRole('button', { name: 'Apply' }).click()
    await expect(fit.getByRole('spinbutton', { name: 'I have' })).toBeFocused()
    await expect(page.getByText(/closing .+ \(at least .+\)/)).toBeVisible()
    const shorter = (await page.locator('.total').textContent())!
    expect(shorter).toMatch(/^(7|8) min/)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.locator('.total')).toHaveText(/^1[12] min/)
    await page.getByRole('button', { name: 'Redo' }).click()
    await expect(page.locator('.total')).toHaveText(shorter)
  },
)

test(
  'a count that was set by hand is freed and fitted anew, and what was fitted goes when the routine is changed',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await assemble(page, 'Held by hand', ['Rise and sink', 'Settle'])
    const step = entries(page).filter({ hasText: 'Rise and sink' })
    await step.focus()
    for (let more = 0; more < 12; more += 1) await page.keyboard.press('+')
    await page.getByLabel('I have').fill('3')
    await page.getByRole('button', { name: 'Fit', exact: true }).click()
    const fit = page.getByRole('region', { name: 'Fit to time' })
    await expect(fit).toContainText('The count of Rise and sink was set by hand')
    await fit.getByRole('button', { name: 'Free it and fit again' }).click()
    await expect(fit.getByRole('button', { name: 'Leave Rise and sink as it was' })).toBeVisible()
    await expect(fit).not.toContainText('was set by hand')
    await fit.getByRole('button', { name: 'Apply' }).waitFor()
    await step.focus()
    await page.keyboard.press('-')
    await expect(fit.getByRole('button', { name: 'Apply' })).toHaveCount(0)
    await expect(step.getByRole('status')).not.toHaveText('6 times')
  },
)

test(
  'a four-round flow and a five-position post are laid out by hand, carded, and come back from their text',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    const posts = [
      'Post with low hands',
      'Post at the belly',
      'Post at the heart, in breaths',
      'Post at the brow',
      'Post on the water',
    ]
    await page.goto('/forms/new?from=post-at-the-belly')
    await page.getByLabel('Name', { exact: true }).fill('Post at the heart, in breaths')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('heading', { name: 'Post at the heart, in breaths' })).toBeVisible()
    await assemble(page, 'Flow and stand', ['Rise and sink', 'Lift the basin', ...posts, 'Settle'])
    const item = (name: string) => entries(page).filter({ hasText: name }).last()
    await item('Rise and sink').locator('.name').click()
    await item('Lift the basin')
      .locator('.name')
      .click({ modifiers: ['ControlOrMeta'] })
    await choose(page, 'Make it a pattern', 'rounds')
    await page.getByRole('button', { name: 'More: rounds of Rounds' }).click()
    await expect(page.getByText('4 rounds', { exact: true })).toBeVisible()
    await expect(page.getByText('1 breath between', { exact: true })).toBeVisible()

    await item(posts[0]!).locator('.name').click()
    for (const post of posts.slice(1))
      await item(post)
        .locator('.name')
        .click({ modifiers: ['ControlOrMeta'] })
    await choose(page, 'Make it a pattern', 'positions of a stand')
    await expect(page.getByText('8 in each position')).toBeVisible()
    const text = await page.getByRole('textbox', { name: 'The routine as text' }).inputValue()
    expect(text).toContain('- **Rounds**: rounds; 4 times; rest 1')
    expect(text).toContain('- **Stand in positions**: positions of a stand; 1 times; rest 1')
    const total = await page.locator('.total').textContent()

    await page.getByRole('link', { name: 'A card to print' }).click()
    // A heading of this name was there before: the card is there when it can be printed.
    await expect(page.getByRole('button', { name: 'Print this card' })).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Flow and stand' })).toBeVisible()
    await expect(page.getByRole('listitem').filter({ hasText: 'Rise and sink' })).toContainText('4 rounds')
    // One page, lettering of 20 mm line height at most 13 mm, at least 5: read from two metres.
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('button', { name: 'Print this card' })).toBeHidden()
    const pdf = await page.pdf({ format: 'A4' })
    expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1)
    await page.emulateMedia({ media: 'screen' })

    await page.goto('/routines')
    await page.getByRole('button', { name: 'New routine' }).click()
    const area = page.getByRole('textbox', { name: 'The routine as text' })
    await area.fill(`${text}\n- Bicycle: 3 times`)
    await expect(page.getByText('Not understood: - Bicycle: 3 times')).toBeVisible()
    await area.fill(text)
    await page.getByRole('button', { name: 'Import' }).click()
    await expect(page.locator('.total')).toHaveText(total!)
    await expect(nameOf(page)).toHaveValue('Flow and stand')
    await expect(area).toHaveValue(text)
  },
)

test(
  'pebbles are pulled and taken along on the brook, and the same goes by keys',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await assemble(page, 'By hand', ['Rise and sink', 'Cloud hands', 'Settle'])
    const names = entries(page).locator('strong')
    await expect(names).toHaveText(['Rise and sink', 'Cloud hands', 'Settle'])
    const pebbles = page.locator('.working .pebble')
    const step = (name: string) => entries(page).filter({ hasText: name })

    await page.locator('.working').scrollIntoViewIfNeeded()
    // Pull the end of the first pebble: the count snaps to what the form allows, and the pull is one change.
    const before = (await pebbles.first().boundingBox())!
    await page.mouse.move(before.x + before.width - 2, before.y + before.height / 2)
    await page.mouse.down()
    await page.mouse.move(before.x + before.width + 90, before.y + before.height / 2, { steps: 8 })
    await page.mouse.up()
    await expect(step('Rise and sink').getByRole('status')).not.toHaveText('6 times')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(step('Rise and sink').getByRole('status')).toHaveText('6 times')

    // Take the second along to the front.
    const second = (await pebbles.nth(1).boundingBox())!
    const first = (await pebbles.first().boundingBox())!
    await page.mouse.move(second.x + second.width / 2, second.y + second.height / 2)
    await page.mouse.down()
    await page.mouse.move(first.x + 4, first.y + first.height / 2, { steps: 8 })
    await page.mouse.up()
    await expect(names).toHaveText(['Cloud hands', 'Rise and sink', 'Settle'])

    await step('Cloud hands').focus()
    await page.keyboard.press('+')
    await expect(step('Cloud hands').getByRole('status')).toHaveText('10 times in all')
    await page.keyboard.press('x')
    await expect(step('Cloud hands')).toContainText('left out')
    await expect(pebbles).toHaveCount(2)
    await page.keyboard.press('x')
    await page.keyboard.press('d')
    await expect(names).toHaveText(['Cloud hands', 'Cloud hands', 'Rise and sink', 'Settle'])
    await page.keyboard.press('Shift+ArrowDown')
    await expect(page.getByRole('toolbar', { name: 'With what is chosen' })).toContainText('2 steps')
    await page.getByRole('button', { name: 'Delete', exact: true }).click()
    await expect(names).toHaveText(['Rise and sink', 'Settle'])
    await page.keyboard.press('ControlOrMeta+z')
    await expect(names).toHaveText(['Cloud hands', 'Cloud hands', 'Rise and sink', 'Settle'])

    await step('Rise and sink').locator('.name').click()
    await page.getByRole('button', { name: 'Split' }).click()
    await expect(names).toHaveCount(5)

    // The version from before this visit's changes can be returned to.
    await page.getByRole('button', { name: 'Save a version' }).click()
    await step('Settle').locator('.name').click()
    await page.getByRole('button', { name: 'Delete Settle' }).click()
    await expect(names).toHaveCount(4)
    await page
      .getByRole('button', { name: /Restore the version/ })
      .first()
      .click()
    await expect(names).toHaveCount(5)
    await page.reload()
    await expect(names).toHaveCount(5)
  },
)

test(
  'is looked over: what is found is mended by one key or silenced, and an order is suggested',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await assemble(page, 'Cold and open', ['Sway head and tail'])
    const looked = page.getByRole('region', { name: 'Check' })
    await expect(looked).toContainText('There is no closing.')
    await expect(looked).toContainText('Sway head and tail comes before the body is loose.')
    // Two presses before the page has followed mend it once.
    const closing = looked.getByRole('button', { name: 'Add a closing' })
    await closing.evaluate((button: HTMLElement) => [1, 2].forEach(() => button.click()))
    await expect(looked).not.toContainText('There is no closing.')
    const there = await entries(page).locator('strong').allTextContents()
    expect(there).toEqual([...new Set(there)])
    await expect(page.getByText(/closing .+ \(at least .+\)/)).toBeVisible()
    await looked.getByRole('button', { name: /Hide for this routine.*before the body is loose/ }).click()
    await expect(looked).not.toContainText('before the body is loose')
    await page.reload()
    await expect(looked).toContainText('1 check hidden.')
    await looked.getByRole('button', { name: 'Show all' }).click()
    await looked.getByRole('button', { name: 'Add some loosening' }).click()
    await expect(looked).not.toContainText('before the body is loose')

    const names = entries(page).locator('strong')
    await assemble(page, 'Out of order', ['Drop the heels', 'Raise one hand', 'Settle'])
    await expect(looked).toContainText('pieces of a set out of its order: 1 → 0')
    await looked.getByRole('button', { name: 'Use this order' }).click()
    await expect(names).toHaveText(['Raise one hand', 'Drop the heels', 'Settle'])
  },
)

test('two routines are compared side by side', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/routines')
  await page.getByText('More', { exact: true }).first().click()
  await page.getByRole('link', { name: 'Compare' }).click()
  await choose(page, 'One routine', 'While the kettle warms')
  await choose(page, 'The other routine', 'Before the workshop opens')
  await expect(page.getByRole('row', { name: /In all/ })).toContainText('3 min 59 s')
  await expect(page.getByRole('row', { name: /In all/ })).toContainText('12 min 52 s')
  await expect(page.getByRole('row', { name: /^Share of the closing/ })).toBeVisible()
  await expectNoAxeFindings(page)
  // Each effort stands under its own stone, and a stone opens its form.
  const kettle = page.getByRole('region', { name: 'While the kettle warms' })
  const across = (all: SVGGraphicsElement[]) =>
    all.map((each) => ({ from: each.getBBox().x, wide: each.getBBox().width }))
  const stones = await kettle.locator('path.pebble').evaluateAll(across as never)
  const efforts = await kettle.locator('rect.effort').evaluateAll(across as never)
  expect(efforts).toHaveLength(5)
  for (const [index, { from, wide }] of (efforts as ReturnType<typeof across>).entries()) {
    const stone = (stones as ReturnType<typeof across>)[index]!
    expect(Math.abs(from - stone.from)).toBeLessThan(4)
    expect(Math.abs(wide - stone.wide)).toBeLessThan(8)
  }
  await kettle.locator('path.pebble').nth(2).click()
  await expect(page).toHaveURL(/\/forms\/[a-z]/)
  await goTo(page, 'Routines')
})

test(
  'a first proposal heeds a declared condition, and each step has its version in the composer',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings')
    await page.getByLabel('poor balance').check()
    await goTo(page, 'Routines')
    await page.getByRole('button', { name: 'Suggest a routine' }).click()
    await choose(page, 'What for', 'balance')
    await page.getByRole('button', { name: 'Propose' }).click()
    await expect(page.getByText(/in a milder version, without .*one leg/).first()).toBeVisible()
    await page.getByRole('button', { name: 'Save and edit' }).click()
    await expect(page.getByRole('heading', { name: 'Check' })).toBeVisible()
    await expect(page.getByText('For you, with poor balance')).toHaveCount(0)
    const step = page.getByText('One hand on a chair back, which stands close beside.').first()
    await expect(step).toBeVisible()
    const milder = page.locator('[data-entry]').filter({ hasText: 'One hand on a chair back' }).first()
    const name = await milder.locator('strong').innerText()
    await milder.getByRole('button', { name: `All about ${name}` }).click()
    await expect(page.getByRole('combobox', { name: `How ${name} is done here` })).toContainText(
      'holding on to a chair',
    )
    await choose(page, `How ${name} is done here`, 'as I do it')
    await expect(page.getByText('For you, with poor balance').first()).toBeVisible()
    await page.getByRole('button', { name: 'Do the milder version' }).first().click()
    await expect(page.getByText('For you, with poor balance')).toHaveCount(0)
  },
)
