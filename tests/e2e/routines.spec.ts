import { expect, test } from '@playwright/test'
import { assemble, openAt } from './support'

const FORMS = ['Stand and arrive', 'Rise and sink', 'Cloud hands', 'Settle']

test(
  'steps are reordered by keys, by buttons and by dragging, and every change can be taken back',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'Order', FORMS)
    const names = page.locator('[data-entry] strong')
    await expect(names).toHaveText(FORMS)

    await page.locator('[data-entry]').nth(1).focus()
    await page.keyboard.press('Alt+ArrowDown')
    await expect(names).toHaveText(['Stand and arrive', 'Cloud hands', 'Rise and sink', 'Settle'])
    await expect(page.locator('[data-entry]').nth(2)).toBeFocused()
    await page.getByRole('button', { name: 'All about Settle' }).click()
    await page.getByRole('button', { name: 'Move Settle earlier' }).click()
    await expect(names).toHaveText(['Stand and arrive', 'Cloud hands', 'Settle', 'Rise and sink'])

    const grips = page.locator('[data-entry] .grip')
    await grips.nth(0).hover()
    await page.mouse.down()
    const target = (await grips.nth(2).boundingBox())!
    const dragged = ['Cloud hands', 'Settle', 'Stand and arrive', 'Rise and sink']
    await page.mouse.move(target.x + 5, target.y + 10, { steps: 8 })
    // The others make room one after another; it is let go where there is room.
    await expect(async () => {
      await page.mouse.move(target.x + 5, target.y + 26)
      await page.mouse.move(target.x + 5, target.y + 30, { steps: 4 })
      await expect(names).toHaveText(dragged, { timeout: 1000 })
    }).toPass()
    await page.mouse.up()
    await expect(names).toHaveText(dragged)

    await page.getByRole('button', { name: 'Delete Settle' }).click()
    await expect(names).toHaveCount(3)
    for (let times = 0; times < 4; times += 1) await page.getByRole('button', { name: 'Undo' }).click()
    await expect(names).toHaveText(FORMS)
    await page.reload()
    await expect(names).toHaveText(FORMS)
  },
)

test('what is pressed twice before the page has followed is done twice, to what is there by then', async ({ page }) => {
  await openAt(page, '/')
  await assemble(page, 'Twice as quick', ['Rise and sink'])
  await page.getByRole('button', { name: 'All about Rise and sink' }).click()
  const double = page.getByRole('button', { name: 'Duplicate', exact: true })
  await double.evaluate((button: HTMLElement) => [1, 2].forEach(() => button.click()))
  await expect(page.getByRole('list').locator('[data-entry]')).toHaveCount(3)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('list').locator('[data-entry]')).toHaveCount(2)

  // And what is pressed beside the steps just after them keeps what was done to those.
  const silent = page.getByRole('button', { name: /^Hide for this routine/ }).first()
  await silent.evaluate((button: HTMLElement) => {
    document.querySelector<HTMLElement>('[aria-label^="More: Rise and sink"]')!.click()
    button.click()
  })
  await expect(page.getByText('1 check hidden.')).toBeVisible()
  await expect(page.getByRole('list').locator('[data-entry]').first().getByRole('status')).toHaveText('7 times')
})

test(
  'a count that is pressed straight before the routine is followed is followed',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'Straight away', ['Rise and sink'])
    const before = (await page.getByText('at my pace').locator('strong').textContent())!
    await page.getByRole('button', { name: 'Start', exact: true }).evaluate((follow: HTMLElement) => {
      document.querySelector<HTMLElement>('[aria-label^="More: Rise and sink"]')!.click()
      follow.click()
    })
    const said = page.getByText('at my pace. It begins with Rise and sink')
    await expect(said).toBeVisible()
    await expect(said).not.toContainText(`${before} at`)
  },
)
