import { expect, test, type Page } from '@playwright/test'
import { begin, goTo, letPassToTheEnd, listen, openAt, type HeardCue } from './support'

/** Written down from memory for two. */
const FOR_TWO = `# An evening for two
## arrive
Stand and arrive 30 s
## work
Rise and sink x4
Draw the bow x2 each side
Cloud hands x2 each side
## settle
Hands on the belly x4`

/** What was said, in the order in which it came. */
const saidIn = (cues: readonly HeardCue[]) =>
  cues
    .filter(({ kind }) => kind === 'voice')
    .sort((one, other) => one.atSeconds - other.atSeconds)
    .map(({ phrases }) => phrases!.map(({ text }) => text).join(', '))

/** Read a routine in from its text. */
async function readIn(page: Page, text: string) {
  await page.getByRole('button', { name: 'New routine' }).click()
  await page.getByRole('textbox', { name: 'The routine as text' }).fill(text)
  await page.getByRole('button', { name: 'Import' }).click()
}

test(
  'a session for two, one on a chair, is led by ear from the first word to the last, and found in the journal',
  { tag: '@slow' },
  async ({ page }) => {
    const heard = await listen(page)
    await openAt(page, '/routines')
    await readIn(page, FOR_TWO)
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await page.getByRole('button', { name: 'Somebody practises with me' }).click()
    await page.getByRole('combobox', { name: 'Name of companion 1' }).fill('Mira')
    await expect(page.getByRole('combobox', { name: 'How Mira does it' })).toHaveText('sitting')
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    await page.waitForTimeout(500)
    await letPassToTheEnd(page, 6)
    expect(saidIn(await heard())).toEqual([
      'arrive, Stand and arrive, hip width, Mira, sitting',
      'Mira, On the front half of a chair, both feet flat.',
      'last one',
      'next, the work, Rise and sink, shoulder width',
      'Mira, On the front half of a chair, both feet flat. The legs rest.',
      'last one',
      'next, Draw the bow, wide stance, left side',
      'left side',
      'right side',
      'Look over the hand in front',
      'left side, last one',
      'right side, last one',
      'next, Cloud hands, left side',
      'left side',
      'right side',
      'left side, last one',
      'right side, last one',
      'next, settle, Hands on the belly, shoulder width',
      'Mira, On the front half of a chair, both feet flat.',
      'last one',
      'that is the end',
    ])
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const session = page.getByRole('listitem').filter({ hasText: 'An evening for two' }).first()
    await session.getByRole('button').first().click()
    await expect(session).toContainText('with Mira, sitting')
    const row = (name: string) => session.getByRole('row', { name: new RegExp(name) })
    await expect(row('Stand and arrive')).toContainText('3')
    await expect(row('Draw the bow')).toContainText('2 left, 2 right')
    await expect(row('Cloud hands')).toContainText('2 left, 2 right')
  },
)

test(
  'a closing for what was done elsewhere is led by ear from the gathering to the end',
  { tag: '@slow' },
  async ({ page }) => {
    const heard = await listen(page)
    await openAt(page, '/')
    await page.getByText('Only a closing').click()
    await page.getByRole('spinbutton', { name: 'I practised' }).fill('10')
    await page.getByRole('spinbutton', { name: 'I practised' }).press('Tab')
    await page.getByRole('button', { name: 'Close me' }).click()
    // The address changes before the screen does, and Today has a Begin of its own.
    await expect(page.getByRole('heading', { level: 1, name: /^Following / })).toBeVisible()
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    await page.waitForTimeout(500)
    await letPassToTheEnd(page, 6)
    const said = saidIn(await heard())
    expect(said[0]).toBe('gather, Three sweeps down, shoulder width')
    expect(said).toContain('next, settle, Settle, feet together')
    expect(said.at(-1)).toBe('that is the end')
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const session = page.getByRole('listitem').filter({ hasText: 'Closing' }).first()
    await session.getByRole('button').first().click()
    await expect(session).toContainText(/practised 13 min/)
    await expect(session).toContainText(/after 10 min of moving, 10 min of it elsewhere/)
  },
)
