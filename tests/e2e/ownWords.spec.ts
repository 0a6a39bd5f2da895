import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, letPassInStep, listen, openAt } from './support'

/** Write down a form of one's own in plain lines. */
async function writeDown(page: Page, lines: string) {
  await page.goto('/forms/new')
  await page.getByText('The quick way: as text').click()
  await page.getByLabel('What one does').fill(lines)
  await page.getByRole('button', { name: 'Fill in the form' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('New form')
}
/** How many clips this browser keeps. */
const keptClips = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const opening = indexedDB.open('pebblebrook-said')
        opening.onsuccess = () => {
          const { result: database } = opening
          const counting = database.transaction('clips').objectStore('clips').count()
          counting.onsuccess = () => {
            database.close()
            resolve(counting.result)
          }
        }
      }),
  )
const LINES = 'Moon over the well:\nlift the moon 4 in, tip the moon 6 out, x2, sitting'

test(
  'the words of a form of my own are asked for once, and said in its session',
  { tag: '@slow' },
  async ({ page }) => {
    const asked: string[] = []
    page.on('request', (request) => {
      if (request.url().endsWith('/api/say')) asked.push((request.postDataJSON() as { text: string }).text)
    })
    const heard = await listen(page)
    await openAt(page, '/settings')
    await page.getByText('says the word of each movement').click()
    await writeDown(page, LINES)
    await expect.poll(() => asked.length).toBe(3)
    expect([...asked].sort()).toEqual(['Lift the moon', 'Moon over the well', 'Tip the moon'])
    // What is asked for is answered and kept before the page is left: a request that is left behind is made again, and rightly.
    await expect.poll(() => keptClips(page)).toBe(3)

    await page.goto('/routines')
    await assemble(page, 'Of my own', ['Moon over the well'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    for (let turn = 0; turn < 8; turn += 1) await letPassInStep(page, 3)
    const said = (await heard())
      .filter(({ kind }) => kind === 'voice')
      .map(({ phrases, lengthSeconds }) => ({ text: phrases!.map(({ text }) => text).join(' '), lengthSeconds }))
    const name = said.find(({ text }) => text.includes('Moon over the well'))!
    expect(name.text).toContain('sitting')
    // It takes as long as all of its words, its own among them.
    expect(name.lengthSeconds).toBeGreaterThan(2)
    expect(said.some(({ text, lengthSeconds }) => text === 'Lift the moon' && lengthSeconds > 0.5)).toBe(true)
    expect(said.some(({ text, lengthSeconds }) => text === 'Tip the moon' && lengthSeconds > 0.3)).toBe(true)
    // They were kept: the session asked for nothing again.
    expect(asked).toHaveLength(3)
  },
)

test(
  'where the server does not answer, the page before the session says what cannot be said',
  { tag: '@slow' },
  async ({ page }) => {
    await page.route('**/api/say', (route) => route.abort())
    await openAt(page, '/forms')
    await writeDown(page, LINES)
    await page.goto('/routines')
    await assemble(page, 'Of my own', ['Moon over the well'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await expect(page.getByRole('status').filter({ hasText: 'cannot be said now' })).toContainText('Moon over the well')
    // The next session asks again.
    await page.unroute('**/api/say')
    await page.getByRole('button', { name: 'Cancel' }).click()
    await page.goto('/routines')
    await page.getByRole('button', { name: 'Start Of my own' }).click()
    await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeVisible()
    await expect(page.getByText('cannot be said now')).toHaveCount(0)
  },
)
