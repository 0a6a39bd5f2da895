import { expect, test, type Locator, type Page } from '@playwright/test'
import { begin, choose, expectNoAxeFindings, goTo, letPass, openAt, openDemo } from './support'

/** Somebody's hands: every key and every click is counted, and nothing else is done to the page. */
function handsOn(page: Page) {
  let presses = 0
  return {
    async key(name: string) {
      presses += 1
      await page.keyboard.press(name)
    },
    async type(text: string) {
      presses += text.length
      await page.keyboard.type(text)
    },
    /** A line that is written is one act; its letters are the person's own words. */
    async write(line: string) {
      presses += 1
      await page.keyboard.type(line)
    },
    async click(what: Locator) {
      presses += 1
      await what.click()
    },
    presses: () => presses,
  }
}
type Hands = ReturnType<typeof handsOn>
interface Task {
  name: string
  /** So many presses at most. */
  most: number
  does: (page: Page, hands: Hands) => Promise<void>
}
const button = (within: Page | Locator, name: string | RegExp) => within.getByRole('button', { name, exact: true })
// Today has a region whose name has the word in it, too.
const now = (page: Page) => page.getByRole('region', { name: 'Now', exact: true })

/** Measures tasks that follow on one another from where the page stands, and says what each took. */
async function measured(page: Page, tasks: readonly Task[]) {
  for (const { name, most, does } of tasks) {
    const hands = handsOn(page)
    await test.step(name, () => does(page, hands))
    process.stdout.write(`| ${name.padEnd(58)} | ${String(hands.presses()).padStart(2)} | at most ${most} |\n`)
    expect.soft(hands.presses(), name).toBeLessThanOrEqual(most)
  }
}

test(
  'of a session each thing takes one to four presses: begun, changed, ended, felt, put right',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page)
    await expect(button(page, 'Start')).toBeFocused()
    const name = await page.getByRole('region', { name: 'What to practise now' }).getByRole('heading').innerText()
    await measured(page, [
      {
        name: 'another routine than the one proposed',
        most: 1,
        does: async (_, hands) => {
          await hands.key('n')
          await expect(page.getByRole('region', { name: 'What to practise now' })).not.toContainText(`${name}\n`)
        },
      },
      {
        name: 'what I am tired for: a milder one',
        most: 1,
        does: async (_, hands) => {
          await hands.key('s')
          await expect(button(page, /^tired/)).toHaveAttribute('aria-pressed', 'true')
        },
      },
      {
        name: 'fine again',
        most: 1,
        does: async (_, hands) => {
          await hands.key('f')
          await expect(button(page, /^fine/)).toHaveAttribute('aria-pressed', 'true')
        },
      },
      {
        name: 'begin with ten minutes at hand',
        most: 2,
        does: async (_, hands) => {
          await hands.key('3')
          await hands.click(button(page, 'Start'))
          await expect(now(page)).toBeVisible()
        },
      },
      {
        name: 'end it and keep what was done',
        most: 2,
        does: async (_, hands) => {
          await page.clock.fastForward(60_000)
          await hands.key('Escape')
          await hands.click(button(page, 'End and save'))
          await expect(page.getByText(/is in the journal\./)).toBeVisible()
        },
      },
      {
        name: 'say how it was: three scales',
        most: 3,
        does: async (_, hands) => {
          await hands.type('434')
          await expect(page.getByRole('button', { pressed: true })).toHaveCount(3)
        },
      },
      {
        name: 'back to Today',
        most: 1,
        does: async (_, hands) => {
          await hands.click(button(page, 'Done'))
          await expect(page).toHaveURL(/\/$/)
        },
      },
      {
        name: 'begin today’s',
        most: 1,
        does: async (_, hands) => {
          await expect(button(page, 'Start')).toBeFocused()
          await hands.key('Enter')
          await expect(now(page)).toBeVisible()
        },
      },
      {
        name: 'one more of this form, taken back',
        most: 2,
        does: async (_, hands) => {
          await page.clock.fastForward(20_000)
          await hands.key('+')
          await hands.key('u')
          await expect(page.getByText('Undone.').first()).toBeVisible()
        },
      },
      {
        name: 'dizzy: everything is dropped',
        most: 1,
        does: async (_, hands) => {
          await hands.key('d')
          await expect(page.getByRole('region', { name: 'Dizzy' })).toBeVisible()
          await expect(button(page, 'I sit and breathe normally')).toBeFocused()
        },
      },
      {
        name: 'go on',
        most: 2,
        does: async (_, hands) => {
          await hands.key('Tab')
          await hands.key('Enter')
          await expect(now(page)).toBeVisible()
        },
      },
      {
        name: 'fit the rest to the minutes that are left',
        most: 2,
        does: async (_, hands) => {
          await hands.key('m')
          await hands.click(page.getByRole('dialog').getByRole('button', { name: /^5/ }))
          await expect(page.getByRole('dialog')).toHaveCount(0)
        },
      },
      {
        name: 'correct a count in the journal',
        most: 4,
        does: async (_, hands) => {
          await page.keyboard.press('Escape')
          await button(page, 'End and save').click()
          await button(page, 'Done').click()
          await goTo(page, 'Journal')
          const sessions = page.getByRole('region', { name: 'Sessions' })
          await hands.click(sessions.getByRole('button', { expanded: false }).first())
          await hands.click(button(sessions, 'Edit').first())
          // The dialog gives the focus to its first field once it stands: what is focused before loses it.
          await expect(page.getByRole('dialog').getByRole('textbox', { name: 'What it was' })).toBeFocused()
          const count = page.getByRole('dialog').getByRole('spinbutton').nth(2)
          const before = await count.inputValue()
          await count.focus()
          await hands.key('ArrowUp')
          await expect(count).not.toHaveValue(before)
          await hands.click(button(page.getByRole('dialog'), 'Save'))
          await expect(sessions).toContainText('Edited')
        },
      },
      {
        name: 'a class elsewhere: opened, one line, kept',
        most: 3,
        does: async (_, hands) => {
          await hands.click(button(page, 'Add practice done elsewhere'))
          await expect(page.getByRole('textbox', { name: 'In one line' })).toBeFocused()
          await hands.write('class 75 min last Thursday 18:30, calm 4')
          await hands.key('Enter')
          await expect(page.getByRole('listitem').filter({ hasText: 'Thu 5 Mar, 18:30' })).toBeVisible()
        },
      },
    ])
  },
)

test(
  'a routine of twelve forms is assembled, fitted, printed and followed by keys alone',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page)
    await goTo(page, 'Routines')
    await button(page, 'New routine').click()
    await page.getByRole('textbox', { name: 'Name of the routine' }).focus()
    const stops: string[] = []
    for (let tabs = 0; tabs < 10 && stops.at(-1) !== 'I have'; tabs += 1) {
      await page.keyboard.press('Tab')
      stops.push(
        await page.evaluate(() => {
          const here = document.activeElement as HTMLInputElement
          return here.labels?.[0]?.textContent ?? here.ariaLabel ?? here.textContent ?? ''
        }),
      )
    }
    expect(stops.at(-1), `from the name: ${stops.join(', ')}`).toBe('I have')
    await measured(page, [
      {
        name: 'twelve forms, from an empty routine',
        most: 40,
        does: async (_, hands) => {
          // One stop of the Tab key holds all the forms: what is learned comes first, by the arc.
          await page.getByRole('searchbox', { name: 'Search forms to add' }).focus()
          await hands.key('ArrowDown')
          for (let form = 0; form < 12; form += 1) {
            await hands.key('Enter')
            if (form < 11) await hands.key('ArrowDown')
          }
          await expect(page.locator('[data-entry]')).toHaveCount(12)
        },
      },
      {
        name: 'fit it to ten minutes',
        most: 4,
        does: async (_, hands) => {
          await hands.key('/')
          await expect(page.getByRole('combobox', { name: 'A form or what to do' })).toBeFocused()
          await hands.type('10')
          await hands.key('Enter')
          await expect(page.getByRole('region', { name: 'Fit to time' }).getByRole('status')).toContainText('min')
        },
      },
      {
        name: 'one more form, by its first letters and its count',
        most: 8,
        does: async (_, hands) => {
          await hands.key('/')
          await expect(page.getByRole('combobox', { name: 'A form or what to do' })).toBeFocused()
          await hands.type('clou 8')
          await expect(page.getByRole('option').first()).toContainText('Add Cloud hands')
          await hands.key('Enter')
          await expect(page.getByRole('dialog')).toContainText('Cloud hands added.')
          await page.keyboard.press('Escape')
          await expect(page.locator('[data-entry]')).toHaveCount(13)
          await expect(page.getByRole('dialog')).toHaveCount(0)
          // The focus is where it was before the menu.
          await expect(page.getByRole('button', { name: /^Add / }).and(page.locator(':focus'))).toHaveCount(1)
        },
      },
      {
        name: 'take that back',
        most: 1,
        does: async (_, hands) => {
          await hands.key('ControlOrMeta+z')
          await expect(page.locator('[data-entry]')).toHaveCount(12)
        },
      },
      {
        name: 'leave a step out for now',
        most: 1,
        does: async (_, hands) => {
          await page.locator('[data-entry]').nth(3).focus()
          await hands.key('x')
          await expect(page.locator('[data-entry]').nth(3)).toContainText('left out')
        },
      },
      {
        name: 'remove a step; the focus goes to the next',
        most: 1,
        does: async (_, hands) => {
          await page.locator('[data-entry]').nth(3).focus()
          await hands.key('Delete')
          await expect(page.locator('[data-entry]')).toHaveCount(11)
          await expect(page.locator('[data-entry]').nth(3)).toBeFocused()
        },
      },
      {
        name: 'a card to print',
        most: 5,
        does: async (_, hands) => {
          await hands.key('/')
          await expect(page.getByRole('combobox', { name: 'A form or what to do' })).toBeFocused()
          await hands.type('pri')
          await expect(page.getByRole('option').first()).toContainText('Print a card')
          await hands.key('Enter')
          await expect(page).toHaveURL(/\/routines\/card\//)
        },
      },
    ])
  },
)

/** Thirty steps, forty minutes, with their closing. */
async function expectFitted(page: Page) {
  const figures = page.getByText(/at my pace · 30 steps/)
  await expect(figures).toContainText(/(39|40) min( \d+ s)? at my pace/)
  await expect(figures).toContainText(/closing .+ \(at least .+\)/)
}
test('thirty forms are assembled and fitted to forty minutes by keys alone', { tag: '@slow' }, async ({ page }) => {
  await openDemo(page)
  await goTo(page, 'Routines')
  await page.keyboard.press('Tab')
  await button(page, 'New routine').press('Enter')
  await page.getByRole('searchbox', { name: 'Search forms to add' }).focus()
  await page.keyboard.press('ArrowDown')
  for (let form = 0; form < 30; form += 1) {
    await page.keyboard.press('Enter')
    await page.keyboard.press('ArrowDown')
  }
  await expect(page.locator('[data-entry]')).toHaveCount(30)
  await page.keyboard.press('/')
  await expect(page.getByRole('combobox', { name: 'A form or what to do' })).toBeFocused()
  await page.keyboard.type('40')
  await page.keyboard.press('Enter')
  await button(page, /^Apply/).press('Enter')
  await expectFitted(page)
})

test(
  'the forms to add stay where they are while forms come to stand beside them, and each press adds one',
  { tag: '@slow' },
  async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 })
    await openAt(page, '/routines')
    await button(page, 'New routine').click()
    await page.evaluate(() => document.fonts.ready)
    const arrive = page.getByRole('button', { name: 'Add Stand and arrive', exact: true })
    // Where it stands in the page: a click may scroll what is half below the edge.
    const place = () => arrive.evaluate((each) => each.getBoundingClientRect().top + window.scrollY)
    const before = await place()
    for (let presses = 0; presses < 3; presses += 1) await arrive.click()
    await expect(page.locator('[data-entry]')).toHaveCount(3)
    expect(await place()).toBeCloseTo(before, 0)
    await expect(arrive).toContainText('3× in it')
  },
)

test(
  'on a phone the picker does not move from under the thumb, and a step shows its name and count until it is pressed',
  { tag: '@slow' },
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await openAt(page, '/routines')
    await button(page, 'New routine').click()
    const arrive = page.getByRole('button', { name: 'Add Stand and arrive', exact: true })
    await arrive.scrollIntoViewIfNeeded()
    const before = (await arrive.boundingBox())!
    expect(before.height).toBeGreaterThanOrEqual(44)
    await arrive.click()
    await arrive.click()
    await expect(page.locator('[data-entry]')).toHaveCount(2)
    expect(Math.abs((await arrive.boundingBox())!.y - before.y)).toBeLessThan(30)
    const step = page.locator('[data-entry]').first()
    await expect(step.getByRole('combobox')).toHaveCount(0)
    await step.locator('.name').click()
    await expect(step.getByRole('combobox', { name: 'Part of session for Stand and arrive' })).toBeVisible()
    await expectNoAxeFindings(page)
  },
)

test(
  'the keys of the screen are shown on a question mark, and no letter leaves the demo from a thing that has keys',
  { tag: '@slow' },
  async ({ page }) => {
    await openDemo(page)
    await page.keyboard.press('?')
    const keys = page.getByRole('dialog', { name: 'Keys' })
    await expect(keys.getByRole('heading', { level: 3 }).first()).toHaveText('Today')
    await expectNoAxeFindings(page)
    await page.keyboard.press('Escape')
    await expect(keys).toHaveCount(0)
    await goTo(page, 'Routines')
    await page
      .getByLabel(/^More for/)
      .first()
      .click()
    await page
      .getByRole('button', { name: /^Duplicate .* and edit it$/ })
      .first()
      .click()
    await page.locator('[data-entry]').first().focus()
    await page.keyboard.press('b')
    await expect(page.getByRole('complementary', { name: 'Demo' })).toBeVisible()
    await page.locator('body').press('?')
    await expect(keys.getByRole('heading', { level: 3 }).first()).toHaveText('A routine')
  },
)

for (const { width, height, what } of [
  { width: 320, height: 568, what: 'on the smallest phone' },
  { width: 640, height: 400, what: 'at twice the size on a desk' },
]) {
  test(
    `${what}, the movement, the count and the time left stay in sight while following`,
    { tag: '@slow' },
    async ({ page }) => {
      await page.setViewportSize({ width, height })
      await openAt(page, '/routines')
      await page.getByRole('button', { name: 'Start While the kettle warms', exact: true }).click()
      await begin(page)
      await letPass(page, 20)
      for (const seen of [now(page).locator('.word'), now(page).locator('.number'), page.getByText(/ left$/).last()]) {
        const box = (await seen.boundingBox())!
        expect(box.x).toBeGreaterThanOrEqual(0)
        expect(box.x + box.width).toBeLessThanOrEqual(width)
        expect(box.y).toBeGreaterThanOrEqual(0)
        expect(box.y + box.height).toBeLessThanOrEqual(height)
      }
    },
  )
}

test(
  'a finger that is still on its way when the session begins changes nothing, and a moment later it does',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await page.getByRole('button', { name: 'Start While the kettle warms', exact: true }).click()
    await begin(page)
    const pause = page.getByRole('toolbar', { name: 'Change the session' }).getByRole('button', { name: /^Pause/ })
    await pause.click()
    await expect(pause).toBeVisible()
    await letPass(page, 2)
    await pause.click()
    await expect(now(page)).toContainText('Paused')
  },
)

test(
  'forms are found by when they were last done; on a phone the filters are folded until they are asked for',
  { tag: '@slow' },
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await openDemo(page)
    await goTo(page, 'Forms')
    const filter = page.getByRole('combobox', { name: 'Last practised' })
    await expect(filter).toBeHidden()
    await button(page, 'Filters').click()
    const count = async () => Number.parseInt(await page.getByRole('search').getByRole('status').innerText())
    const all = await count()
    await choose(page, 'Last practised', 'never done')
    const never = await count()
    await choose(page, 'Last practised', 'not done for a month')
    const longAgo = await count()
    expect(never).toBeGreaterThan(0)
    expect(longAgo).toBeGreaterThan(0)
    expect(never + longAgo).toBeLessThan(all)
    await expect(button(page, 'Filters (1)')).toBeVisible()
  },
)

test.describe('where a finger presses', () => {
  test.use({ hasTouch: true, isMobile: true, viewport: { width: 390, height: 844 } })

  test(
    'no key is spoken of: not on the pages, nor while following and at its end',
    { tag: '@slow' },
    async ({ page }) => {
      const nothingOfKeys = async () => {
        await expect(page.locator('kbd:visible')).toHaveCount(0)
        expect(await page.locator('body').innerText()).not.toMatch(/\bSpace\b|\bEscape\b|\bAlt\b|\bkeys\b|\([A-Z?]\)/i)
      }
      await openDemo(page)
      await expect(button(page, 'Another')).toBeVisible()
      await nothingOfKeys()
      await goTo(page, 'Week')
      await expect(page.getByText('Touch a stone to edit or delete it')).toBeVisible()
      await nothingOfKeys()
      await page.goto('/breath')
      await button(page, 'Begin with the next in-breath').tap()
      await expect(button(page, 'Dizzy')).toBeVisible()
      await nothingOfKeys()
      await goTo(page, 'Routines')
      await button(page, 'Start While the kettle warms').tap()
      await expect(button(page, 'Start')).toBeVisible()
      await nothingOfKeys()
      await begin(page)
      await letPass(page, 4)
      await page.clock.resume()
      await nothingOfKeys()
      await button(page, 'Minutes I have').tap()
      await expect(page.getByRole('dialog')).toContainText('The rest is fitted to them')
      await nothingOfKeys()
      await button(page.getByRole('dialog'), 'Close').tap()
      await button(page, 'One more').tap()
      await expect(button(page, /^Undo/)).toBeVisible()
      await nothingOfKeys()
      await button(page, 'End').tap()
      await button(page, 'End and save').tap()
      await expect(button(page, 'from memory')).toBeVisible()
      await nothingOfKeys()
    },
  )

  test('who comes for the first time finds what this is and Begin on a low screen, above the places, and what is asked below it', async ({
    page,
  }) => {
    await page.setViewportSize({ width: 390, height: 664 })
    await openAt(page, '/')
    await expect(page.getByText('Pebblebrook leads your tai chi')).toBeInViewport({ ratio: 1 })
    const begins = await button(page, 'Start').boundingBox()
    const places = await page.getByRole('navigation', { name: 'Places' }).boundingBox()
    expect(begins!.y + begins!.height).toBeLessThanOrEqual(places!.y)
    const asks = await page.getByRole('group', { name: 'I am' }).boundingBox()
    expect(asks!.y).toBeGreaterThan(begins!.y)
    await button(page, 'tired').tap()
    await expect(button(page, 'tired')).toHaveAttribute('aria-pressed', 'true')
    await expect(page.getByRole('region', { name: 'What to practise now' })).toContainText('it asks little')
  })

  test(
    'thirty forms are assembled and fitted to forty minutes with the thumb, on targets of 44 px',
    { tag: '@slow' },
    async ({ page }) => {
      /** What is smaller than a thumb's width, of all buttons of a kind that can be seen. */
      const tooSmall = async (which: Locator) => {
        const sizes = await which.evaluateAll((all) =>
          all
            .map((each) => [each.getAttribute('aria-label') ?? each.textContent, each.getBoundingClientRect()] as const)
            .filter(([, box]) => box.height > 0 && Math.min(box.height, box.width) < 43.5)
            .map(([name, box]) => `${name}: ${Math.round(box.width)} by ${Math.round(box.height)}`),
        )
        return sizes
      }
      await openDemo(page)
      await goTo(page, 'Routines')
      await button(page, 'New routine').tap()
      const add = page.getByRole('button', { name: /^Add (?!rounds)/ })
      await expect(add.nth(29)).toBeAttached()
      for (let form = 0; form < 30; form += 1) await add.nth(form).tap()
      const steps = page.locator('[data-entry]')
      await expect(steps).toHaveCount(30)
      expect(await tooSmall(add)).toEqual([])
      expect(await tooSmall(steps.getByRole('button'))).toEqual([])
      await steps.nth(2).locator('.name').tap()
      await expect(steps.nth(2).getByRole('combobox').first()).toBeVisible()
      expect(await tooSmall(steps.nth(2).getByRole('button'))).toEqual([])
      const fit = page.getByRole('region', { name: 'Fit to time' })
      expect(await tooSmall(fit.locator('button'))).toEqual([])
      await fit.getByRole('spinbutton', { name: 'I have' }).fill('40')
      await fit.getByRole('button', { name: 'Fit', exact: true }).tap()
      await fit.getByRole('button', { name: /^Apply/ }).tap()
      await expectFitted(page)
    },
  )
})
