import { expect, it } from 'vitest'
import { eventually, openPage } from './support/open'

const names = () => [...document.querySelectorAll('[data-entry] strong')].map((each) => each.textContent)
const namesAre = (wanted: string[]) => eventually(() => expect(names()).toEqual(wanted))

async function assemble(...forms: string[]) {
  const page = await openPage('/routines')
  await page.press('New routine')
  for (const form of forms) await page.press(`Add ${form}`)
  await namesAre(forms)
  return page
}

it('the true length and the closing are live, and a short closing is said', async () => {
  const { press, shows } = await assemble('Rise and sink', 'Settle')
  await shows('2 min 36 s at my pace')
  await shows('closing 1 min 18 s (at least 23 s)')
  await press('More: Rise and sink')
  await shows('2 min 46 s at my pace')
  await press('Add Post at the heart')
  await shows('closing 1 min 18 s (at least 1 min 25 s)')
})

it('rounds are made, filled and counted', async () => {
  const { press, shows } = await assemble('Rise and sink')
  await press('Add rounds')
  await press('All about Rise and sink')
  await press('Move Rise and sink later')
  await shows('4 min 6 s at my pace')
  await press('More: rounds of Rounds')
  await shows('4 rounds')
  await shows('5 min 30 s at my pace')
})

it('steps are reordered by keys, removed, and every change can be undone', async () => {
  const { press, user } = await assemble('Stand and arrive', 'Rise and sink', 'Settle')
  document.querySelectorAll<HTMLElement>('[data-entry]')[1]!.focus()
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
  await namesAre(['Stand and arrive', 'Settle', 'Rise and sink'])
  await press('All about Settle')
  await press('Delete Settle')
  await namesAre(['Stand and arrive', 'Rise and sink'])
  await press('Undo')
  await press('Undo')
  await namesAre(['Stand and arrive', 'Rise and sink', 'Settle'])
})

it('a routine is read from text, a guessed form is said to be a guess, and another can be chosen', async () => {
  const { press, fill, choose, within } = await openPage('/routines')
  await press('New routine')
  await fill('The routine as text', 'Stand and arrive\npost at the heart level x6')
  const doubts = await within('list', 'Forms that were guessed')
  await doubts.shows('post at the heart level')
  await choose('The form meant by post at the heart level x6', 'Post at the belly')
  await press('Import')
  await namesAre(['Stand and arrive', 'Post at the belly'])
})

it('a ready-made routine is copied, not changed, and the copy can be removed', async () => {
  const { press, find, shows, router, stores } = await openPage('/routines')
  await press('Duplicate While the kettle warms and edit it')
  expect(await find('textbox', 'Name of the routine')).toHaveProperty('value', 'While the kettle warms, my way')
  await press('All about Three sweeps down')
  await press('Delete Three sweeps down')
  await eventually(() => expect(stores.workspace.data.routines[0]!.entries).toHaveLength(4))
  await router.push('/routines')
  await shows('While the kettle warms4 min · 5 forms')
  await press('Delete While the kettle warms, my way')
  await press('Delete it')
  await eventually(() => expect(stores.workspace.data.routines).toEqual([]))
})
