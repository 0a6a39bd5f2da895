import { readFileSync } from 'node:fs'
import { unzipSync } from 'fflate'
import { MPEGDecoder } from 'mpg123-decoder'
import { parseBuffer } from 'music-metadata'
import { expect, test, type Page } from '@playwright/test'
import { choose, expectNoAxeFindings, expectNoSidewaysScroll, goTo, openAt } from './support'

/** What a button gives to be kept: its name and its bytes. */
async function saved(page: Page, button: string | RegExp) {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ])
  return { name: download.suggestedFilename(), bytes: new Uint8Array(readFileSync(await download.path())) }
}
const text = ({ bytes }: { bytes: Uint8Array }) => new TextDecoder().decode(bytes)
const made = (page: Page) => page.getByRole('region', { name: 'Made' })

test(
  'a ready-made session becomes an MP3 file with a chapter for each form, and its captions, chapters, card and text',
  { tag: '@slow' },
  async ({ page }) => {
    test.slow()
    await openAt(page, '/routines')
    await page.getByLabel('More for While the kettle warms').click()
    await page.getByRole('link', { name: 'Make audio of While the kettle warms' }).click()
    await expect(page.getByRole('heading', { name: 'Make audio: While the kettle warms' })).toBeVisible()
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Make the file' }).click()
    await expect(made(page)).toBeVisible({ timeout: 120_000 })
    await expect(page.getByRole('progressbar')).toHaveCount(0)
    const file = await saved(page, 'Save while-the-kettle-warms.mp3')
    expect(file.name).toBe('while-the-kettle-warms.mp3')

    const { common, format } = await parseBuffer(file.bytes, { mimeType: 'audio/mpeg' }, { includeChapters: true })
    expect(common.title).toBe('While the kettle warms')
    const forms = ['Three long sighs', 'Shoulder rolls', 'Rise and sink', 'Three sweeps down', 'Hands on the belly']
    expect(format.chapters!.map(({ title }) => title)).toEqual(forms)
    const decoder = new MPEGDecoder({ enableGapless: true })
    await decoder.ready
    const { channelData, samplesDecoded } = decoder.decode(file.bytes)
    // Something is heard in the middle of every form, and nothing clips.
    for (const { start } of format.chapters!) {
      const from = Math.round(start * 44_100)
      expect(Math.max(...channelData[0]!.subarray(from, from + 44_100))).toBeGreaterThan(0.05)
    }
    expect(channelData[0]!.reduce((most, each) => Math.max(most, Math.abs(each)), 0)).toBeLessThan(1)
    const player = made(page).getByLabel('Hear while-the-kettle-warms.mp3')
    const heardSeconds = await player.evaluate((audio: HTMLAudioElement) => audio.duration)
    expect(heardSeconds).toBeCloseTo(samplesDecoded / 44_100, 1)
    decoder.free()

    const captions = text(await saved(page, 'Captions'))
    expect(captions).toMatch(/^WEBVTT While the kettle warms\n\n1\n00:00:00\.000 --> /)
    expect(captions).toContain('Rise and sink')
    const chapters = text(await saved(page, 'Chapters'))
    expect(forms.filter((form) => chapters.includes(`\n${form}\n`))).toEqual(forms)
    const card = text(await saved(page, 'Card as a picture'))
    expect(forms.filter((form) => card.includes(`>${form}<`))).toEqual(forms)
    expect(text(await saved(page, 'The routine as text'))).toMatch(/^# While the kettle warms\n/)

    // What is chosen otherwise is made anew.
    await page.getByText('bells at each change').click()
    await expect(made(page)).toHaveCount(0)
  },
)

test(
  'a form alone becomes Opus with its sides apart; nothing at all to be heard is said and not made; making is called off',
  { tag: '@slow' },
  async ({ page }) => {
    test.slow()
    await openAt(page, '/forms/cloud-hands')
    await page.getByRole('button', { name: 'Make audio' }).click()
    await choose(page, 'Kind of file', /^Opus/)
    for (const sound of ['tones that rise', 'bells at each']) await page.getByText(sound).click()
    await choose(page, 'It says', 'nothing')
    await page.getByRole('button', { name: 'Make the file' }).click()
    await expect(page.getByRole('alert')).toContainText('Nothing would be heard')

    await page.getByText('left heard on the left').click()
    await choose(page, 'It says', 'the next form, the side and the count')
    const before = await page.getByText('at my pace').textContent()
    await page.getByLabel('Room to spare before each form').fill('20')
    await page.getByLabel('Room to spare before each form').press('Tab')
    await expect(page.getByText('at my pace')).not.toHaveText(before!)
    await page.getByRole('button', { name: 'Make the file' }).click()
    await expect(made(page)).toBeVisible({ timeout: 120_000 })
    const { bytes, name } = await saved(page, 'Save cloud-hands.ogg')
    expect(name).toBe('cloud-hands.ogg')
    const { format, common } = await parseBuffer(bytes, { mimeType: 'audio/ogg' })
    expect(format).toMatchObject({ codec: 'Opus', numberOfChannels: 2 })
    expect(common.title).toBe('Cloud hands')

    await choose(page, 'Kind of file', /^WAV/)
    await page.getByLabel('Room to spare before each form').fill('30')
    await page.getByRole('button', { name: 'Make the file' }).click()
    await page.getByRole('button', { name: 'Stop' }).click()
    await expect(page.getByRole('button', { name: 'Make the file' })).toBeVisible()
    await expect(made(page)).toHaveCount(0)
  },
)

test(
  'what is laid in a week is taken along as one file of files, each as it would be begun',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/week')
    for (const [day, routine] of [
      ['Wednesday', 'While the kettle warms'],
      ['Friday', 'Before the workshop opens'],
    ]) {
      await page.getByRole('button', { name: `Plan something on ${day} morning` }).click()
      const place = page.getByRole('region', { name: new RegExp(`^${day} .*, morning$`) })
      await place.getByRole('combobox', { name: 'What' }).click()
      await page.getByRole('option', { name: routine!, exact: true }).click()
      await place.getByRole('button', { name: 'Plan it here' }).click()
      await expect(place).toHaveCount(0)
    }
    await page.getByRole('link', { name: 'Make audio of this week' }).click()
    await expect(page.getByRole('heading', { name: /^Make audio: the week from/ })).toBeVisible()
    const sessions = page.getByRole('list', { name: 'Sessions' }).getByRole('listitem')
    const count = 2
    await expect(sessions).toHaveCount(count)
    await page.setViewportSize({ width: 390, height: 844 })
    await expectNoSidewaysScroll(page)
    await expectNoAxeFindings(page, { byNight: true })
    await page.getByRole('button', { name: `Make ${count} files` }).click()
    await expect(made(page)).toBeVisible({ timeout: 200_000 })
    const { bytes, name } = await saved(page, /^Save the-week-from.*zip$/)
    expect(name).toMatch(/^the-week-from-.*\.zip$/)
    const files = unzipSync(bytes)
    expect(Object.keys(files)).toHaveLength(count)
    for (const [index, file] of Object.entries(files).entries()) {
      const { common } = await parseBuffer(file[1], { mimeType: 'audio/mpeg' })
      expect(common.track.no).toBe(index + 1)
      expect(common.album).toMatch(/^The week from/)
    }
  },
)

test(
  'a file leads as I should be led: what I declared makes it milder, unless I take that back',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings')
    await page.getByLabel('high blood pressure').check()
    await goTo(page, 'Routines')
    await page.getByLabel('More for Eight in their order').click()
    await page.getByRole('link', { name: 'Make audio of Eight in their order' }).click()
    const milder = page.getByRole('switch', { name: 'gentler, for my health settings' })
    await expect(milder).toBeChecked()
    await expect(page.getByText(/^(Gentler|Left out): /)).toBeVisible()
    const text = async () => new TextDecoder().decode((await saved(page, 'The routine as text')).bytes)
    const asLed = await text()
    await page.getByText('gentler, for my health').click()
    await expect(milder).not.toBeChecked()
    expect(await text()).not.toBe(asLed)
  },
)
