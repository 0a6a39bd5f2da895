import { expect, test } from '@playwright/test'
import { choose, expectNoAxeFindings, expectNoSidewaysScroll, openAt, openDemo } from './support'

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

test('“spent, ten minutes” is two keys: what is offered is gentle, is ten minutes long, and is begun so', async ({
  page,
}) => {
  await openDemo(page, new Date('2026-11-27T09:00:00Z'))
  const now = page.getByRole('region', { name: 'What to practise now' })
  await expect(now).toContainText('Because:')
  // The arc of what is offered stands under its brook.
  await expect(now.getByRole('img', { name: /^The brook of this routine/ })).toContainText(/work|settle/)
  await page.keyboard.press('s')
  await page.keyboard.press('3')
  await expect(now.getByRole('button', { name: 'tired' })).toHaveAttribute('aria-pressed', 'true')
  await expect(now.getByRole('button', { name: '10 min' })).toHaveAttribute('aria-pressed', 'true')
  await expect(now).toContainText(/Fitted to 10 minutes\./)
  await expect(now).toContainText(/10 min at my pace/)
  await expect(now.getByRole('status').filter({ hasText: 'a day of rest is practice too' })).toBeVisible()
  await expectNoAxeFindings(page)
  const named = await now.getByRole('heading', { level: 2 }).textContent()
  await page.keyboard.press('n')
  await expect(now.getByRole('heading', { level: 2 })).not.toHaveText(named!)
  const other = (await now.getByRole('heading', { level: 2 }).textContent())!
  await now.getByRole('button', { name: 'Start', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(other)
})

test(
  'a light head is answered with rest, a sore knee with what spares it; and why not something is answered too',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page, new Date('2026-11-27T09:00:00Z'))
    const now = page.getByRole('region', { name: 'What to practise now' })
    await page.keyboard.press('l')
    await expect(now.getByText('Sit or lie down until your head is clear.')).toBeVisible()
    await page.keyboard.press('f')
    await expect(now.getByText('Sit or lie down')).toHaveCount(0)
    await now.getByText('How do you feel? (optional)').click()
    await now.getByRole('button', { name: 'Something hurts' }).click()
    await choose(now, 'Where it hurts', 'right knee')
    await now
      .getByRole('group', { name: /right knee/ })
      .getByText('7', { exact: true })
      .click()
    await expect(now.getByText('With pain like that, rest is an answer.')).toBeVisible()
    const also = page.getByRole('region', { name: 'Or', exact: true })
    await also.getByText('Why not the others?').click()
    const reasons = also.getByRole('definition')
    const asked = also.getByRole('term').filter({ hasText: 'When the lamp is low' })
    await expect(asked).toBeVisible()
    // Each is answered, in a sentence of its own.
    await expect(reasons).toHaveCount(await also.getByRole('term').count())
    for (const reason of await reasons.allTextContents()) expect(reason.trim()).toMatch(/^[A-Z“].+\.$/)
  },
)

test('on a phone the offer stays in view; where nothing of mine fits, one is made for the minutes', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openAt(page, '/')
  const now = page.getByRole('region', { name: 'What to practise now' })
  await expect(now.getByRole('button', { name: 'Start', exact: true })).toBeInViewport()
  await expectNoSidewaysScroll(page)
  await now.getByRole('button', { name: '30 min' }).click()
  await now.getByRole('button', { name: 'upset' }).click()
  await page.getByRole('link', { name: /Suggest a routine|Suggest one for this/ }).click()
  await expect(page.getByRole('heading', { level: 2, name: '30 minutes: release, when upset' })).toBeVisible()
  await expect(page.getByText(/(29|30) min( \d+ s)? at my pace/)).toBeVisible()
})

test('what can be asked for stays where it is while today is looked at anew', { tag: '@slow' }, async ({ page }) => {
  await openDemo(page)
  const another = page.getByRole('button', { name: 'Another' })
  await expect(another).toBeVisible()
  await another.evaluate((button) => {
    const gone = { times: 0 }
    new MutationObserver(() => (gone.times += button.isConnected ? 0 : 1)).observe(document.body, {
      childList: true,
      subtree: true,
    })
    Object.assign(window, { gone })
  })
  const offer = page.getByRole('region', { name: 'What to practise now' })
  for (const state of ['tired', 'upset']) {
    await page.getByRole('button', { name: state, exact: true }).click()
    await expect(offer).toContainText(/asks little|calm/)
    await page.getByRole('button', { name: 'fine', exact: true }).click()
    await expect(offer).not.toContainText('asks little')
  }
  expect(await page.evaluate(() => (window as never as { gone: { times: number } }).gone.times)).toBe(0)
})
