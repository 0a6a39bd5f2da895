import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, choose, letPass, openAt, standStill } from './support'

const now = (page: Page) => page.getByRole('region', { name: 'Now' })

/** Follow a routine of these forms from its page. */
async function follow(page: Page, forms: string[]) {
  await openAt(page, '/')
  await assemble(page, 'A trial', forms)
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await begin(page)
}

test.use({ contextOptions: { reducedMotion: 'no-preference' } })

test('works by keys alone, from the first to the end', async ({ page }) => {
  await follow(page, ['Rise and sink', 'Draw the bow'])
  await expect(now(page)).toContainText('NextRise and sink')
  await letPass(page, 9)
  await expect(now(page)).toContainText('Rise5more, then Draw the bow')

  await page.keyboard.press('+')
  await expect(now(page)).toContainText('6more')
  await page.keyboard.press('-')
  await page.keyboard.press('-')
  await expect(now(page)).toContainText('4more')

  await page.keyboard.press('Space')
  await expect(page.getByText('Paused', { exact: true })).toBeVisible()
  await letPass(page, 300)
  await expect(now(page)).toContainText('4more')
  await page.keyboard.press('Space')
  await expect(page.getByText('Paused', { exact: true })).toBeHidden()

  await page.keyboard.press('ArrowRight')
  await expect(now(page)).toContainText('NextDraw the bow')
  await expect(now(page)).toContainText('wide stance, left first')
  await letPass(page, 9)
  await expect(now(page)).toContainText('Gather2more each side')
  await page.keyboard.press('ArrowLeft')
  await expect(now(page)).toContainText('NextDraw the bow')
  await page.keyboard.press('ArrowLeft')
  await expect(now(page)).toContainText('NextRise and sink')

  await page.clock.resume()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toContainText('End this session?')
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await expect(page.getByText('A trial is in the journal.')).toBeVisible()
})

test(
  'shows the side as a place on the screen, and calls it mirrored when that is chosen',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings')
    await choose(page, 'Sides are called', 'mirrored, as facing me')
    await page.getByRole('button', { name: 'Save' }).click()
    await assemble(page, 'A trial', ['Ankle circles'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await expect(now(page)).toContainText('right first')
    const word = now(page).getByText('Ankle circles').last()
    expect((await word.boundingBox())!.x).toBeLessThan(200)
    await letPass(page, 9)
    await expect(now(page)).toContainText('then the left side')
    await letPass(page, 16)
    // Which leg stands is said too: mirrored, as the side is.
    await expect(now(page)).toContainText(/Change0:0\dto the left side, standing on the right leg/)
  },
)

test('waits in an open form until it is enough', { tag: '@slow' }, async ({ page }) => {
  await follow(page, ['Move as you like', 'Three sweeps down'])
  await letPass(page, 400)
  await expect(now(page)).toContainText('until you go on')
  await expect(now(page)).toContainText(/6:3\d|6:2\d/)
  await page.keyboard.press('ArrowRight')
  await expect(now(page)).toContainText('Rest')
})

test('a reload in the middle loses nothing: it can be resumed where it was', { tag: '@slow' }, async ({ page }) => {
  await follow(page, ['Rise and sink', 'Draw the bow'])
  await letPass(page, 25)
  await expect(now(page)).toContainText('4more')
  // What was done is written down within a second of the session's time.
  await letPass(page, 1.2)
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<number>((resolve, reject) => {
            const opening = indexedDB.open('pebblebrook')
            opening.onerror = () => reject(opening.error)
            opening.onsuccess = () => {
              const got = opening.result.transaction('alive').objectStore('alive').getAll()
              got.onsuccess = () => {
                const [stored] = got.result as { aliveAtMs: number; given: { atMs: number }[] }[]
                resolve(stored ? stored.aliveAtMs - stored.given[0]!.atMs : 0)
                opening.result.close()
              }
            }
          }),
      ),
    )
    .toBeGreaterThan(25_000)
  await page.reload()
  const interrupted = page.getByRole('region', { name: 'Interrupted session' })
  await expect(interrupted).toContainText('A trial was interrupted on Tuesday')
  await page.clock.resume()
  await interrupted.getByRole('button', { name: 'Resume it' }).click()
  await expect(page.getByText('Paused', { exact: true })).toBeVisible()
  await expect(now(page)).toContainText('4more')
  await page.keyboard.press('Space')
  await letPass(page, 500)
  await expect(page.getByText('A trial is in the journal.')).toBeVisible()
})

test('an interrupted session can be logged as far as it went', { tag: '@slow' }, async ({ page }) => {
  await follow(page, ['Rise and sink', 'Draw the bow'])
  await letPass(page, 31)
  await expect(now(page)).toContainText('3more')
  await page.keyboard.press('Space')
  await expect(page.getByText('Paused', { exact: true })).toBeVisible()
  await page.goto('/')
  await page.getByRole('button', { name: 'Log what was done' }).click()
  await page.getByRole('button', { name: /A trial/ }).click()
  const rows = page.getByRole('table').filter({ hasText: 'Planned' })
  await expect(rows.getByRole('row', { name: /Rise and sink/ })).toContainText(/62\s*left early/)
  await expect(rows.getByRole('row', { name: /Draw the bow/ })).toContainText('skipped')
  await expect(page.getByRole('region', { name: 'Interrupted session' })).toBeHidden()
})

test(
  'is heard: a bell for the form at once, and the first breath when the lead-in is over',
  { tag: '@slow' },
  async ({ page }) => {
    await page.addInitScript(() => {
      const heard: { atSeconds: number; lengthSeconds: number; loud: boolean }[] = []
      Object.assign(window, { heard })
      const start = AudioBufferSourceNode.prototype.start
      AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0, ...rest) {
        const samples = this.buffer!.getChannelData(0)
        // A breath or a bell; what is said comes in short clips of its own.
        if (this.buffer!.duration > 2)
          heard.push({
            atSeconds: when - offset,
            lengthSeconds: this.buffer!.duration,
            loud: samples.some((sample) => Math.abs(sample) > 0.1),
          })
        return start.call(this, when, offset, ...rest)
      }
    })
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await page.waitForURL('**/follow')
    // Here the page's clock must run as the audio's does.
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    const heard = () =>
      page.evaluate(
        () => (window as never as { heard: { atSeconds: number; lengthSeconds: number; loud: boolean }[] }).heard,
      )
    await expect.poll(async () => (await heard()).length).toBeGreaterThanOrEqual(2)
    const [bell, breath] = await heard()
    expect(bell!.loud && breath!.loud).toBe(true)
    expect(bell!.lengthSeconds).toBeCloseTo(2.4, 3)
    expect(breath!.lengthSeconds).toBeCloseTo(4, 3)
    // Scheduled ahead on the audio clock, 8 s after the bell, which may come a moment late while the sound wakes up.
    expect(Math.abs(breath!.atSeconds - bell!.atSeconds - 8)).toBeLessThan(1.5)
    // Nothing is scheduled twice, however often the clock beats.
    await page.waitForTimeout(1500)
    const times = (await heard()).map(
      ({ atSeconds, lengthSeconds }) => `${atSeconds.toFixed(1)} ${lengthSeconds.toFixed(1)}`,
    )
    expect(new Set(times).size).toBe(times.length)
    const soFar = times.length
    // With the page's own timers and frames standing still, as in a hidden page, the worker's beat alone keeps the sound going.
    await standStill(page)
    await letPass(page, 12)
    await expect.poll(async () => (await heard()).length).toBeGreaterThan(soFar)
  },
)

test('stands still for those who ask for no motion, and still tells everything', { tag: '@slow' }, async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await follow(page, ['Rise and sink'])
  await letPass(page, 9)
  await expect(now(page)).toContainText('Rise')
  const flow = page.locator('.water-frame svg').first()
  const shift = () => flow.evaluate((water) => Math.round(new DOMMatrix(getComputedStyle(water).transform).e))
  await expect.poll(shift).not.toBe(0)
  await page.waitForTimeout(500)
  const before = await shift()
  await letPass(page, 1)
  await page.clock.runFor(200)
  expect(await shift()).toBe(before)
  await letPass(page, 3)
  await expect(now(page)).toContainText('Sink')
  await expect.poll(shift).not.toBe(before)
})
