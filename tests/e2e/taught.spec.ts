import { expect, test, type Page } from '@playwright/test'
import { begin, choose, expectNoAxeFindings, goTo, letPass, openAt } from './support'

/** Three sessions as somebody writes them down from memory, each with how many items it has. */
const WRITTEN: [name: string, items: number, text: string][] = [
  [
    'Eight with a breath between',
    13,
    `# Eight with a breath between
## arrive
Stand and arrive
## loosen
Shoulder rolls x4
Turn at the waist
## work
- **The eight**: rounds; 1 times; rest 0; between: rest 1
  - Two hands hold up the sky: 3 times in all
    - watch x1, whole x2
  - Draw the bow: 3 times each side
    - from 1: watch
    - from 2: whole
  - Raise one hand
  - Look behind
  - Sway head and tail
  - Hands to the feet
  - Clench the fists
  - Drop the heels
## settle
Three sweeps down
Settle 2 min`,
  ],
  [
    'Half an hour on a chair',
    12,
    `# Half an hour on a chair
Sit and arrive
turn the pillar
finger waves
ankles up and down
flick the fingers x16
hooks and palms x8
growing ball
opposite hand and foot
seated cloud hands
rub the ears
palm the eyes
Hands on the belly x9`,
  ],
  [
    'A yard of mine',
    12,
    `# A yard of mine
1. Stand and arrive
2. Wring the cloth
3. Shoulder rolls x5
4. Chop the air
5. Rise and sink
6. Cloud hands x8
7. Tiger: claws and reach
8. Bear: the heavy roll
9. Open and close x6
10. Three sweeps down
11. Hands on the belly
12. Settle 90 seconds

## forms

### Wring the cloth
turn in, wring out, x4 each side, hip width, loosen

### Chop the air
lift 4 in, chop 4 out, x6, shoulder width, work
with care: armsOverhead`,
  ],
]

/** What a person does counts: each press, each text put in, each choice. */
async function writeDown(page: Page, text: string): Promise<number> {
  let actions = 0
  const act = async (what: () => Promise<unknown>) => {
    actions += 1
    await what()
  }
  await act(() => page.getByRole('button', { name: 'New routine' }).click())
  await act(() => page.getByRole('textbox', { name: 'The routine as text' }).fill(text))
  await expect(page.getByText('Not understood')).toHaveCount(0)
  await act(() => page.getByRole('button', { name: 'Import' }).click())
  return actions
}

for (const [name, items, text] of WRITTEN) {
  test(`“${name}” is written down from memory in under 25 actions`, { tag: '@slow' }, async ({ page }) => {
    await openAt(page, '/routines')
    const actions = await writeDown(page, text)
    await expect(page.getByRole('textbox', { name: 'Name of the routine' })).toHaveValue(name)
    await expect(page.locator('[data-entry][data-kind="step"]')).toHaveCount(items)
    test
      .info()
      .annotations.push({ type: 'measured', description: `${items} items in ${actions} actions (aim: under 25)` })
    expect(actions).toBeLessThan(25)
    await expectNoAxeFindings(page)
    if (!text.includes('## forms')) return
    // Its own forms came along.
    await goTo(page, 'Forms')
    await page.getByRole('searchbox', { name: 'Search forms' }).fill('chop')
    await expect(page.getByRole('link', { name: /Chop the air/ })).toContainText('mine')
  })
}

test(
  'rounds that differ are written beside a step, shown there and led as written',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await page.getByRole('button', { name: 'New routine' }).click()
    await page.getByRole('button', { name: 'Add Rise and sink', exact: true }).click()
    await page.getByRole('button', { name: 'All about Rise and sink' }).click()
    await page.getByRole('button', { name: 'What changes within Rise and sink' }).click()
    await page
      .getByRole('textbox', { name: 'Rounds that differ in Rise and sink, as text' })
      .fill('watch x1, palms x1, fingers slowly x2')
    await page.getByRole('button', { name: 'Apply what changes within Rise and sink' }).click()
    const layers = page.getByRole('list', { name: 'What changes within Rise and sink' })
    await expect(layers.getByRole('listitem')).toHaveText([
      'watch',
      'from 2: palms, whole',
      /from 3: fingers, whole, slower/,
    ])
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await page.waitForURL('**/follow')
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    const now = page.getByRole('region', { name: 'Now' })
    // 8 s to step back, 10 s to watch, and then three that are counted.
    await letPass(page, 9)
    await expect(now).toContainText('only watching')
    await letPass(page, 10)
    await expect(now).toContainText('palms')
    await expect(now).toContainText('2more')
    await letPass(page, 10)
    await expect(now).toContainText('fingers')
    await letPass(page, 100)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const session = page.getByRole('listitem').filter({ hasText: 'A new routine' }).first()
    await session.getByRole('button').first().click()
    await expect(session.getByRole('row', { name: /Rise and sink/ })).toContainText('3')
  },
)

test(
  'a practice of ten minutes elsewhere is closed here, and both are one practice in the journal',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await page.getByText('Only a closing').click()
    await page.getByRole('spinbutton', { name: 'I practised' }).fill('10')
    await page.getByRole('spinbutton', { name: 'I practised' }).press('Tab')
    await expect(page.getByText('A closing of 3 min or a little more.')).toBeVisible()
    await page.getByRole('button', { name: 'Close me' }).click()
    await expect(page.getByRole('heading', { level: 1, name: /^Following / })).toBeVisible()
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    await letPass(page, 400)
    await page.clock.resume()
    await expect(page.getByText('Closing is in the journal.')).toBeVisible()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const session = page.getByRole('listitem').filter({ hasText: 'Closing' }).first()
    await expect(session).toContainText(/1[345] min/)
    await session.getByRole('button').first().click()
    await expect(session).toContainText(/of moving, 10 min of it elsewhere/)
  },
)

test('today is done sitting, wherever that can be, and the journal says so', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/forms/rise-and-sink')
  await page.getByRole('button', { name: 'Start this form' }).click()
  await choose(page, 'How all of it is done today', 'sitting')
  await expect(page.getByText('It begins with Rise and sink, seated.')).toBeVisible()
  await page.getByRole('button', { name: 'Start', exact: true }).focus()
  await begin(page)
  await letPass(page, 300)
  await page.clock.resume()
  await expect(page.getByText(/is in the journal\./)).toBeVisible()
})
