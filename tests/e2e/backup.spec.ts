import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { expectNoAxeFindings, goTo, openAt } from './support'

/** In the place of the browser's own window for files, which no test can press: a file of the page's own. */
async function withOwnFile(page: Page) {
  await page.addInitScript(() => {
    const open = async () => (await navigator.storage.getDirectory()).getFileHandle('mine.json', { create: true })
    Object.assign(window, {
      showSaveFilePicker: open,
      written: async () => JSON.parse((await (await (await open()).getFile()).text()) || 'null') as unknown,
    })
  })
  return () =>
    page
      .evaluate(async () => {
        const found = await (
          window as never as { written: () => Promise<{ person: { sessions: unknown[] } } | null> }
        ).written()
        return found ? found.person.sessions.length : null
      })
      // It is just being written anew.
      .catch(() => null)
}
async function takeIn(page: Page, name: string, text: string) {
  await goTo(page, 'Settings')
  await page
    .getByLabel('Archive to import')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) })
  await page.getByRole('button', { name: /^(Import|Put it in place of all that is here)$/ }).click()
  await expect(page.getByText('The archive is in.')).toBeVisible()
  await goTo(page, 'Settings')
}

test(
  'a chosen file is written after every session, and not emptied by an erasing or an import until it is said',
  { tag: '@slow' },
  async ({ page }) => {
    const inFile = await withOwnFile(page)
    await openAt(page, '/settings')
    const saving = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Export everything' }).click()
    const empty = readFileSync(await (await saving).path(), 'utf8')
    await page.getByRole('button', { name: 'Write a file after every session' }).click()
    await expect(page.getByText('is written to “mine.json”')).toBeVisible()
    await expect.poll(inFile).toBe(0)
    for (const [count, line] of ['class 60 min', 'class 30 min'].entries()) {
      await goTo(page, 'Journal')
      await page.getByRole('button', { name: 'Add practice done elsewhere' }).click()
      const dialog = page.getByRole('dialog', { name: 'Practice done elsewhere' })
      await dialog.getByRole('textbox', { name: 'In one line' }).fill(line)
      await page.keyboard.press('Enter')
      await expect(dialog).toHaveCount(0)
      await page.clock.runFor(6000)
      await expect.poll(inFile).toBe(count + 1)
      // It is still known after the page was left.
      await page.reload()
    }
    await goTo(page, 'Settings')
    await page.getByRole('button', { name: 'Erase everything' }).click()
    await page.getByRole('alertdialog').getByRole('button', { name: 'Erase everything' }).click()
    await expect(page.getByText('Everything is erased.')).toBeVisible()
    await page.clock.runFor(6000)
    const notice = page.getByRole('status', { name: 'Your file' })
    await expect(notice).toContainText('holds 2 sessions, and here are 0')
    await expect.poll(inFile).toBe(2)
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: /^Restore the copy: everything was erased/ }).click()
    await expect(page.getByText('It is as it was before.')).toBeVisible()
    await page.clock.runFor(6000)
    await expect(notice).toHaveCount(0)
    await expect.poll(inFile).toBe(2)

    // Nor does something smaller that is taken in empty it by itself.
    await takeIn(page, 'empty.json', empty)
    await page.clock.runFor(6000)
    await expect(notice).toContainText('holds 2 sessions, and here are 0')
    await expect.poll(inFile).toBe(2)
    await notice.getByRole('button', { name: 'Write it all the same' }).click()
    await expect.poll(inFile).toBe(0)
    await expect(notice).toHaveCount(0)
  },
)

test(
  'many sessions in no file are said, once, and one press saves them',
  { tag: '@slow' },
  async ({ page, request }) => {
    await openAt(page, '/settings')
    const demo = await (await request.get('/api/demo?date=2026-03-10')).text()
    await takeIn(page, 'demo.json', demo)
    const notice = page.getByRole('status', { name: 'No file yet' })
    // They lie in the file that they came from, until the browser has forgotten that.
    await expect(notice).toHaveCount(0)
    await page.evaluate(() => localStorage.removeItem('pebblebrook.saved'))
    await page.reload()
    await expect(notice).toContainText('sessions are in no file yet')
    await notice.getByRole('button', { name: 'Later' }).click()
    await expect(notice).toHaveCount(0)
    await page.evaluate(() => localStorage.removeItem('pebblebrook.saved'))
    await page.reload()
    const saving = page.waitForEvent('download')
    await notice.getByRole('button', { name: 'Save all to a file' }).click()
    const { person } = JSON.parse(readFileSync(await (await saving).path(), 'utf8'))
    expect(person.sessions.length).toBe(JSON.parse(demo).person.sessions.length)
    await expect(notice).toHaveCount(0)
    await page.reload()
    await expect(page.getByRole('heading', { level: 1, name: 'Settings' })).toBeVisible()
    await expect(notice).toHaveCount(0)
  },
)
