import { readFileSync, writeFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, expectNoAxeFindings, expectNoSidewaysScroll, goTo, letPassToTheEnd, openAt } from './support'

/** An archive of all that is on a device, as a file. */
async function exported(page: Page): Promise<string> {
  await goTo(page, 'Settings')
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export everything' }).click()
  return (await saving).path()
}
async function bring(page: Page, file: string) {
  await goTo(page, 'Settings')
  await page.getByLabel('Archive to import').setInputFiles(file)
  await expect(page.getByRole('heading', { level: 1, name: 'Import' })).toBeVisible()
}
const takeTogether = async (page: Page) => {
  await page.getByRole('button', { name: /^Take \d+ changes?$/ }).click()
  await expect(page.getByText('Both are together here.')).toBeVisible()
}
async function practise(page: Page, name: string) {
  await assemble(page, name, ['Rise and sink'])
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.waitForURL('**/follow')
  await begin(page)
  await letPassToTheEnd(page, 30)
  await page.clock.resume()
  await page.goto('/routines')
}
async function rename(page: Page, from: string, to: string) {
  await goTo(page, 'Routines')
  await page.getByRole('link', { name: from, exact: true }).click()
  await page.getByRole('textbox', { name: 'Name of the routine' }).fill(to)
  await page.getByRole('textbox', { name: 'Name of the routine' }).press('Enter')
  await goTo(page, 'Routines')
  await expect(page.getByRole('link', { name: to, exact: true })).toBeVisible()
}
const inJournal = async (page: Page, name: string) => {
  await goTo(page, 'Journal')
  await expect(
    page
      .getByRole('heading', { name, exact: true })
      .or(page.getByText(name, { exact: true }))
      .first(),
  ).toBeVisible()
}

test(
  'practised on two devices, both have both once their files were exchanged; what both changed stands twice',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await practise(page, 'By the window')
    const start = await exported(page)
    const context = await page
      .context()
      .browser()!
      .newContext({ viewport: { width: 390, height: 844 } })
    const phone = await context.newPage()
    await openAt(phone, '/settings')
    await bring(phone, start)
    await phone.getByRole('button', { name: 'Import', exact: true }).click()
    await expect(phone.getByText('The archive is in.')).toBeVisible()

    await goTo(phone, 'Routines')
    await practise(phone, 'In the garden')
    await rename(phone, 'By the window', 'As the phone has it')
    await goTo(page, 'Routines')
    await practise(page, 'At the desk')
    await rename(page, 'By the window', 'As the desk has it')

    await bring(phone, await exported(page))
    const together = phone.getByRole('region', { name: 'Together with what is here' })
    await expect(together.getByText('1 session comes in')).toBeVisible()
    await expect(together.getByText('1 routine changed on both')).toBeVisible()
    await expect(together.getByText('the routine “As the desk has it”')).toBeVisible()
    await expectNoAxeFindings(phone)
    await expectNoSidewaysScroll(phone)
    await takeTogether(phone)
    await bring(page, await exported(phone))
    await takeTogether(page)
    for (const device of [page, phone]) {
      await inJournal(device, 'In the garden')
      await inJournal(device, 'At the desk')
      await goTo(device, 'Routines')
      const mine = device.getByRole('region', { name: 'Mine' })
      await expect(mine.locator('a.name')).toHaveCount(4)
      await expect(mine.getByRole('link', { name: 'As the desk has it', exact: true })).toBeVisible()
      await expect(mine.getByRole('link', { name: 'As the phone has it, the other state' })).toBeVisible()
    }
    // Once more, nothing is new.
    await bring(page, await exported(phone))
    await expect(page.getByText('Nothing of it is new here.')).toBeVisible()
    await page.getByRole('button', { name: 'Cancel' }).click()
  },
)

test(
  'what was removed on one device goes on the other, unless it is left as it is; and it can be gone back',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await assemble(page, 'To go', ['Rise and sink'])
    await goTo(page, 'Routines')
    await assemble(page, 'To stay', ['Cloud hands'])
    const context = await page.context().browser()!.newContext()
    const other = await context.newPage()
    await openAt(other, '/settings')
    await bring(other, await exported(page))
    await other.getByRole('button', { name: 'Import', exact: true }).click()
    await goTo(page, 'Routines')
    for (const name of ['To go', 'To stay']) {
      await page.getByLabel(`More for ${name}`).click()
      await page.getByRole('button', { name: `Delete ${name}` }).click()
      await page.getByRole('alertdialog').getByRole('button', { name: 'Delete it' }).click()
    }
    await bring(other, await exported(page))
    await expect(other.getByText('2 routines go: they were removed there')).toBeVisible()
    await other.getByRole('checkbox', { name: 'the routine “To stay”' }).uncheck()
    await other.getByRole('button', { name: 'Take 1 change' }).click()
    await expect(other.getByText('Both are together here.')).toBeVisible()
    await goTo(other, 'Routines')
    await expect(other.getByRole('link', { name: 'To stay' })).toBeVisible()
    await expect(other.getByRole('link', { name: 'To go' })).toHaveCount(0)
    await goTo(other, 'Settings')
    await other.getByRole('button', { name: /^Restore the copy: another device/ }).click()
    await goTo(other, 'Routines')
    await expect(other.getByRole('link', { name: 'To go' })).toBeVisible()
  },
)

test(
  'of a session that two devices changed, the state that stands nowhere is found in the settings, taken, and let go',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await practise(page, 'By the window')
    const archive = JSON.parse(readFileSync(await exported(page), 'utf8')) as {
      person: { sessions: { id: string; words: string }[] }
    }
    const [session] = archive.person.sessions
    const state = (stamp: string, words: string) => ({
      stamp,
      at: '2026-03-09T06:30:00.000Z',
      after: [],
      value: { ...session, words },
    })
    const { value, ...own } = state('desk.2', 'a quiet one')
    const beside = [state('phone.2', 'the wind was strong'), state('tablet.2', 'too late again')]
    const marks = [{ id: `sessions/${session!.id}`, ...own, beside }]
    const path = test.info().outputPath('both.json')
    writeFileSync(path, JSON.stringify({ ...archive, person: { ...archive.person, sessions: [value] }, marks }))
    await bring(page, path)
    await page.getByRole('button', { name: 'Put it in place of all that is here' }).click()
    await expect(page.getByText('The archive is in.')).toBeVisible()
    await goTo(page, 'Settings')
    const both = page.getByRole('region', { name: 'Changed on two devices' })
    await expect(both.getByText('“a quiet one” stands, “the wind was strong” is kept')).toBeVisible()
    await expectNoAxeFindings(page)
    const other = (words: string) =>
      both.getByRole('listitem').filter({ hasText: words, has: page.getByRole('button') })
    await other('the wind was strong')
      .getByRole('button', { name: /^Take the other/ })
      .click()
    await expect(both.getByRole('heading')).toBeFocused()
    await expect(both.getByText('“the wind was strong” stands, “too late again” is kept')).toBeVisible()
    await both.getByRole('button', { name: 'Undo' }).click()
    await expect(both.getByText('“a quiet one” stands, “too late again” is kept')).toBeVisible()
    await other('too late again')
      .getByRole('button', { name: /^Keep what stands/ })
      .click()
    await expect(both.getByRole('listitem')).toHaveCount(0)
    await page.reload()
    await expect(page.getByRole('heading', { level: 1, name: 'Settings' })).toBeVisible()
    await expect(both).toHaveCount(0)
    await inJournal(page, 'By the window')
    await page.getByText('By the window').first().click()
    await expect(page.getByText('a quiet one').first()).toBeVisible()
  },
)
