import { expect, it } from 'vitest'
import { eventually, openPage } from './support/open'

type Page = Awaited<ReturnType<typeof openPage>>

async function enterLine({ press, fill }: Page, line: string) {
  await press('Add practice done elsewhere')
  await fill('In one line', line)
  await press('Save')
  await eventually(() => expect(document.querySelector('[role=dialog]')).toBeNull())
}

it('a class of last week is entered in one line, with its forms and how it felt', async () => {
  const page = await openPage('/journal')
  await enterLine(
    page,
    'class 75 min last Thursday 18:30, energy 4, calm 4, ease 4, effort 3, cloud hands x8, the floor was cold',
  )
  await page.shows('Thu 5 Mar, 18:30')
  await page.shows('1 h 15 min')
  await page.shows('how hard: 3 of 10')
  await page.shows('the floor was cold')
  expect(page.stores.workspace.data.sessions).toHaveLength(1)
})

it('a practice at half past midnight belongs to the evening before', async () => {
  const page = await openPage('/journal')
  await page.press('Add practice done elsewhere')
  await page.fill('What it was', 'Class in the boathouse')
  await page.fill('Time', '00:30')
  await page.press('Save')
  await page.shows('Mon 9 Mar, in the night, 00:30')
  await page.shows('1 day in a row, not done yet today.')
})

it('a practice without a name is not saved, and the field is named', async () => {
  const page = await openPage('/journal')
  await page.press('Add practice done elsewhere')
  await page.press('Save')
  await page.shows('Say what it was')
  expect(page.stores.workspace.data.sessions).toEqual([])
})

it('a score without a scale is asked, not filled in', async () => {
  const page = await openPage('/journal')
  await page.press('Add practice done elsewhere')
  await page.fill('In one line', 'garden 20 min yesterday, felt 4')
  await page.shows('one number does not tell which is meant')
  expect(page.all('button', 'lively').filter((each) => each.getAttribute('aria-pressed') === 'true')).toEqual([])
})

it('the rules of my days change what is in a row', async () => {
  const page = await openPage('/journal')
  for (const line of ['class 30 min 4 days ago', 'garden 10 min 3 days ago', 'stood 20 min yesterday'])
    await enterLine(page, line)
  await page.shows('1 day in a row, not done yet today. Longest: 2 days.')
  await page.shows('It begins there because: Sun 8 Mar passed without practice.')
  await page.router.push('/settings')
  await page.fill('Days a week that may be left out besides', '1')
  await page.press('Apply to earlier days too')
  await page.router.push('/journal')
  await page.shows('3 days in a row, not done yet today.')
})

it('the journal is searched for words and forms', async () => {
  const page = await openPage('/journal')
  await enterLine(page, 'class 60 min yesterday 18:30, cloud hands x8, a cold floor')
  await enterLine(page, 'garden 20 min 2 days ago, birds')
  await page.fill('Search the journal', 'CLOUD cold')
  await page.shows('1 session, 1 h')
  await page.fill('Search the journal', 'snow')
  await page.shows('0 sessions')
})

it('a session that is removed comes back with one press', async () => {
  const page = await openPage('/journal')
  await enterLine(page, 'class 60 min yesterday 18:30')
  await page.press(/18:30/)
  await page.press('Delete this session')
  // Until then the button takes back what was entered.
  await page.shows('is removed.')
  expect(page.stores.workspace.data.sessions).toEqual([])
  await page.press('Undo')
  await eventually(() => expect(page.stores.workspace.data.sessions).toHaveLength(1))
})

it('a corrected entry keeps what was recorded, and can be restored to it', async () => {
  const page = await openPage('/journal')
  await enterLine(page, 'class 60 min yesterday 18:30')
  await page.press(/18:30/)
  await page.press('Edit')
  await page.fill('Words', 'One side was sore.')
  await page.press('Save')
  await page.shows('One side was sore.')
  await page.press('Restore the original')
  await page.lacks('One side was sore.')
})
