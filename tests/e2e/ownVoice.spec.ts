import { expect, test, type Page } from '@playwright/test'
import { writeWav } from '../../core/formats/wav'
import { assemble, expectNoAxeFindings, openAt } from './support'

const RATE = 22_050
/** A struck sound of one's own, as a file. */
function gong(hz: number) {
  const samples = Float32Array.from({ length: 2 * RATE }, (_, at) => {
    const t = at / RATE - 0.5
    return t < 0 ? 0 : 0.1 * Math.exp(-2 * t) * Math.sin(2 * Math.PI * hz * t)
  })
  return { name: 'gong.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav(samples, RATE)) }
}
/** What is kept of my own sounds, besides the samples. */
const recorded = (page: Page) =>
  page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('pebblebrook')
      request.onsuccess = () => resolve(request.result)
    })
    const all = await new Promise<{ formId: string; cue: string; bell?: string; seconds: number }[]>((resolve) => {
      const request = database.transaction('recordings').objectStore('recordings').getAll()
      request.onsuccess = () => resolve(request.result)
    })
    database.close()
    return all.map(({ formId, cue, bell, seconds }) => ({ formId, cue, bell, seconds }))
  })

test('a whole routine is recorded in one sitting, one word after the other', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/')
  await assemble(page, 'A trial', ['Rise and sink', 'Cloud hands'])
  await page.clock.resume()
  await page.getByRole('link', { name: 'Record my voice for it' }).click()
  await expect(page.getByRole('heading', { name: 'My voice: A trial' })).toBeVisible()
  await page.getByRole('checkbox', { name: /^what is said besides/ }).uncheck()
  await expectNoAxeFindings(page)

  await page.getByRole('button', { name: 'Start: 2 words' }).click()
  const saying = page.getByRole('region', { name: 'Say this' })
  await expect(saying).toContainText('1 of 2')
  await expect(saying).toContainText('Rise and sink')
  await expect(saying.getByRole('status')).toContainText('Heard.')
  await expectNoAxeFindings(page)
  // The microphone here beeps on and on: the pause that would bring the next word never comes.
  await page.keyboard.press('Space')
  await expect(saying).toContainText('2 of 2')
  await expect(saying).toContainText('Cloud hands')
  await page.keyboard.press('ArrowLeft')
  await expect(saying).toContainText('1 of 2')
  await page.keyboard.press('ArrowRight')
  await expect(saying).toContainText('2 of 2')
  await page.keyboard.press('Escape')
  await expect(page.getByText('1 word kept.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Start: 1 word' })).toBeFocused()
  expect(await recorded(page)).toMatchObject([{ formId: 'rise-and-sink', cue: '' }])

  // What was kept outlives the page, is heard, and can be taken away.
  await page.reload()
  await expect(page.getByText('names of the forms (2, 1 missing)')).toBeVisible()
  await page.getByRole('button', { name: 'Hear “Rise and sink”' }).click()
  await page.getByRole('button', { name: 'Delete “Rise and sink”' }).click()
  await expect(page.getByText('names of the forms (2)')).toBeVisible()
  expect(await recorded(page)).toEqual([])
})

test(
  'a word that is said of no form is recorded too, and kept apart from those of forms',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink', 'Cloud hands'])
    await page.clock.resume()
    await page.goto(`/voice?routine=${page.url().split('/').at(-1)}`)
    await page.getByRole('checkbox', { name: /^names of the forms/ }).uncheck()
    await page.getByRole('button', { name: /^Start: / }).click()
    const saying = page.getByRole('region', { name: 'Say this' })
    await expect(saying.getByRole('status')).toContainText('Heard.')
    const word = await saying.locator('.word').innerText()
    await page.keyboard.press('Space')
    await expect(saying).toContainText(/^2 of/)
    await page.keyboard.press('Escape')
    expect(await recorded(page)).toMatchObject([{ formId: '', cue: word }])
  },
)

test('a bell of my own is brought as a file, and the one that ships comes back', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/settings')
  await page.clock.resume()
  const bells = page.getByRole('group', { name: 'Bells' })
  await bells.getByLabel('Sound file for the bell: next form').setInputFiles(gong(300))
  await expect(bells.getByText('It is as loud as the usual one.')).toBeVisible()
  await expect(bells.getByText('next form, my own')).toBeVisible()
  const [bell] = await recorded(page)
  expect(bell).toMatchObject({ formId: '', cue: '', bell: 'form' })
  // Half a second of silence went before the stroke.
  expect(bell!.seconds).toBeCloseTo(1.5, 1)
  await expectNoAxeFindings(page)

  await bells
    .getByLabel('Sound file for the bell: the end')
    .setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no sound') })
  await expect(bells.getByText('“notes.txt” is no sound that this browser can read.')).toBeVisible()
  await page.reload()
  await expect(bells.getByText('next form, my own')).toBeVisible()
  await bells.getByRole('button', { name: 'Back to the usual bell: next form' }).click()
  await expect(bells.getByText('next form, my own')).toBeHidden()
  expect(await recorded(page)).toEqual([])
})
