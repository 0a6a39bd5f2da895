import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, expect, test, type Page } from '@playwright/test'
import { choose, expectNoAxeFindings, expectNoSidewaysScroll, goTo, openAt } from './support'

const YARD = `# A yard of mine
Stand and arrive
Wring the cloth
Cloud hands x8
Settle 90 seconds

## forms

### Wring the cloth
turn in, wring out, x4 each side, hip width, loosen`

/** Assemble a routine with a form of one's own, and go to where it is handed over. */
async function handOver(page: Page, text = YARD) {
  await openAt(page, '/routines')
  await page.getByRole('button', { name: 'New routine' }).click()
  await page.getByRole('textbox', { name: 'The routine as text' }).fill(text)
  await page.getByRole('button', { name: 'Import' }).click()
  await page.getByRole('link', { name: 'Share' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Share/ })).toBeVisible()
}
async function copiedLink(page: Page): Promise<string> {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await page.getByRole('button', { name: 'Copy the link' }).click()
  await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible()
  return page.evaluate(() => navigator.clipboard.readText())
}
/** A browser where nothing has ever been kept. */
async function otherDevice(page: Page, path: string) {
  const context = await page
    .context()
    .browser()!
    .newContext({ viewport: { width: 390, height: 844 } })
  const other = await context.newPage()
  await openAt(other, path)
  return other
}
/** Take in what is shown, and see that it is a routine here, with its form. */
async function takeYard(other: Page) {
  await expect(other.getByRole('heading', { name: 'A yard of mine' })).toBeVisible()
  await expect(other.getByText('Wring the cloth is new here.')).toBeVisible()
  await goTo(other, 'Routines')
  // Looked at, it is not taken.
  await expect(other.getByRole('heading', { name: 'A yard of mine' })).toHaveCount(0)
  await other.goBack()
  await other.getByRole('button', { name: 'Import' }).click()
  await expect(other.getByRole('textbox', { name: 'Name of the routine' })).toHaveValue('A yard of mine')
  await expect(other.locator('[data-entry][data-kind="step"]')).toHaveCount(4)
  await goTo(other, 'Forms')
  await other.getByRole('searchbox', { name: 'Search forms' }).fill('wring')
  await expect(other.getByRole('link', { name: /Wring the cloth/ })).toContainText('mine')
}

test(
  'a routine with a form of one’s own goes to a fresh browser by a link, of which the server sees nothing',
  { tag: '@slow' },
  async ({ page, baseURL }) => {
    await handOver(page)
    await expect(page.getByText('With it go 1 form of my own (Wring the cloth).')).toBeVisible()
    await expectNoAxeFindings(page)
    const link = await copiedLink(page)
    expect(link.length).toBeLessThan(2000)
    const asked: string[] = []
    const other = await otherDevice(page, 'about:blank')
    other.on('request', (request) => asked.push(request.url()))
    await other.goto(link)
    await expect(other.getByRole('button', { name: 'Import' })).toBeVisible()
    const secret = link.slice(link.indexOf('#') + 1)
    expect(asked.length).toBeGreaterThan(3)
    expect(asked.filter((url) => url.includes(secret.slice(2, 40)))).toEqual([])
    await expectNoAxeFindings(other)
    await expectNoSidewaysScroll(other)
    await takeYard(other)
    // The same again is known, and takes nothing twice.
    await other.goto(`${baseURL}/take`)
    await other.getByRole('textbox', { name: 'The link' }).fill(link)
    await other.getByRole('button', { name: 'Look at it' }).click()
    await expect(other.getByText('You have it already')).toBeVisible()
    await expect(other.getByText('Wring the cloth: here already, the same.')).toBeVisible()
    await other.getByRole('button', { name: 'Import' }).click()
    await expect(other.getByRole('textbox', { name: 'Name of the routine' })).toHaveValue('A yard of mine, shared')
    await other.goto(`${baseURL}/take#${secret.slice(0, 60)}`)
    await expect(other.getByRole('alert')).toContainText('not whole')
  },
)

test(
  'how it is done goes along and stays in that routine: the form is done as before elsewhere',
  { tag: '@slow' },
  async ({ page, baseURL }) => {
    await openAt(page, '/forms/cloud-hands')
    const way = page.getByRole('region', { name: 'My way' })
    await choose(way, 'Version', 'seated')
    await way.getByRole('button', { name: 'Save' }).click()
    await expect(way.getByRole('button', { name: 'Save' })).toHaveCount(0)
    await handOver(page)
    await expect(page.getByText('how I do 1 form')).toBeVisible()
    const other = await otherDevice(page, await copiedLink(page))
    await expect(other.getByText('Cloud hands seated')).toBeVisible()
    await other.getByRole('button', { name: 'Import' }).click()
    await expect(other.getByText('as it was shared')).toBeVisible()
    await other.goto(`${baseURL}/forms/cloud-hands`)
    const mine = other.getByRole('region', { name: 'My way' })
    await expect(mine.getByRole('combobox', { name: 'Version', exact: true })).toHaveText('standard')
  },
)

/** A film of pictures for a camera, grey, 640 by 480 (YUV4MPEG2): each is turned a little, and out of focus. */
async function film(page: Page, pictures: string[]): Promise<string> {
  const frames = await page.evaluate(async (svgs) => {
    const made: number[][] = []
    for (const svg of svgs) {
      const image = new Image()
      image.src = `data:image/svg+xml,${encodeURIComponent(svg)}`
      await image.decode()
      const canvas = new OffscreenCanvas(640, 480)
      const context = canvas.getContext('2d')!
      context.fillStyle = '#b8a890'
      context.fillRect(0, 0, 640, 480)
      context.translate(320, 240)
      context.rotate(0.12)
      context.filter = 'blur(0.7px)'
      context.drawImage(image, -200, -200, 400, 400)
      const { data } = context.getImageData(0, 0, 640, 480)
      made.push(Array.from({ length: 640 * 480 }, (_, at) => data[at * 4 + 1]!))
    }
    return made
  }, pictures)
  const grey = Buffer.alloc((640 * 480) / 2, 128)
  const parts = frames.flatMap((frame) =>
    // Each stays for a moment, as a screen shows it.
    Array.from({ length: 12 }, () => [Buffer.from('FRAME\n'), Buffer.from(frame), grey]).flat(),
  )
  const folder = await mkdtemp(join(tmpdir(), 'camera-'))
  const file = join(folder, 'seen.y4m')
  await writeFile(file, Buffer.concat([Buffer.from('YUV4MPEG2 W640 H480 F30:1 Ip A1:1 C420jpeg\n'), ...parts]))
  return file
}
/** The code picture that is shown, as it is drawn. */
const shownPicture = (page: Page) =>
  page.getByRole('img', { name: /code picture/ }).evaluate((svg) => {
    const copy = svg.cloneNode(true) as SVGElement
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
    copy.setAttribute('width', '400')
    copy.setAttribute('height', '400')
    return copy.outerHTML
  })
/** All pictures of a row, one after the other. */
async function allPictures(page: Page): Promise<string[]> {
  await page.getByRole('button', { name: 'Hold still' }).click()
  const label = await page.getByRole('img', { name: /code picture/ }).getAttribute('aria-label')
  const of = Number(/of (\d+)$/.exec(label ?? '')![1])
  const pictures: string[] = []
  for (let seen = 0; seen < of; seen += 1) {
    pictures.push(await shownPicture(page))
    await page.getByRole('button', { name: 'Next' }).click()
  }
  expect(new Set(pictures).size).toBe(of)
  return pictures
}

test(
  'a routine goes to a fresh browser by a code picture that its camera sees',
  { tag: '@slow' },
  async ({ page, baseURL }) => {
    await handOver(page)
    const file = await film(page, [await shownPicture(page)])
    const { executablePath, args = [] } = test.info().project.use.launchOptions!
    const browser = await chromium.launch({
      executablePath: executablePath!,
      args: [...args, `--use-file-for-fake-video-capture=${file}`],
    })
    try {
      const other = await browser.newPage({ baseURL: baseURL!, permissions: ['camera'] })
      await openAt(other, '/take')
      await expectNoAxeFindings(other)
      await other.getByRole('button', { name: 'By camera' }).click()
      await expect(other.getByRole('heading', { name: 'A yard of mine' })).toBeVisible()
      // The camera is not left on.
      await expect(other.locator('video')).toHaveCount(0)
      await other.getByRole('button', { name: 'Import' }).click()
      await expect(other.getByRole('textbox', { name: 'Name of the routine' })).toHaveValue('A yard of mine')
    } finally {
      await browser.close()
      await rm(join(file, '..'), { recursive: true })
    }
  },
)

/** A drawn code picture as a photograph of it, held a little askew. */
async function photograph(page: Page, svg: string): Promise<Buffer> {
  const encoded = await page.evaluate(async (drawn) => {
    const image = new Image()
    image.src = `data:image/svg+xml,${encodeURIComponent(drawn)}`
    await image.decode()
    const canvas = document.createElement('canvas')
    canvas.width = 500
    canvas.height = 500
    const context = canvas.getContext('2d')!
    context.rotate(-0.08)
    context.drawImage(image, 20, 60)
    return canvas.toDataURL('image/jpeg', 0.7).split(',')[1]!
  }, svg)
  return Buffer.from(encoded, 'base64')
}

test(
  'a picture that was photographed several times is shown once, and so is a link that is asked for twice',
  { tag: '@slow' },
  async ({ page }) => {
    await handOver(page)
    const buffer = await photograph(page, await shownPicture(page))
    const link = await copiedLink(page)
    const other = await otherDevice(page, '/take')
    await other
      .getByLabel('Photographs of code pictures')
      .setInputFiles(Array.from({ length: 12 }, (_, at) => ({ name: `${at}.jpg`, mimeType: 'image/jpeg', buffer })))
    await expect(other.getByRole('heading', { name: 'A yard of mine' })).toBeVisible()
    await other.getByRole('button', { name: 'Cancel' }).click()
    await expect(other.getByRole('heading', { name: 'A yard of mine' })).toHaveCount(0)
    await other.getByRole('textbox', { name: 'The link' }).fill(link)
    // Before the first has been answered.
    await Promise.all([other.keyboard.press('Enter'), other.keyboard.press('Enter')])
    await expect(other.getByRole('heading', { name: 'A yard of mine' })).toBeVisible()
  },
)

test(
  'everything goes to another device over a row of photographs, in any order',
  { tag: '@slow' },
  async ({ page }) => {
    await handOver(page)
    await goTo(page, 'Settings')
    await page.getByRole('link', { name: 'To another device by pictures' }).click()
    await expect(page.getByText(/pictures, shown in/)).toBeVisible()
    await page.getByRole('button', { name: 'Show the pictures' }).click()
    await expectNoAxeFindings(page)
    const photographs = await Promise.all((await allPictures(page)).map((svg) => photograph(page, svg)))
    const asFiles = photographs.map((buffer, at) => ({ name: `${at}.jpg`, mimeType: 'image/jpeg', buffer }))
    const other = await otherDevice(page, '/take')
    const [first, ...rest] = asFiles.reverse()
    const chooser = other.getByLabel('Photographs of code pictures')
    await chooser.setInputFiles(first!)
    await expect(other.getByText(`1 of ${asFiles.length} pictures read`)).toBeVisible()
    await chooser.setInputFiles(rest)
    await expect(other.getByText('1 routine')).toBeVisible()
    await other.getByRole('button', { name: 'Import', exact: true }).click()
    await goTo(other, 'Routines')
    await expect(other.getByRole('heading', { name: 'A yard of mine' })).toBeVisible()
  },
)

test(
  'a routine goes by a file, and what is no such file is refused in a sentence',
  { tag: '@slow' },
  async ({ page }) => {
    await handOver(page)
    const saving = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save a-yard-of-mine.json' }).click()
    const path = await (await saving).path()
    const other = await otherDevice(page, '/take')
    const chooser = other.getByLabel('File to take in')
    await chooser.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"no":1}') })
    await expect(other.getByRole('alert')).toContainText('nothing here was changed')
    await other
      .getByLabel('Photographs of code pictures')
      .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('no') })
    await expect(other.getByText('No code picture of Pebblebrook’s could be read in x.png.')).toBeVisible()
    // Where archives are read, such a file is known too, and shown before it is taken.
    await goTo(other, 'Settings')
    await other.getByLabel('Archive to import').setInputFiles(path)
    await expect(other.getByRole('heading', { level: 1, name: 'Import' })).toBeVisible()
    await takeYard(other)
  },
)
