import { expect, test, type Locator } from '@playwright/test'
import { assemble, openAt } from './support'

/** Pressed, and the page is gone before the press is answered. */
const pressAndReload = async (what: Locator) => {
  const page = what.page()
  const loaded = page.waitForEvent('load')
  await what.evaluate((element: HTMLElement) => {
    element.click()
    location.reload()
  })
  await loaded
}

test('what is ticked in the moment in which the page is loaded anew is kept', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/settings#body')
  const knees = page.getByRole('checkbox', { name: 'sore knees', exact: true })
  await pressAndReload(knees)
  await expect(knees).toBeChecked()
  await page.reload()
  await expect(knees).toBeChecked()
  await pressAndReload(knees)
  await expect(knees).toBeVisible()
  await expect(knees).not.toBeChecked()
})

test(
  'one more of a form, asked for as the page goes, stands when it comes back',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'Mine', ['Rise and sink'])
    const count = page.getByRole('group', { name: 'Rise and sink' }).getByRole('status')
    const before = parseInt((await count.textContent())!)
    await pressAndReload(page.getByRole('button', { name: 'More: Rise and sink' }))
    await expect(count).toHaveText(new RegExp(`^${before + 1} `))
  },
)

test(
  'where another tab is open it has what the tab that went had not written yet',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/settings#body')
    const other = await context.newPage()
    await other.goto('/settings#body')
    const knees = other.getByRole('checkbox', { name: 'sore knees', exact: true })
    await expect(knees).not.toBeChecked()
    await page.getByRole('checkbox', { name: 'sore knees', exact: true }).evaluate((box: HTMLElement) => {
      box.click()
      location.href = 'about:blank'
    })
    await expect(knees).toBeChecked()
  },
)
