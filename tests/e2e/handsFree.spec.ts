import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, choose, expectNoAxeFindings, goTo, letPass, letPassToTheEnd, listen, openAt } from './support'

const now = (page: Page) => page.getByRole('region', { name: 'Now' })
const answer = (page: Page) => page.getByRole('status').filter({ has: page.getByRole('button', { name: /Undo/ }) })

/** Follow a routine of these forms from its page. */
async function follow(page: Page, forms: string[]) {
  await openAt(page, '/')
  await assemble(page, 'A trial', forms)
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await begin(page)
}

test(
  'a whole session can be followed by ear alone: every form, side, count left and the end',
  { tag: '@slow' },
  async ({ page }) => {
    const heard = await listen(page)
    await openAt(page, '/settings')
    await choose(page, 'Says of the count', 'every count left')
    await assemble(page, 'A trial', ['Rise and sink', 'Draw the bow', 'Hips both ways', 'Hands on the belly'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await page.waitForTimeout(500)
    await letPassToTheEnd(page, 6)
    await expect(page.getByText('A trial is in the journal.')).toBeVisible()
    const stream = (await heard()).sort((one, other) => one.atSeconds - other.atSeconds)
    const said = stream
      .filter(({ kind }) => kind === 'voice')
      .map(({ phrases }) => phrases!.map(({ text }) => text).join(' '))

    // Each form is announced, in the order of the routine, with the part of the arc, the stance and the side where they are new.
    const names = ['Hips both ways', 'Rise and sink', 'Draw the bow', 'Hands on the belly']
    const announced = names.map((name) => said.find((text) => text.includes(name))!)
    expect(announced).toEqual([
      'loosen Hips both ways shoulder width one way',
      'next the work Rise and sink',
      'next Draw the bow wide stance left side',
      expect.stringMatching(/^next (gather|settle) Hands on the belly/),
    ])
    const positions = announced.map((text) => said.indexOf(text))
    expect(positions).toEqual([...positions].sort((one, other) => one - other))
    // Counts left fall to the last one, on each side.
    const within = (index: number) => said.slice(positions[index]! + 1, positions[index + 1])
    expect(within(0)).toContainEqual(expect.stringMatching(/change sides the other way/))
    expect(within(1)).toEqual(['5 more', '4 more', '3 more', '2 more', '1 more', 'last one'])
    // Where the eyes go is said now and then between them.
    expect(within(2)).toContain('Look over the hand in front')
    expect(within(2).filter((text) => !text.startsWith('Look'))).toEqual([
      'left side 2 more',
      'right side 2 more',
      'left side 1 more',
      'right side 1 more',
      'left side last one',
      'right side last one',
    ])
    expect(said.at(-1)).toBe('that is the end')
    expect(stream.some(({ kind, bell }) => kind === 'bell' && bell === 'end')).toBe(true)
    // The breath itself: tones that go in and out by turns through the repetitions of a form.
    const [from, to] = [1, 2].map(
      (index) => stream.find(({ phrases }) => phrases?.some(({ text }) => text === names[index]))!.atSeconds,
    )
    const tones = stream.filter(({ kind, atSeconds }) => kind === 'breath' && atSeconds > from! && atSeconds < to!)
    expect(tones.length).toBeGreaterThanOrEqual(12)
    expect(tones.every(({ breath }, index) => breath !== tones[index - 1]?.breath)).toBe(true)
    // Nothing was put on the clock twice.
    const keys = stream.map(({ kind, atSeconds, bell }) => `${kind} ${atSeconds.toFixed(3)} ${bell ?? ''}`)
    expect(new Set(keys).size).toBe(keys.length)
  },
)

test(
  'the simulated clicker: one more, and "four minutes left" with the closing kept, and both in the record',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/routines')
    await page.getByRole('button', { name: 'Start Before the workshop opens', exact: true }).click()
    await begin(page)
    await letPass(page, 240)
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await page.getByRole('button', { name: 'Simulated remote' }).click()
    // The dialog's leaving is an animation, which needs time to pass.
    await page.clock.runFor(600)
    const remote = page.getByRole('complementary', { name: 'Simulated remote' })
    await remote.getByRole('button', { name: 'Page up' }).click()
    await expect(answer(page)).toContainText('One more.')
    await letPass(page, 80)
    await remote.getByRole('button', { name: 'Start (F5)' }).click()
    await expect(answer(page)).toContainText(/The rest is fitted. (4 min|3 min 5\d s|4 min \d s) left/)
    await expect(page.getByText(/^(4 min|3 min 5\d s|4 min \d s) left$/)).toBeAttached()
    await letPassToTheEnd(page, 20)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    await page
      .getByRole('button', { name: /Before the workshop opens/ })
      .first()
      .click()
    const deviations = page.getByRole('list', { name: 'Besides the plan' })
    await expect(deviations).toContainText(/at 4:0\d one more/)
    await expect(deviations).toContainText(/fitted to the minutes left/)
    await expect(page.getByRole('row', { name: /Settle/ }).first()).toContainText('done')
  },
)

test('undo takes a skip back within ten seconds, and what was said of it goes', { tag: '@slow' }, async ({ page }) => {
  await follow(page, ['Rise and sink', 'Draw the bow'])
  await letPass(page, 25)
  await expect(now(page)).toContainText('4more')
  await page.keyboard.press('ArrowRight')
  await expect(now(page)).toContainText('NextDraw the bow')
  await expect(answer(page)).toContainText('Skipped.')
  await letPass(page, 3)
  await page.keyboard.press('u')
  await expect(now(page)).toContainText('Rise and sink')
  await letPass(page, 4)
  await expect(now(page)).toContainText('4more')
  await page.keyboard.press('+')
  await expect(answer(page)).toContainText('One more.')
  for (const seconds of [8, 8]) await letPass(page, seconds)
  await expect(page.getByText('One more.')).toHaveCount(0)
})

test('dizzy drops all pacing, waits, and goes on or closes', { tag: '@slow' }, async ({ page }) => {
  await follow(page, ['Rise and sink', 'Three sweeps down'])
  await letPass(page, 25)
  await page.keyboard.press('d')
  const dizzy = page.getByRole('region', { name: 'Dizzy' })
  await expect(dizzy).toContainText('Breathe normally')
  await page.clock.resume()
  await expectNoAxeFindings(page)
  await letPass(page, 60)
  await expect(dizzy).toBeVisible()
  // What has the focus is what is safe: a key that is pressed in haste does not go on.
  const sits = dizzy.getByRole('button', { name: 'I sit and breathe normally' })
  await expect(sits).toBeFocused()
  await page.keyboard.press('Space')
  await expect(sits).toHaveAttribute('aria-pressed', 'true')
  await expect(dizzy).toContainText('What comes is done sitting')
  await page.keyboard.press('Space')
  await dizzy.getByRole('button', { name: 'Resume' }).click()
  await expect(now(page)).toContainText('NextRise and sink')
  await page.keyboard.press('d')
  await dizzy.getByRole('button', { name: 'Close now' }).click()
  await expect(now(page)).toContainText('Three sweeps down')
})

test('I lead: each repetition waits for my signal and is counted by it', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/')
  await assemble(page, 'A trial', ['Rise and sink'])
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.waitForURL('**/follow')
  await page.getByRole('radio', { name: 'I set the pace' }).check()
  await page.getByRole('button', { name: 'Start', exact: true }).focus()
  await begin(page)
  await letPass(page, 60)
  await expect(now(page)).toContainText('Your signal5')
  await page.keyboard.press('PageDown')
  await letPass(page, 1)
  await expect(now(page)).toContainText('Rise4more')
})

test(
  'my breath leads, by the simulated belt, and the pace takes over when it is not heard',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await page.waitForURL('**/follow')
    await page.getByRole('radio', { name: 'My breath sets the pace' }).check()
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    // The belt breathes at my pace: small strides let its turns arrive one by one.
    for (let strides = 0; strides < 60; strides += 1) {
      await page.clock.runFor(1000)
      if ((await now(page).textContent())?.match(/[123]more/)) break
    }
    await expect(now(page)).toContainText(/[123]more/)
    // Without page timers the belt is silent; the session goes on all the same.
    await letPass(page, 120)
    await expect(page.getByText('A trial is in the journal.')).toBeVisible()
  },
)

test('sits down, shakes out, goes slower: each is taken up and said', { tag: '@slow' }, async ({ page }) => {
  await follow(page, ['Draw the bow', 'Three sweeps down'])
  await letPass(page, 12)
  await page.keyboard.press('c')
  await expect(answer(page)).toContainText('Sitting from here on.')
  await letPass(page, 8)
  await expect(now(page)).toContainText('seated')
  await letPass(page, 10)
  await page.keyboard.press('s')
  await expect(answer(page)).toContainText('Shaking out after this breath.')
  await letPass(page, 12)
  await expect(now(page)).toContainText('Shake out')
  await page.keyboard.press(',')
  await expect(answer(page)).toContainText('Slower from the next breath.')
})

test('the remote page shows what arrives and what it does, and maps it', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/remote')
  await expect(page.getByRole('heading', { name: 'Try your remote' })).toBeVisible()
  const came = page.getByRole('region', { name: 'What came' })
  await page.keyboard.press('PageDown')
  await expect(came).toContainText('page downMy signal, or pause and resume')
  await page.getByRole('button', { name: 'Three claps' }).click()
  await expect(came).toContainText('three clapsOne more')
  await choose(came, 'make it', 'Rest')
  await expect(came).toContainText('three clapsRest')
  await page.reload()
  await page.getByRole('button', { name: 'Three claps', exact: true }).click()
  await expect(page.getByRole('region', { name: 'What came' })).toContainText('three clapsRest')
  await expectNoAxeFindings(page)
})

test('a game controller that was there before is heard, each press once', async ({ page }) => {
  await page.addInitScript(() => {
    const buttons = Array.from({ length: 17 }, () => ({ pressed: false, touched: false, value: 0 }))
    const pad = { id: 'a controller', index: 0, connected: true, mapping: 'standard', timestamp: 0, axes: [], buttons }
    Object.defineProperty(navigator, 'getGamepads', { value: () => [pad, null, null, null] })
    Object.assign(window, { press: (number: number, pressed: boolean) => (buttons[number]!.pressed = pressed) })
  })
  await openAt(page, '/remote')
  await expect(page.getByRole('heading', { name: 'Try your remote' })).toBeVisible()
  const press = async (number: number, pressed: boolean) => {
    await page.evaluate(
      ([which, down]) => (window as never as { press: (...given: unknown[]) => void }).press(which, down),
      [number, pressed] as const,
    )
    await page.clock.runFor(100)
  }
  const came = page.getByRole('region', { name: 'What came' })
  await press(12, true)
  await press(12, true)
  await press(12, false)
  await press(3, true)
  await expect(came).toContainText('controller: upper buttonFit to the minutes I have')
  await expect(came.getByText('controller: cross up')).toHaveCount(1)
})

test('the two halves of the screen are buttons, wherever they are touched', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/remote')
  await page.getByRole('switch', { name: 'the two halves of the screen are buttons' }).check()
  await assemble(page, 'A trial', ['Rise and sink'])
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await begin(page)
  await letPass(page, 25)
  await expect(now(page)).toContainText('4more')
  await page.mouse.click(200, 120)
  await expect(now(page)).toContainText('5more')
  await page.mouse.click(1000, 450)
  await expect(now(page)).toContainText('Paused')
  // Paused, the halves are gone, and the keys below take over.
  await page.getByRole('button', { name: 'Resume', exact: false }).first().click()
  await expect(now(page)).toContainText('Rise and sink')
  await page.clock.resume()
  await expectNoAxeFindings(page)
})

test(
  'type is as tall as the distance asks, once the screen is measured with a card, and pushes nothing off it',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings')
    await page.getByRole('button', { name: 'Measure the screen with a card' }).click()
    await page.getByRole('slider', { name: 'Width of the shape' }).fill('342')
    await page.getByRole('button', { name: 'It is as wide as the card' }).click()
    await expect(page.getByText('The size of this screen is measured.')).toBeVisible()
    await assemble(page, 'A trial', ['Rise and sink', 'The sparrow’s tail, both sides'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 9)
    const size = await now(page)
      .getByText('Rise', { exact: true })
      .evaluate((word) => Number.parseFloat(getComputedStyle(word).fontSize))
    // Three metres away, 20 minutes of arc are 17.45 mm; 342 pixels on 85.6 mm are 4 a millimetre; capitals take about two thirds of the size.
    expect(size).toBeGreaterThan((17.45 * 342) / 85.6 / 0.75)
    // The words are longer than some screens are wide; the keys at the bottom are still there.
    await expect(now(page)).toContainText('then The sparrow’s tail, both sides')
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
      [390, 844],
      [844, 390],
    ] as const) {
      await page.setViewportSize({ width, height })
      await expect(page.getByRole('button', { name: 'More', exact: true })).toBeInViewport({ ratio: 1 })
      await expect(now(page)).toBeInViewport({ ratio: 1 })
    }
  },
)

test('my own voice for a form is recorded, kept, and comes before any other', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/forms/rise-and-sink')
  await page.clock.resume()
  await page.getByText('My own voice for it').click()
  await page.getByRole('button', { name: 'Record “Rise and sink”' }).click()
  await page.waitForTimeout(2500)
  await page.getByRole('button', { name: 'Finish “Rise and sink”' }).click()
  await expect(page.getByRole('button', { name: 'Hear “Rise and sink”' })).toBeVisible()
  await page.reload()
  await page.getByText('My own voice for it').click()
  await expect(page.getByRole('button', { name: 'Hear “Rise and sink”' })).toBeVisible()
})
