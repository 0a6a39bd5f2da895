import { expect, it } from 'vitest'
import { openPage } from './support/open'

it('search reads any spelling, and says when no form is found', async () => {
  const { fill, find, shows } = await openPage('/forms')
  await fill('Search forms', 'yunshou')
  await find('link', /Cloud hands/)
  await shows('1 form')
  await fill('Search forms', 'bicycle')
  await shows('No forms found.')
})

it('a list of forms is filtered by school and by part of the body', async () => {
  const { choose, shows } = await openPage('/forms')
  await choose('School', 'southern')
  await shows('8 forms')
  await choose('Body area', 'eyes')
  await shows('2 forms')
})

it('a form without a name is not saved: the fault is told, and its field has the focus', async () => {
  const { press, find, stores } = await openPage('/forms/new')
  await press('Save')
  expect((await find('alert', '')).textContent).toContain('name is missing')
  expect(document.activeElement).toBe(await find('textbox', 'Name'))
  expect(stores.workspace.data.forms).toEqual([])
})

it('a form is written, saved, edited and found among my own', async () => {
  const { press, fill, find, user, stores } = await openPage('/forms/new')
  await fill('Name', 'Draw the net')
  await press('Save')
  await find('heading', 'Draw the net')
  await press('Edit')
  await fill('Name', '<b>Draw</b> the long net')
  await press('Save')
  await find('heading', '<b>Draw</b> the long net')
  expect(stores.workspace.data.forms.map(({ name }) => name)).toEqual(['<b>Draw</b> the long net'])
  await user.keyboard('{Escape}')
})

it('a form is read from plain lines, and what is not understood is named', async () => {
  const { press, fill, find, shows, user } = await openPage('/forms/new')
  await user.click(document.querySelector('summary')!)
  await fill(
    'What one does',
    'Haul the net:\nrise 4 in, stay 1 hold, sink 8 out, with a smile\nx8 each side, one side then the other, wide stance',
  )
  await shows('Not understood: with a smile.')
  await press('Fill in the form')
  expect((await find('textbox', 'Name')) as HTMLInputElement).toHaveProperty('value', 'Haul the net')
  await press('Save')
  await shows('8 times each side (from 4 to 16)')
  await shows(/Rise.*in 4 counts.*Stay.*hold 1 counts.*Sink.*out 8 counts/)
})

it('a form that was begun is there again after leaving, and can be started afresh', async () => {
  const { fill, press, find, shows, router } = await openPage('/forms/new')
  await fill('Name', 'Sweep the sluice')
  await router.push('/forms')
  await find('heading', 'Forms')
  await router.push('/forms/new')
  await shows('Your unsaved entries are back.')
  expect(await find('textbox', 'Name')).toHaveProperty('value', 'Sweep the sluice')
  await press('Start over')
  expect(await find('textbox', 'Name')).toHaveProperty('value', '')
})

it('my way of a form is shown before it is taken, and then changes its phases', async () => {
  const { choose, shows, lacks, within } = await openPage('/forms/hold-up-the-sky')
  const mine = await within('region', 'My way')
  await choose('Short holds at the top', 'left out')
  await mine.shows(/Rise in 4 s.*Stay hold 1 s.*Sink out 6 s.*then.*Rise in 4 s.*Sink out 6 s/)
  await mine.press('Cancel')
  await shows('hold × 0.25')
  await choose('Short holds at the top', 'left out')
  await mine.press('Save')
  await lacks('hold × 0.25')
})
