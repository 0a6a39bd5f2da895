import { expect, test } from '@playwright/test'
import { begin, expectNoAxeFindings, expectNoSidewaysScroll, goTo, letPassToTheEnd, openAt, openDemo } from './support'

const AT = new Date('2026-11-27T09:00:00Z')

test(
  'what comes back is made into a session for the minutes, and what nobody wants back can be let rest',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, AT)
    await goTo(page, 'Forms')
    await page.getByRole('link', { name: 'Due for review' }).click()
    const practise = page.getByRole('region', { name: /forms? due/ })
    const due = page.getByRole('region', { name: 'Due now' })
    await expect(due).toBeVisible()
    const names = await due.getByRole('link').allTextContents()
    expect(names.length).toBeGreaterThan(1)
    await practise.getByRole('button', { name: '15 min' }).click()
    await expect(practise).toContainText(/1[45] min( \d+ s)? at my pace/)
    await expect(practise).toContainText(`of ${names.length} forms: `)
    await expectNoAxeFindings(page)
    await expectNoSidewaysScroll(page)

    await page.getByRole('button', { name: `Let ${names[0]} rest`, exact: true }).click()
    // What was made for the minutes is made anew without it.
    await expect(practise).toContainText(`of ${names.length - 1} forms: `)
    await expect(due.getByRole('link', { name: names[0]!, exact: true })).toHaveCount(0)
    await expect(page.getByRole('button', { name: `Keep ${names[0]} again`, exact: true })).toBeFocused()
    await page.reload()
    await expect(due.getByRole('link')).toHaveCount(names.length - 1)
    await page.getByRole('button', { name: `Keep ${names[0]} again`, exact: true }).click()
    await expect(due.getByRole('link', { name: names[0]!, exact: true })).toBeVisible()
    await practise.getByRole('button', { name: '10 min' }).click()
    await expect(practise).toContainText(/(9|10) min( \d+ s)? at my pace/)
    await practise.getByRole('button', { name: 'Start', exact: true }).click()
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Due for review')
  },
)

test(
  'one key at the end says that it went by heart; the journal has it, and there it can be put right',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await goTo(page, 'Routines')
    await page.getByRole('button', { name: 'Start While the kettle warms', exact: true }).click()
    await begin(page)
    await letPassToTheEnd(page, 20)
    await page.clock.resume()
    await page.keyboard.press('l')
    await expect(page.getByRole('button', { name: 'something was looked up' })).toHaveAttribute('aria-pressed', 'true')
    await page.keyboard.press('m')
    await expect(page.getByRole('button', { name: 'from memory' })).toHaveAttribute('aria-pressed', 'true')
    await page.getByRole('button', { name: 'Done', exact: true }).click()
    await goTo(page, 'Journal')
    const entry = page.getByRole('region', { name: 'Sessions' }).getByRole('listitem').first()
    await expect(entry).toContainText('from memory')
    await entry.getByRole('button', { name: /While the kettle warms/ }).click()
    await entry.getByRole('button', { name: 'Edit' }).click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('button', { name: 'something was looked up' }).click()
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(entry).toContainText('something was looked up')
  },
)

test(
  'what hurt may go back by a little: taken by one press, in a copy where it ships, and taken back',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, AT)
    await page.getByRole('link', { name: /Due for review/ }).click()
    const little = page.getByRole('region', { name: 'A little more, or a little less' })
    const first = little.getByRole('listitem').first()
    await expect(first).toContainText(/Do slightly less: .+ instead of .+, the low back hurt after it\./)
    const before = await little.getByRole('listitem').count()
    const routine = (await first.textContent())!.split(' · ')[0]!.trim()
    await expectNoAxeFindings(page)
    await first.getByRole('button', { name: /^Use it: / }).click()
    await expect(little.getByRole('status')).toContainText(/Taken: .+ instead of .+ my way”/)
    await expect(little.getByRole('listitem')).toHaveCount(before - 1)
    await expect(little.getByRole('button', { name: 'Undo' })).toBeFocused()
    await little.getByRole('button', { name: 'Undo' }).click()
    await expect(little.getByRole('listitem')).toHaveCount(before)
    await first.getByRole('button', { name: /^Use it: / }).click()
    await expect(little.getByRole('listitem')).toHaveCount(before - 1)
    await goTo(page, 'Routines')
    await expect(page.getByRole('link', { name: `${routine}, my way`, exact: true })).toBeVisible()
  },
)
