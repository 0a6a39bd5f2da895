import { expect, test } from '@playwright/test'
import { begin, choose, goTo, letPass, openAt } from './support'

test('a form of my own is written down, found, used and changed', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/forms')
  await page.getByRole('button', { name: 'New form' }).click()
  // Saving with nothing filled in says what is missing, goes there, and keeps nothing.
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert')).toContainText('name is missing')
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused()

  await page.getByLabel('Name', { exact: true }).fill('Draw the net')
  await page.getByLabel('How it is done').fill('Haul a net in from the left, then from the right.')
  await page.getByText('Stance, and its place in a routine').click()
  await choose(page, 'Stance', 'wide stance')
  await choose(page, 'Sides', 'one side, then the other')
  await choose(page, 'The count is meant', 'for each side')
  await page.getByRole('textbox', { name: 'Cue of phase 1' }).fill('Reach')
  await page.getByRole('option', { name: /^Phase 2/ }).click()
  await page.getByRole('button', { name: 'Add a phase' }).click()
  await page.getByRole('textbox', { name: 'Cue of phase 3' }).fill('Haul')
  await page.getByText('Where it works, cautions, levels and more').click()
  await page.getByLabel('low back').check()
  await page.getByRole('button', { name: 'Save' }).click()

  await expect(page.getByRole('heading', { name: 'Draw the net' })).toBeVisible()
  await expect(page.getByText('6 times each side (from 2 to 9)')).toBeVisible()
  await page.getByRole('button', { name: 'Edit', exact: true }).click()
  await page.getByLabel('Name', { exact: true }).fill('Draw the long net')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Draw the long net' })).toBeVisible()

  await goTo(page, 'Forms')
  await page.getByRole('searchbox', { name: 'Search forms' }).fill('long net')
  await expect(page.getByText('1 form', { exact: true })).toBeVisible()
  await page.reload()
  await page.getByLabel('only mine').check()
  await page.getByRole('link', { name: /Draw the long net/ }).click()
  await page.getByRole('button', { name: 'Start this form' }).click()
  await page.waitForURL('**/follow')
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('wide stance, left first')
})

test(
  'a form that was begun is there again after leaving, in the plain lines too, and a fault goes to its field',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/forms/new')
    const name = page.getByLabel('Name', { exact: true })
    await name.fill('Sweep the sluice')
    await page.getByText('Where it works, cautions, levels and more').click()
    await page.getByLabel('low back').check()
    await page.getByRole('button', { name: 'Add a word' }).click()
    await page.getByText('The quick way: as text').click()
    await page.getByLabel('What one does').fill('rise 4 in, sink 8 out, x9')
    // Left at once by a link, and the browser closed after it.
    await page.getByRole('link', { name: 'Forms', exact: true }).last().click()
    await page.goto('/forms/new')
    await expect(page.getByText('Your unsaved entries are back.')).toBeVisible()
    await expect(name).toHaveValue('Sweep the sluice')
    await expect(page.getByText('low back').first()).toBeVisible()
    await expect(page.getByLabel('What one does')).toHaveValue('rise 4 in, sink 8 out, x9')
    // A word was added and never written: it lies folded, and is shown.
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('alert')).toContainText('words')
    await expect(page.getByRole('textbox', { name: 'Word 1' })).toBeFocused()
    await page.getByRole('button', { name: 'Delete word 1' }).click()
    await page.getByRole('button', { name: 'Fill in the form' }).click()
    await expect(page.getByLabel('usual', { exact: true })).toHaveValue('9')
    // All of it can be taken back, to the empty form, and brought again.
    const undo = page.getByRole('button', { name: 'Undo' })
    for (let presses = 0; presses < 12 && (await undo.isEnabled()); presses += 1) await undo.click()
    await expect(name).toHaveValue('')
    await expect(undo).toBeDisabled()
    await expect(undo).toBeFocused()
    await page.getByRole('button', { name: 'Redo' }).click()
    await expect(name).toHaveValue('Sweep the sluice')
    await page.getByRole('button', { name: 'Start over' }).click()
    await page.getByRole('button', { name: 'Cancel' }).click()
    await page.getByRole('button', { name: 'New form' }).click()
    await expect(name).toHaveValue('')
    await expect(page.getByText('Your unsaved entries')).toHaveCount(0)
  },
)

test(
  'changes of a form that were begun wait for it, apart from other forms, and go with the demo',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/forms/new')
    await page.getByLabel('Name', { exact: true }).fill('Tread the dam')
    await page.getByRole('button', { name: 'Save' }).click()
    await page.getByRole('button', { name: 'Edit', exact: true }).click()
    const about = page.getByLabel('How it is done')
    await about.fill('Slower than I thought.')
    await page.getByRole('button', { name: 'Cancel' }).click()
    await page.getByRole('button', { name: 'Continue editing' }).click()
    await expect(about).toHaveValue('Slower than I thought.')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('button', { name: 'Edit', exact: true })).toBeVisible()
    await goTo(page, 'Settings')
    await page.getByRole('button', { name: 'Open the demo' }).click()
    await expect(page.getByRole('complementary', { name: 'Demo' })).toBeVisible()
    await page.goto('/forms/new')
    await page.getByLabel('Name', { exact: true }).fill('Begun in the demo')
    // The editor is left with the demo, and lays nothing aside in going.
    await page.getByRole('button', { name: /^Start with my own/ }).click()
    await expect(page.getByRole('complementary', { name: 'Demo' })).toHaveCount(0)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Tuesday 10 March')
    expect(await page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('draft')))).toEqual([])
  },
)

test('my way of a form changes its phases and every length that follows', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/forms/hold-up-the-sky')
  const phases = page.getByRole('region', { name: 'One repetition, as I do it' })
  await expect(phases).toHaveText(/Rise.*in.*Stay.*hold × 0.25.*Sink.*out/)
  const mine = page.getByRole('region', { name: 'My way' })
  await choose(page, 'Short holds at the top', 'left out')
  // The difference is shown first, and nothing is taken yet: 6 × 11 s would be 6 × 10 s.
  await expect(mine.getByRole('status')).toContainText(/Rise in 4 s.*Stay hold 1 s.*Sink out 6 s.*1 min 6 s/)
  await expect(mine.getByRole('status')).toContainText(/then.*Rise in 4 s.*Sink out 6 s.*1 min(?! 6)/)
  await expect(phases).toHaveText(/Rise.*in.*Stay.*hold × 0.25.*Sink.*out/)
  await mine.getByRole('button', { name: 'Cancel' }).click()
  await choose(page, 'Short holds at the top', 'left out')
  await mine.getByRole('button', { name: 'Save' }).click()
  await expect(phases).toHaveText(/Rise.*in.*Sink.*out/)
  await choose(page, 'The breath', 'in and out swapped')
  await mine.getByRole('button', { name: 'Save' }).click()
  // A hold that is left out is left out wherever it would stand, after the out-breath too.
  await expect(phases).toHaveText(/Rise.*out.*Sink.*in/)
  await expect(phases).not.toContainText('hold')
  await page.reload()
  await expect(phases).toHaveText(/Rise.*out.*Sink.*in/)
  await page.getByRole('button', { name: 'Start this form' }).click()
  // 8 + 6 × 10.
  await expect(page.getByText('1 min 8 s at my pace')).toBeVisible()
})

test(
  'a six-phase seated form with a ladder of levels, counts for each side and a hold is written down from memory',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/forms/new')
    await page.getByLabel('Name', { exact: true }).fill('Fountain on the chair')
    await page.getByText('Stance, and its place in a routine').click()
    await choose(page, 'Stance', 'seated')
    await choose(page, 'Sides', 'alternating sides')
    await choose(page, 'The count is meant', 'for each side')
    const strip = page.getByRole('listbox', { name: 'Phases of one repetition' })
    const phase = (number: number) => strip.getByRole('option', { name: new RegExp(`^Phase ${number}:`) })
    const cue = async (number: number, words: string) => {
      await phase(number).click()
      await page.getByRole('textbox', { name: `Cue of phase ${number}` }).fill(words)
    }
    // Out, in, out, in, out, in: the strip begins in, out; it is swapped, and two pairs are added.
    await page.getByRole('button', { name: 'Swap in and out' }).click()
    await expect(phase(1)).toContainText('out')
    await phase(2).click()
    for (let more = 0; more < 4; more += 1) await page.getByRole('button', { name: 'Add a phase' }).click()
    for (const [index, words] of [
      'Bow',
      'To the pelvis',
      'To the heart',
      'Past the face',
      'Overhead',
      'Pour open',
    ].entries()) {
      await cue(index + 1, words)
    }
    await expect(strip.getByRole('option')).toHaveText([
      /Bow.*out/,
      /pelvis.*in/,
      /heart.*out/,
      /face.*in/,
      /Overhead.*out/,
      /Pour.*in/,
    ])

    // A short hold, lengthened by key; a step too many is undone; an end is pulled.
    await phase(4).click()
    await page.getByRole('button', { name: 'Hold after it' }).click()
    await phase(5).focus()
    await page.keyboard.press('ArrowUp')
    await expect(phase(5)).toContainText('hold × 0.5')
    await page.keyboard.press('Delete')
    await expect(strip.getByRole('option')).toHaveCount(6)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(phase(5)).toContainText('hold × 0.5')
    const bow = (await phase(1).boundingBox())!
    await page.mouse.move(bow.x + bow.width - 5, bow.y + bow.height / 2)
    await page.mouse.down()
    await page.mouse.move(bow.x + bow.width * 2, bow.y + bow.height / 2, { steps: 5 })
    await page.mouse.up()
    await expect(phase(1)).toContainText(/out × (1\.9|2)/)

    // It moves and sounds before it is kept: two repetitions on each side of some 37 s.
    await page.getByRole('button', { name: 'See and hear it' }).click()
    await expect(page.locator('.water-frame')).toBeVisible()
    await letPass(page, 400)
    await expect(page.locator('.water-frame')).toBeHidden()

    await page.getByText('Where it works, cautions, levels and more').click()
    await page.getByLabel('Levels that it climbs, lowest first').fill('low, middle, high')
    await page.getByLabel('Levels that it climbs, lowest first').press('Tab')
    await choose(page, 'In which order', 'up and down')
    await page.getByRole('button', { name: 'Add a word' }).click()
    await page.getByRole('textbox', { name: 'Word 1' }).fill('water')
    await page.getByRole('button', { name: 'Save' }).click()

    await expect(page.getByText('low, middle, high, middle, low')).toBeVisible()
    await expect(page.getByText('phase of the five: water')).toBeVisible()
    await page.getByRole('button', { name: 'Start this form' }).click()
    await begin(page)
    await letPass(page, 9)
    const now = page.getByRole('region', { name: 'Now' })
    await expect(now).toContainText('Fountain on the chair, left, low')
    await expect(now).toContainText('Bow5more each side')
    await letPass(page, 100)
    await expect(now).toContainText(/Fountain on the chair, (left|right), middle/)
  },
)

test(
  'a chain of moves is written down, each with its stance and direction, and is said so in Follow',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/forms/new')
    await page.getByLabel('Name', { exact: true }).fill('Two gates')
    await page.getByRole('button', { name: 'Add a move' }).click()
    await page.getByLabel('Name of move 2').fill('Second gate')
    await choose(page, 'Its stance', 'diagonal step')
    await choose(page, 'Where its step goes', 'toward 2 o’clock')
    await page.getByRole('textbox', { name: 'Cue of phase 1' }).fill('Step through')
    const chain = page.getByRole('list', { name: 'Moves of the chain' })
    await chain.getByRole('button', { name: '1 Move' }).click()
    await page.getByLabel('Name of move 1').fill('First gate')
    await page.getByRole('button', { name: 'Move First gate later' }).click()
    await expect(chain.getByRole('button')).toHaveText(['1 Second gate', '2 First gate'])
    // Undo and redo reach over the whole form.
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(chain.getByRole('button')).toHaveText(['1 First gate', '2 Second gate'])
    await page.getByRole('button', { name: 'Redo' }).click()
    await expect(chain.getByRole('button')).toHaveText(['1 Second gate', '2 First gate'])
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('diagonal step, toward 2 o’clock')).toBeVisible()
    await page.getByRole('button', { name: 'Start this form' }).click()
    await begin(page)
    await letPass(page, 9)
    await expect(page.getByRole('region', { name: 'Now' })).toContainText('Second gate, toward 2 o’clock')
  },
)
