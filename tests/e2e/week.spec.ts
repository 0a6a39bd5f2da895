import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import { begin, expectNoAxeFindings, expectNoSidewaysScroll, goTo, letPassToTheEnd, openAt, openDemo } from './support'

/** A Tuesday. */
const AT = new Date('2026-11-24T07:10:00Z')
const day = (page: Page, name: RegExp) => page.getByRole('region', { name })
const stones = (page: Page, name: RegExp) => day(page, name).getByRole('button', { name: /min/ })

test(
  'a week is made, laid, changed by keys and taken back; what is laid on today is what Today offers first',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, AT)
    await goTo(page, 'Week')
    await page.keyboard.press('m')
    await expect(page.getByText('A suggestion, outlined with dashes.')).toBeVisible()
    await page.keyboard.press('k')
    await expect(page.getByRole('status').getByText('The week is planned.')).toBeVisible()
    await expect(stones(page, /Tuesday/)).toBeFocused()
    const wednesday = page.getByRole('button', { name: /, planned, Wednesday morning/ })
    const [name] = (await wednesday.getAttribute('aria-label'))!.split(', ')
    await wednesday.focus()
    await page.keyboard.press('Alt+ArrowRight')
    const thursday = page.getByRole('button', { name: new RegExp(`^${name}, .*planned, Thursday morning`) })
    await expect(thursday).toBeFocused()
    await expect(page.getByRole('status').getByText('now on Thursday morning')).toBeVisible()
    await page.keyboard.press('Alt+ArrowDown')
    await expect(page.getByRole('button', { name: /planned, Thursday evening/ })).toBeFocused()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(thursday).toBeVisible()
    await thursday.focus()
    await page.keyboard.press('Delete')
    await expect(thursday).toHaveCount(0)
    await expect(page.getByRole('button', { name: 'Plan something on Thursday morning' })).toBeFocused()
    await page.reload()
    await expect(stones(page, /Friday/)).toHaveCount(1)
    await expect(stones(page, /Thursday/)).toHaveCount(0)
    await expectNoAxeFindings(page)

    const laid = await stones(page, /Tuesday/)
      .first()
      .getAttribute('aria-label')
    await goTo(page, 'Today')
    const front = page.getByRole('region', { name: 'What to practise now' })
    await expect(front).toContainText('it is planned for today')
    expect(laid).toContain(await front.getByRole('heading', { level: 2 }).textContent())
  },
)

test('a stone is taken to another day and to the evening with the mouse', async ({ page }) => {
  await openAt(page, '/week', AT)
  await page.getByRole('button', { name: 'Plan something on Tuesday morning' }).click()
  await page.getByRole('combobox', { name: 'What' }).click()
  await page.getByRole('option', { name: 'While the kettle warms', exact: true }).click()
  await page.getByRole('button', { name: 'Plan it here' }).click()
  await stones(page, /Tuesday/).hover()
  await page.mouse.down()
  const thursday = day(page, /Thursday/)
  // It is let go where it has come to lie: the others make room for it on its way.
  await expect(async () => {
    const there = (await page.getByRole('button', { name: 'Plan something on Thursday evening' }).boundingBox())!
    await page.mouse.move(there.x + 20, there.y + 10, { steps: 8 })
    await page.mouse.move(there.x + 24, there.y + 14, { steps: 4 })
    await expect(thursday.locator('.evening .movable')).toHaveCount(1, { timeout: 500 })
  }).toPass()
  await page.mouse.up()
  await expect(stones(page, /Thursday/)).toHaveAttribute('aria-label', /planned, Thursday evening/)
  await expect(stones(page, /Tuesday/)).toHaveCount(0)
})

test(
  'a stone is laid by hand for some minutes and every week, once taken off, and done when it was followed',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/week', AT)
    await page.getByRole('button', { name: 'Plan something on Tuesday morning' }).click()
    const place = page.getByRole('region', { name: 'Tuesday 24 November, morning' })
    await expect(place.getByRole('heading')).toBeFocused()
    await place.getByRole('combobox', { name: 'What' }).click()
    await page.getByRole('option', { name: 'While the kettle warms', exact: true }).click()
    await place.getByLabel('Every week').check()
    await place.getByRole('button', { name: 'Plan it here' }).click()
    await expect(stones(page, /Tuesday/)).toHaveAttribute('aria-label', /open, every week, Tuesday morning/)
    await expect(stones(page, /Tuesday/)).toBeFocused()

    await page.getByRole('button', { name: 'The week after' }).click()
    await expect(stones(page, /Tuesday/)).toHaveAttribute('aria-label', /planned, every week/)
    await stones(page, /Tuesday/).click()
    await page.getByRole('button', { name: 'Delete', exact: true }).click()
    await expect(stones(page, /Tuesday/)).toHaveCount(0)
    await page.getByRole('button', { name: 'The week after' }).click()
    await expect(stones(page, /Tuesday/)).toHaveCount(1)
    await page.getByRole('button', { name: 'This week' }).click()

    await stones(page, /Tuesday/).click()
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await page.waitForURL('**/follow')
    await begin(page)
    await letPassToTheEnd(page, 20)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done', exact: true }).click()
    await goTo(page, 'Week')
    await expect(stones(page, /Tuesday/)).toHaveAttribute('aria-label', /done, every week, Tuesday morning/)
    await expect(day(page, /Tuesday/)).toContainText(/\d min done/)
  },
)

test(
  'what was missed moves where that was said; a pause asks nothing and is rest on the stones',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/week', AT)
    await page.getByRole('button', { name: 'Plan something on Tuesday morning' }).click()
    await page.getByRole('combobox', { name: 'What' }).click()
    await page.getByRole('option', { name: 'While the kettle warms', exact: true }).click()
    await page.getByRole('button', { name: 'Plan it here' }).click()
    await page.getByText('What holds for every week').click()
    await page.getByRole('combobox', { name: 'Missed sessions' }).click()
    await page.getByRole('option', { name: 'moves to the next day with room' }).click()
    await page.getByRole('combobox', { name: 'Rotate daily' }).click()
    await page.getByRole('option', { name: 'the five phases' }).click()
    await expect(day(page, /Tuesday/)).toContainText('Wood')
    await page.getByRole('combobox', { name: 'Today is' }).click()
    await page.getByRole('option', { name: 'Metal' }).click()
    await expect(day(page, /Wednesday/)).toContainText('Water')
    await page.getByLabel('From', { exact: true }).fill('2026-11-26')
    await page.getByLabel('To', { exact: true }).fill('2026-11-27')
    await page.getByRole('button', { name: 'Pause', exact: true }).click()
    await expect(day(page, /Thursday/)).toContainText('Holiday')
    await expectNoAxeFindings(page)

    await page.clock.setFixedTime(new Date('2026-11-25T08:00:00Z'))
    await page.reload()
    await expect(stones(page, /Tuesday/)).toHaveCount(0)
    await expect(stones(page, /Wednesday/)).toHaveAttribute('aria-label', /open, laid on 24 Nov, Wednesday morning/)
    await page.clock.setFixedTime(new Date('2026-11-26T08:00:00Z'))
    await page.reload()
    await expect(stones(page, /Saturday/)).toHaveAttribute('aria-label', /planned, laid on 24 Nov, Saturday morning/)
    await goTo(page, 'Today')
    await expect(page.getByRole('button', { name: 'Friday 27 November: rest is planned' })).toBeVisible()
  },
)

test('on a phone each day is a reach of its own, and nothing lies outside', { tag: '@slow' }, async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openDemo(page, AT)
  await goTo(page, 'Week')
  await page.getByRole('button', { name: 'Suggest a week' }).click()
  await page.getByRole('button', { name: 'Plan this week' }).click()
  await expect(stones(page, /Friday/)).toHaveCount(1)
  await expectNoSidewaysScroll(page)
  await expectNoAxeFindings(page)
})

test.describe('in Tokyo', () => {
  test.use({ timezoneId: 'Asia/Tokyo' })

  test(
    '“make me a week” goes round two evenings that are busy in a calendar; what is laid goes out as one, with an alarm',
    { tag: '@slow' },
    async ({ page }) => {
      await openAt(page, '/week', new Date('2026-11-23T22:10:00Z'))
      await page.getByText('What holds for every week').click()
      for (const name of ['Wednesday evening', 'Thursday evening', 'Friday evening']) {
        await page.getByLabel(name, { exact: true }).fill('10')
        await page.getByLabel(name, { exact: true }).press('Tab')
      }
      const event = (day: string) => [
        ...['BEGIN:VEVENT', `UID:${day}`, `DTSTART;TZID=Asia/Tokyo:${day}T160000`],
        ...[`DTEND;TZID=Asia/Tokyo:${day}T220000`, 'SUMMARY:Choir', 'END:VEVENT'],
      ]
      const calendar = ['BEGIN:VCALENDAR', 'VERSION:2.0', ...event('20261125'), ...event('20261126'), 'END:VCALENDAR']
      await page.getByLabel('Calendar with busy times').setInputFiles({
        name: 'mine.ics',
        mimeType: 'text/calendar',
        buffer: Buffer.from(calendar.join('\r\n')),
      })
      await expect(page.getByText(/2 busy times up to/)).toBeVisible()
      await page.getByLabel('Calendar with busy times').setInputFiles({
        name: 'notes.ics',
        mimeType: 'text/calendar',
        buffer: Buffer.from('dear diary'),
      })
      await expect(page.getByRole('alert')).toContainText('This is no calendar file')
      // By its key: the page's end, and what is scrolled to it, moves as words come and go.
      await page.getByLabel(/Reminder before planned sessions/).press('Space')
      await expect(page.getByLabel('Minutes before')).toHaveValue('10')

      await page.getByRole('button', { name: 'Suggest a week' }).click()
      await page.getByRole('button', { name: 'Plan this week' }).click()
      await expect(stones(page, /Friday/)).toHaveCount(1)
      await expect(stones(page, /Wednesday|Thursday/)).toHaveCount(0)

      const [file] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: 'All planned sessions (iCalendar)' }).click(),
      ])
      const text = readFileSync((await file.path())!, 'utf8')
      expect(text.match(/^DTSTART.*$/gm)).toEqual([expect.stringContaining('DTSTART:20261127T183000')])
      expect(text).toContain('TRIGGER:-PT10M')

      await page.clock.setFixedTime(new Date('2026-11-27T09:25:00Z'))
      await page.reload()
      await expect(page.getByRole('status').filter({ hasText: ', at 18:30' })).toBeVisible()
    },
  )
})
