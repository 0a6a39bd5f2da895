/**
 * What axe finds on every screen of the demo and in its dialogs, at the widths of a narrow and a usual phone, a tablet and a desk, and at twice the size of
 * letters, by day and by night; and what stands wider than the screen there. The browser tests look at each screen at one width; here it is all of them.
 */
import axe from 'axe-core'
import { chromium, type Page } from '@playwright/test'
import { SCREENS } from '../tests/e2e/screens'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { oneOf } from './support/seed'

const SIZES = [
  { width: 320, letters: 1 },
  { width: 390, letters: 1 },
  { width: 820, letters: 1 },
  { width: 1280, letters: 1 },
  { width: 1280, letters: 2 },
]
const USUAL_LETTERS = 106.25
const BESIDE = ['/seasons', '/seasons/new', '/carry?routine=before-the-workshop-opens', '/voice', '/screen', '/nowhere']
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first()

/** What comes up on a screen when something is pressed there. */
const STATES: [name: string, path: string, act: (page: Page) => Promise<unknown>][] = [
  ['a form is missing its name', '/forms/new', (page) => button(page, 'Save').click()],
  ['all of a form unfolded', '/forms/new', (page) => page.locator('details').evaluateAll(unfold)],
  ['more for a routine', '/routines', (page) => page.locator('details').evaluateAll(unfold)],
  ['a routine to be removed', '/routines', removeFirst],
  ['a routine assembled', '/routines', (page) => button(page, /^Change /).click()],
  ['what can be done, by a key', '/routines', openMenu],
  ['the keys', '/', (page) => page.locator('body').press('?')],
  ['how it is now', '/', (page) => page.locator('details').evaluateAll(unfold)],
  ['a session opened', '/journal', (page) => page.getByRole('button', { expanded: false }).last().click()],
  ['practice done elsewhere', '/journal', (page) => button(page, 'Add practice done elsewhere').click()],
  ['everything to be erased', '/settings', (page) => button(page, 'Erase everything').click()],
  ['before a session', '/routines', (page) => button(page, /^Follow /).click()],
  ['a session', '/routines', follow],
  ['dizzy', '/routines', (page) => follow(page).then(() => page.keyboard.press('z'))],
  ['a session ended', '/routines', endIt],
]
function unfold(all: Element[]) {
  for (const each of all) (each as HTMLDetailsElement).open = true
}
async function removeFirst(page: Page) {
  await page.locator('details').evaluateAll(unfold)
  await button(page, /^Delete /).click()
}
async function openMenu(page: Page) {
  await button(page, /^Change /).click()
  await page.locator('[data-entry]').first().focus()
  await page.keyboard.press('/')
}
async function follow(page: Page) {
  await button(page, /^Follow /).click()
  await button(page, 'Start').click()
  await page.getByRole('region', { name: 'Now' }).waitFor()
}
async function endIt(page: Page) {
  await follow(page)
  await page.keyboard.press('Escape')
  await button(page, 'End and save').click()
}

const { address, stop } = await startServer(4396, true)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
const sums = { looked: 0, found: 0, wide: 0, unseen: 0 }

/** Look at the page as it stands, by day and by night. */
async function look(page: Page, name: string) {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' })
    const isSo = page.locator(colorScheme === 'dark' ? 'html.night' : 'html:not(.night)')
    // What stands in the place of a screen takes its colours as it is opened.
    const isAtOnce = await isSo.waitFor({ state: 'attached', timeout: 5000 }).then(
      () => true,
      () => false,
    )
    if (!isAtOnce) {
      await page.reload()
      await page.getByRole('heading').first().waitFor()
    }
    if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
    const { found, wide } = await page.evaluate(async (contrastOnly) => {
      const { violations } = await (window as never as { axe: typeof import('axe-core') }).axe.run(document, {
        resultTypes: ['violations'],
        ...(contrastOnly && { runOnly: ['color-contrast'] }),
      })
      const root = document.documentElement
      return {
        found: violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`),
        wide: root.scrollWidth - root.clientWidth,
      }
    }, colorScheme === 'dark')
    sums.looked += 1
    sums.found += found.length
    if (wide > 0) sums.wide += 1
    for (const each of found) console.log(`  ${name}, ${colorScheme}: ${each.slice(0, 200)}`)
    if (wide > 0) console.log(`  ${name}: ${wide} px wider than the screen`)
  }
}

try {
  // Another seed, another form among the many.
  const forms = ['/forms/cloud-hands', '/forms/hold-up-the-sky', '/forms/post-at-the-heart', '/forms/rise-and-sink']
  const paths = [...SCREENS.flatMap(([, all]) => all), ...BESIDE, oneOf(forms)]
  for (const { width, letters } of SIZES) {
    const context = await browser.newContext({ viewport: { width, height: 800 }, timezoneId: 'Europe/Lisbon' })
    const page = await context.newPage()
    page.setDefaultTimeout(20_000)
    const open = async (path: string) => {
      await page.goto(address + path)
      await page.evaluate((size) => (document.documentElement.style.fontSize = `${size}%`), USUAL_LETTERS * letters)
      await page.getByRole('heading').first().waitFor()
      await page.waitForTimeout(1200)
    }
    const here = `${width} px${letters > 1 ? `, letters ${letters} times as large` : ''}`
    for (const [name, path, act] of [...paths.map((each) => [each, each, null] as const), ...STATES]) {
      const seen = open(path)
        .then(() => act?.(page))
        .then(() => page.waitForTimeout(act ? 600 : 0))
        .then(() => look(page, `${name}, ${here}`))
      await seen.catch((error: unknown) => {
        sums.unseen += 1
        console.log(`  ${name}, ${here}: not seen, ${String(error).split('\n')[0]}`)
      })
    }
    await context.close()
  }
  console.log(
    `access: ${paths.length} screens and ${STATES.length} states at ${SIZES.length} sizes, by day and by night, ${sums.looked} looks: ${sums.found} findings of axe, ${sums.wide} wider than the screen, ${sums.unseen} not seen (aim: 0, 0, 0)`,
  )
} finally {
  await browser.close()
  stop()
}
