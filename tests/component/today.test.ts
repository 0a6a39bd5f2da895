import { expect, it } from 'vitest'
import { newPerson } from '#core/formats'
import { demoPerson } from '#data'
import { openPage } from './support/open'

it('somebody who has just come is told what this is, and can begin', async () => {
  const { find, shows } = await openPage('/')
  await find('button', /^Start/)
  await shows(/./)
})

it('with a year of practice a routine is offered with its reasons, and other minutes bring another length', async () => {
  const { find, press, shows } = await openPage('/', demoPerson('2026-03-10', 'UTC'))
  await find('button', /^Start/)
  await shows(/\d+ min/)
  await press(/^10 min$/)
  await shows(/(9|10) min( \d+ s)? at my pace|(9|10) min/)
})

it('who is dizzy is asked to rest first', async () => {
  const { press, shows } = await openPage('/', demoPerson('2026-03-10', 'UTC'))
  await press('dizzy')
  await shows(/rest/i)
})

it('a ready-made routine says what is done gentler for a declared condition, and can be followed as written', async () => {
  const person = newPerson()
  const settings = { ...person.settings, conditions: ['highBloodPressure' as const] }
  const { shows, all } = await openPage('/routines', { settings })
  await shows(/Gentler: /)
  expect(all('listitem').length).toBeGreaterThan(5)
})
