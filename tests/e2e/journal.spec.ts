import { expect, test } from '@playwright/test'
import { begin, expectNoAxeFindings, goTo, letPass, openAt } from './support'

test('after the last bell three keys say how it is, one is enough, and a session that was removed comes back whole', async ({
  page,
}) => {
  await openAt(page, '/forms/rise-and-sink')
  await page.getByRole('button', { name: 'Follow it alone' }).click()
  await begin(page)
  await letPass(page, 300)
  await page.clock.resume()
  await expect(page.getByText('Rise and sink is in the journal.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Done' })).toBeFocused()
  // Not the first answer but the third is a slip of the finger.
  await page.keyboard.type('452')
  await page.keyboard.press('Backspace')
  await page.keyboard.type('3')
  for (const [scale, word] of [
    ['Energy', 'lively'],
    ['Calm', 'still'],
    ['Ease of body', 'so-so'],
  ] as const) {
    const chosen = page.getByRole('group', { name: scale }).getByRole('button', { pressed: true })
    await expect(chosen).toHaveText(word)
  }
  await expectNoAxeFindings(page)
  await page.keyboard.press('Enter')

  await goTo(page, 'Journal')
  const sessions = page.getByRole('region', { name: 'Sessions' })
  await expect(sessions).toContainText('energy: lively; calm: still; ease of body: so-so')
  await sessions.getByRole('button', { name: /Rise and sink/ }).click()
  await sessions.getByRole('button', { name: 'Remove this session' }).click()
  await expect(sessions.getByRole('listitem')).toHaveCount(0)
  await expect(sessions.getByRole('button', { name: 'Bring it back' })).toBeFocused()
  await expectNoAxeFindings(page)
  await page.keyboard.press('Enter')
  await expect(sessions.getByRole('listitem')).toContainText('energy: lively; calm: still; ease of body: so-so')
  await page.reload()
  await expect(sessions.getByRole('listitem')).toContainText('Rise and sink')
})
