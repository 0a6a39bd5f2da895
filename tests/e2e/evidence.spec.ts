import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { begin, choose, expectNoSidewaysScroll, goTo, letPassToTheEnd, MORNING, openAt, openDemo } from './support'

test(
  'whether evening practice helps is asked of a year and answered as it is: with calm, and with nothing else',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, new Date('2026-11-27T09:00:00Z'))
    await goTo(page, 'Journal')
    await page.getByRole('link', { name: 'Does it help?' }).click()
    await page.clock.resume()
    await expect(page.getByRole('region', { name: 'What can be said' }).getByRole('listitem').first()).toBeVisible()
    const asking = page.getByRole('region', { name: 'Ask' })
    await choose(asking, 'What changes', 'Calm')
    await choose(asking, 'After', 'Practice in the evening')
    await expect(asking.getByRole('status')).toContainText(
      /Calm is better after practice in the evening, by about 1\.\d steps/,
    )
    await expect(asking.getByRole('status')).toContainText('a larger gain than after other sessions')
    await expect(asking.getByRole('img', { name: /Calm is better after practice in the evening/ })).toBeVisible()
    await asking.getByText('As a table').click()
    await expect(asking.getByRole('rowheader', { name: '1', exact: true })).toBeVisible()
    await choose(asking, 'What changes', 'Ease of body')
    await expect(asking.getByRole('status')).toContainText('differs from other sessions by no more than chance may do')
    await page.getByRole('link', { name: 'How this is worked out' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'How it is worked out' })).toBeVisible()
    await expect(page.getByText('Benjamini and Hochberg')).toBeVisible()
  },
)

test('an entry that comes, and goes again, is counted by the next answer', { tag: '@slow' }, async ({ page }) => {
  await openDemo(page, new Date('2026-11-27T09:00:00Z'))
  await goTo(page, 'Journal')
  await page.clock.resume()
  const counted = async () => {
    await page.getByRole('link', { name: 'Does it help?' }).click()
    const said = page.getByText(/patterns in \d+ sessions/)
    await expect(said).toBeVisible()
    const sessions = Number(/in (\d+) sessions/.exec((await said.textContent())!)![1])
    await goTo(page, 'Journal')
    return sessions
  }
  const before = await counted()
  await page.getByRole('button', { name: 'Add practice done elsewhere' }).click()
  await page.getByRole('textbox', { name: 'In one line' }).fill('class 30 min yesterday 12:00')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^Class, .* is in the journal\./)).toBeVisible()
  expect(await counted()).toBe(before + 1)
  const entry = page.getByRole('region', { name: 'Sessions' }).getByRole('listitem').filter({ hasText: 'Class' })
  await entry.first().getByRole('button').first().click()
  await page.getByRole('button', { name: 'Delete this session' }).click()
  await expect(page.getByText('is removed.')).toBeVisible()
  expect(await counted()).toBe(before)
})

test('with too few sessions nothing is claimed, and it is said how many there are', async ({ page }) => {
  await openAt(page, '/journal/good')
  await page.clock.resume()
  await expect(page.getByText('Nothing can be said yet.')).toBeVisible()
})

test(
  'a two-week trial is planned, asked for on Today, done, and says nothing before its end',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/journal/trials')
    await page.clock.resume()
    const plan = page.getByRole('region', { name: 'Plan a trial' })
    await choose(plan, 'The one', 'While the kettle warms')
    await choose(plan, 'The other', 'While the kettle warms')
    await expect(plan.getByRole('alert')).toHaveText('Choose two routines that are not the same.')
    await choose(plan, 'Compare', 'a routine with a form and without it')
    await choose(plan, 'The routine', 'While the kettle warms')
    await choose(plan, 'With and without', 'Shoulder rolls')
    await expect(plan.getByRole('status')).toContainText(
      '14 days, from 10 Mar to 23 Mar. A difference of one step would be found',
    )
    await expect(plan.getByRole('status')).toContainText('with fewer, "no difference" means little')
    await plan.getByRole('button', { name: 'Plan the trial' }).click()
    await expect(page.getByText('The trial is planned.')).toBeVisible()
    await expect(page.getByText('0 of 14 days are over.')).toBeVisible()
    await goTo(page, 'Today')
    const asks = page.getByRole('region', { name: 'My trial asks for' })
    await expect(asks).toContainText(/“While the kettle warms” (with|without) Shoulder rolls/)
    await asks.getByRole('button', { name: /^Practise/ }).click()
    await begin(page)
    await letPassToTheEnd(page, 30)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Today')
    await expect(page.getByRole('region', { name: 'My trial asks for' })).toHaveCount(0)
    await page.goto('/journal/trials')
    const trial = page.getByRole('region', { name: /with Shoulder rolls or/ })
    await trial.getByText('Its days').click()
    await expect(trial.getByRole('row').nth(1)).toContainText('done')
    await expect(trial.getByRole('columnheader', { name: 'Change in steps' })).toHaveCount(0)
    await trial.getByRole('button', { name: 'Show what it says so far' }).click()
    await page.getByRole('alertdialog').getByRole('button', { name: 'Look now' }).click()
    await expect(trial).toContainText('That is no verdict yet.')
    await expect(trial.getByRole('columnheader', { name: 'Change in steps' })).toBeVisible()
    // When all its days are over, there is a verdict, with what was missed.
    await page.clock.setSystemTime(new Date(MORNING.getTime() + 15 * 86_400_000))
    await page.goto('/journal/trials')
    await expect(page.getByText(/No difference in calm .* were missed/)).toBeVisible()
    await expect(page.getByText('It was looked at before its end')).toBeVisible()
  },
)

test(
  'what grew is read by keys with the words of the day, and as a table; a month is looked back on',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, new Date('2026-11-27T09:00:00Z'))
    await page.goto('/journal/growth')
    const hold = page.getByRole('region', { name: 'Post at the heart: longest hold' })
    const slider = hold.getByRole('slider')
    await slider.focus()
    await expect(slider).toHaveAttribute('aria-valuetext', /^21 November 2026: 2 min/)
    await page.keyboard.press('Home')
    await expect(slider).toHaveAttribute('aria-valuetext', /2025: 30 s/)
    await page.keyboard.press('ArrowRight')
    await expect(slider).toHaveAttribute('aria-valuenow', '2')
    await hold.getByText('As a table').click()
    await expect(hold.getByRole('row').nth(1)).toContainText('21 November 2026')
    await page.getByRole('link', { name: 'Review' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'November 2026' })).toBeVisible()
    await expect(page.getByRole('region', { name: 'Worth noticing' }).getByRole('listitem')).toHaveCount(3)
    await expect(page.getByRole('region', { name: 'Worth noticing' })).toContainText(
      'Spine like a reed was not practised',
    )
    await page.getByRole('button', { name: 'Earlier' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'October 2026' })).toBeVisible()
    await choose(page, 'Review of', 'a year')
    await expect(page.getByRole('heading', { level: 1, name: '2026', exact: true })).toBeVisible()
    await page.setViewportSize({ width: 390, height: 844 })
    await expectNoSidewaysScroll(page)
  },
)

test(
  'the journal goes out as tables, a calendar and a diary, and sessions come in from tables',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, new Date('2026-11-27T09:00:00Z'))
    await goTo(page, 'Journal')
    await page.getByText('The journal as a file: out and in').click()
    const give = async (name: string) => {
      const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()])
      return { name: file.suggestedFilename(), path: await file.path() }
    }
    const sessionsFile = await give('Sessions (CSV)')
    const stepsFile = await give('Their steps (CSV)')
    expect(sessionsFile.name).toBe('pebblebrook-2026-11-27-sessions.csv')
    expect(readFileSync((await give('For a calendar (iCalendar)')).path, 'utf8')).toContain(
      'SUMMARY:Sunday by the window',
    )
    expect(readFileSync((await give('To read (Markdown)')).path, 'utf8')).toContain('## 21 November 2026')
    await page.getByRole('button', { name: 'Start with my own' }).click()
    await expect(page.getByText('No sessions yet.')).toBeVisible()
    await goTo(page, 'Journal')
    await page.getByText('The journal as a file: out and in').click()
    const chooser = page.getByLabel('Tables of sessions to take')
    await chooser.setInputFiles({
      name: 'x.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('startedAt,minutes\n2026-02-30 18:30,60'),
    })
    await expect(page.getByRole('alert')).toContainText('row 2: “2026-02-30 18:30” is no time')
    await chooser.setInputFiles([sessionsFile.path, stepsFile.path])
    await expect(page.getByText(/\d+ sessions taken\./)).toBeVisible()
    const sessions = page.getByRole('region', { name: 'Sessions' })
    await expect(sessions.getByRole('listitem').first()).toContainText('While the kettle warms')
    const [asked] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Take sessions from CSV' }).click(),
    ])
    await asked.setFiles([sessionsFile.path, stepsFile.path])
    await expect(page.getByText('Nothing new.')).toBeVisible()
    const again = await give('Sessions (CSV)')
    expect(readFileSync(again.path, 'utf8')).toBe(readFileSync(sessionsFile.path, 'utf8'))
  },
)

test(
  'a sensation in words of one’s own is kept, offered again, and narrows the journal down; a date is gone to',
  { tag: '@slow' },
  async ({ page }) => {
    const follow = async () => {
      await page.goto('/forms/rise-and-sink')
      await page.getByRole('button', { name: 'Start this form' }).click()
      await begin(page)
      await letPassToTheEnd(page, 30)
      await page.clock.resume()
    }
    await openAt(page, '/')
    await follow()
    await page.getByText('Say more').click()
    const another = page.getByRole('textbox', { name: 'Something else that was felt' })
    await another.fill('Like a tide')
    await another.press('Enter')
    await expect(page.getByRole('checkbox', { name: 'Like a tide' })).toBeChecked()
    await page.getByRole('button', { name: 'Done' }).click()
    await follow()
    await page.getByText('Say more').click()
    await expect(page.getByRole('checkbox', { name: 'Like a tide' })).not.toBeChecked()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    const sessions = page.getByRole('region', { name: 'Sessions' })
    await expect(sessions.getByRole('listitem')).toHaveCount(2)
    await sessions.getByText('Filter, or go to a date').click()
    await choose(sessions, 'Sensation', 'Like a tide')
    await expect(sessions.getByRole('status').filter({ hasText: '1 session' })).toBeVisible()
    await sessions.getByLabel('Go to a date').fill('2026-01-05')
    await sessions.getByRole('button', { name: 'Go', exact: true }).click()
    await expect(sessions.getByText(/Monday 5 January/)).toBeVisible()
  },
)
