import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { assemble, begin, goTo, letPass, openAt } from './support'

test('a ten-minute routine of five forms: assembled, followed, felt, found again, carried away and brought back', async ({
  page,
}) => {
  await openAt(page, '/')
  await expect(page.getByRole('heading', { name: 'Tuesday 10 March' })).toBeVisible()
  await expect(page.getByText('No sessions yet.')).toBeVisible()

  await assemble(page, 'Ten by the door', [
    'Settle',
    'Cloud hands',
    'Post at the heart',
    'Stand and arrive',
    'Three sweeps down',
  ])
  // Each form came to stand in its part of the arc.
  const names = page.locator('[data-entry] strong')
  await expect(names).toHaveText([
    'Stand and arrive',
    'Cloud hands',
    'Post at the heart',
    'Three sweeps down',
    'Settle',
  ])
  for (let times = 0; times < 3; times += 1) await page.getByRole('button', { name: 'More: Settle' }).click()
  for (let times = 0; times < 2; times += 1) await page.getByRole('button', { name: 'More: Cloud hands' }).click()
  // 78 + 4+4+120+10 + 4+4+180+10 + 4+30+10 + 4+4+150+10: with the usual first breath of 4 s in and 6 s out.
  await expect(page.getByText('10 min 26 s')).toBeVisible()
  await expect(page.getByText(/closing .+ \(at least .+\)/)).toBeVisible()

  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.waitForURL('**/follow')
  await page.getByRole('button', { name: 'low', exact: true }).click()
  await page.getByRole('button', { name: 'Start', exact: true }).focus()
  await begin(page)
  const now = page.getByRole('region', { name: 'Now' })
  await expect(now).toContainText('Stand and arrive')
  await letPass(page, 9)
  await expect(now).toContainText('Belly fills')
  await expect(now).toContainText('5more breaths, then Cloud hands')
  // The arrival lasts 78 s with its rest, then there are 4 s to name the next form and 4 s to change stance.
  await letPass(page, 71)
  await expect(now).toContainText('NextCloud hands')
  await letPass(page, 8)
  await expect(now).toContainText('5more each side')
  await letPass(page, 60)
  await expect(now).toContainText('2more each side')
  await letPass(page, 100)
  await expect(now).toContainText('then Three sweeps down')
  await letPass(page, 400)
  await page.clock.resume()
  await expect(page.getByText('10 min 26 s')).toBeVisible()
  await expect(page.getByText('Ten by the door is in the journal.')).toBeVisible()
  // The scales stand there at once, and keys answer them one by one; what was said wrongly is taken back.
  await page.keyboard.type('34')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Backspace')
  const calm = page.getByRole('group', { name: 'Calm' })
  await calm.getByRole('button', { name: 'quiet', exact: true }).click()
  await expect(page.getByLabel('warmth')).toBeHidden()
  await page.getByText('Say more').click()
  await page.getByRole('group', { name: 'How hard it was' }).getByRole('button', { name: '4', exact: true }).click()
  await page.getByLabel('warmth').check()
  await page.getByLabel('A line of words').fill('Snow on the sill.')
  await page.getByRole('button', { name: 'Done' }).click()

  await expect(page.getByText('1 day in a row. Longest: 1 day.')).toBeVisible()
  await expect(page.getByRole('cell', { name: 'Tuesday 10 March: 1 session, 10 min' })).toBeVisible()
  await goTo(page, 'Journal')
  const session = page.getByRole('listitem').filter({ hasText: 'Ten by the door' })
  await expect(session).toContainText('Tue 10 Mar, 08:00')
  await expect(session).toContainText('energy: low before')
  await expect(session).toContainText('calm: quiet')
  await expect(session).toContainText('how hard: 4 of 10')
  await expect(session).toContainText('Snow on the sill.')
  await session.getByRole('button', { name: /Ten by the door/ }).click()
  await expect(session.getByRole('row', { name: /Cloud hands/ })).toContainText('6 left, 6 right')
  await expect(session.getByRole('row', { name: /Settle/ })).toContainText('2 min 30 s')

  await page.reload()
  await expect(page.getByRole('listitem').filter({ hasText: 'Ten by the door' })).toContainText('10 min 26 s')

  // Export, erase, import: all is there again.
  await goTo(page, 'Settings')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export everything' }).click()
  const file = await (await download).path()
  const archive = JSON.parse(await readFile(file, 'utf8'))
  expect(archive.person.sessions).toHaveLength(1)
  await page.getByRole('button', { name: 'Erase everything' }).click()
  await page.getByRole('alertdialog').getByRole('button', { name: 'Erase everything' }).click()
  await expect(page.getByText('Everything is erased.')).toBeVisible()
  await goTo(page, 'Journal')
  await expect(page.getByText('Nothing here yet.')).toBeVisible()

  await goTo(page, 'Settings')
  await page.getByLabel('Archive to import').setInputFiles(file)
  await expect(page.getByText('It holds 1 session, 1 routine')).toBeVisible()
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('The archive is in.')).toBeVisible()
  await goTo(page, 'Settings')
  const again = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export everything' }).click()
  const second = JSON.parse(await readFile(await (await again).path(), 'utf8'))
  expect(second.person).toEqual(archive.person)
  await goTo(page, 'Routines')
  await expect(page.getByRole('link', { name: 'Ten by the door' })).toBeVisible()
})
