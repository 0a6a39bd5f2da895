import { expect, test } from '@playwright/test'
import { assemble, begin, choose, expectNoAxeFindings, goTo, openAt } from './support'

test('the breath and my style change every length', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/routines')
  const kettle = page.getByRole('listitem').filter({ hasText: 'While the kettle warms' })
  await expect(kettle).toContainText('4 min ·')
  await goTo(page, 'Settings')
  const breath = page.getByRole('region', { name: 'My breath' })
  // `all` does not wait for the page.
  await expect(breath.getByLabel('in-breath, seconds')).toHaveCount(2)
  for (const field of await breath.getByLabel('in-breath, seconds').all()) {
    await field.fill('8')
    await field.press('Tab')
  }
  await expect(breath.getByText('4.3 breaths a minute').first()).toBeVisible()
  await page.getByLabel('Time to name the next form, seconds').fill('2')
  await page.getByLabel('Time to name the next form, seconds').press('Tab')
  await goTo(page, 'Routines')
  // 20 in-breaths, each four seconds longer; four announcements, each two seconds shorter.
  await expect(kettle).toContainText('5 min ·')
  await page.reload()
  await expect(kettle).toContainText('5 min ·')
})

test('a bad archive is refused with the field named, and nothing is lost', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/routines')
  await page.getByLabel('More for While the kettle warms').click()
  await page.getByRole('button', { name: 'Duplicate While the kettle warms and edit it' }).click()
  await goTo(page, 'Settings')
  const chooser = page.getByLabel('Archive to import')
  await chooser.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"format":') })
  await expect(page.getByRole('alert')).toContainText('The file is not JSON')
  const wrong = {
    format: 'pebblebrook-archive',
    version: 1,
    exportedAt: '2026-01-01T00:00:00.000Z',
    person: { settings: {} },
  }
  await chooser.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(wrong)),
  })
  await expect(page.getByRole('alert')).toContainText('person.settings.pace')
  await expect(page.getByRole('alert')).toContainText('nothing here was changed')
  await goTo(page, 'Routines')
  await expect(page.getByRole('region', { name: 'Mine' })).toContainText('While the kettle warms, my way')
})

test('night is dark and stays', async ({ page }) => {
  await openAt(page, '/settings')
  const ground = () => page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor)
  const day = await ground()
  await page.getByRole('button', { name: 'night', exact: true }).click()
  await expect.poll(ground).not.toBe(day)
  await page.reload()
  await expect.poll(ground).not.toBe(day)
})

test('a house rule shows what it would change in every form before it is taken', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/settings')
  const rules = page.getByRole('region', { name: 'My style' })
  await choose(rules, 'Strike on the', 'in-breath')
  await choose(rules, 'The air goes', 'nose in, mouth out')
  const shown = rules.getByRole('status')
  await expect(shown).toContainText(/\d+ forms would change/)
  await expect(shown).toContainText('forms: “In by the nose, out by the mouth”')
  await expect(shown.getByRole('heading', { name: 'Clench the fists' })).toBeVisible()
  await expect(shown).toContainText(/Thrust out 6 s.*Thrust in 4 s/)
  // Nothing is taken yet.
  await page.reload()
  await expect(rules.getByRole('combobox', { name: 'Strike on the' })).toHaveText('as taught')
  await choose(rules, 'Strike on the', 'in-breath')
  await choose(rules, 'The air goes', 'nose in, mouth out')
  await rules.getByRole('button', { name: 'Save' }).click()
  await page.goto('/forms/clench-the-fists')
  await expect(page.getByRole('region', { name: 'One repetition, as I do it' })).toHaveText(/Ready.*out.*Thrust.*in/)
  await expect(page.getByRole('region', { name: 'My way' })).toContainText('In by the nose, out by the mouth')
  await page.getByRole('button', { name: 'Start this form' }).click()
  await page.waitForURL('**/follow')
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('In by the nose, out by the mouth')
})

test(
  'a setting is found by a word of it or by another that means it, and a group by one press; the focus goes there',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings')
    const groups = page.getByRole('navigation', { name: 'Groups of settings' }).getByRole('link')
    await expect(groups).toHaveText([
      'My breath',
      'My body',
      'My style',
      'My days',
      'Sound and voice',
      'Display',
      'My data',
      'Licences',
    ])
    await groups.filter({ hasText: 'Sound and voice' }).click()
    await expect(page.getByRole('heading', { name: 'Sound and voice' })).toBeFocused()
    await expect(page.getByRole('heading', { name: 'Sound and voice' })).toBeInViewport()

    const search = page.getByRole('searchbox', { name: 'Find a setting' })
    await search.fill('change stance')
    await search.press('Enter')
    await expect(page.getByRole('spinbutton', { name: 'Time to change stance, seconds' })).toBeFocused()
    await expectNoAxeFindings(page)
    await search.fill('dark')
    await page.getByRole('button', { name: 'night Display' }).click()
    await page.keyboard.press('Space')
    await expect(page.locator('html')).toHaveClass(/night/)
    await search.fill('kayak')
    await expect(page.getByText('No setting has that name.')).toBeVisible()
  },
)

test(
  'a setting that is looked for at once, before its group has come, is found as it comes',
  { tag: '@slow' },
  async ({ page }) => {
    await page.addInitScript(() => {
      // A page that has no free moment until it is given one.
      const waiting: IdleRequestCallback[] = []
      let isFree = false
      window.requestIdleCallback = (what) => (isFree ? setTimeout(what) : waiting.push(what))
      Object.assign(window, {
        letBeFree: () => {
          isFree = true
          for (const each of waiting) setTimeout(each)
        },
      })
    })
    await page.goto('/settings')
    await page.getByRole('searchbox', { name: 'Find a setting' }).fill('dark')
    await expect(page.getByText('No setting has that name.')).toBeVisible()
    await page.evaluate(() => (window as never as { letBeFree: () => void }).letBeFree())
    await page.getByRole('button', { name: 'night Display' }).click()
    await expect(page.getByText('night', { exact: true })).toBeInViewport()
  },
)

test('two things that I declare one straight after the other are both declared', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/settings')
  const body = page.getByRole('region', { name: 'My body' })
  await body.getByLabel('sore knees').evaluate((knees: HTMLElement) => {
    knees.click()
    document.querySelector<HTMLElement>('fieldset.ticks label:last-of-type input')!.click()
  })
  await expect(body.getByRole('checkbox', { checked: true })).toHaveCount(2)
  await expect(body.getByRole('status')).toContainText('marked for it')
  await page.reload()
  await expect(body.getByLabel('sore knees')).toBeChecked()
  await expect(body.getByRole('checkbox', { checked: true })).toHaveCount(2)
})

test('what a breath, a rule and a condition come to is shown beside them', async ({ page }) => {
  await openAt(page, '/settings')
  const breath = page.getByRole('region', { name: 'My breath' })
  const length = breath.getByRole('paragraph').filter({ hasText: 'lasts' }).locator('strong')
  const before = (await length.textContent())!
  const seconds = breath.getByRole('spinbutton', { name: 'out-breath, seconds' }).last()
  await seconds.fill('12')
  await seconds.press('Tab')
  await expect(length).not.toHaveText(before)
  await expect(
    page
      .getByRole('region', { name: 'My style' })
      .getByRole('paragraph')
      .filter({ hasText: 'lasts' })
      .locator('strong'),
  ).toHaveText((await length.textContent())!)
  const body = page.getByRole('region', { name: 'My body' })
  await page.setViewportSize({ width: 390, height: 844 })
  await expect(body.getByRole('status')).toHaveText('Nothing is ticked: no form is marked.')
  // Not every browser scrolls along with what comes above.
  await page.addStyleTag({ content: 'html { overflow-anchor: none }' })
  const box = body.getByLabel('pregnancy')
  await box.scrollIntoViewIfNeeded()
  const stood = await box.boundingBox()
  await box.click()
  await expect(box).toBeChecked()
  await expect(body.getByRole('status')).toHaveText(/^\s*\d+ forms are marked for it\.\s*$/)
  // What is ticked next does not move away under the finger.
  expect(await box.boundingBox()).toEqual(stood)
})

test(
  'light and contrast are changed while following, and an input that does other than usual says so',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'By the window', ['Settle'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    const looks = page.getByRole('group', { name: 'How it looks' })
    await looks.getByRole('button', { name: 'Night' }).click()
    await expect(page.locator('html')).toHaveClass(/night/)
    await expect(looks.getByRole('button', { name: 'Night' })).toHaveAttribute('aria-pressed', 'true')
    await page.getByRole('button', { name: 'Start', exact: true }).focus()
    await begin(page)
    await page.clock.resume()
    await page.waitForTimeout(600)
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await looks.getByRole('button', { name: 'High contrast' }).click()
    await looks.getByRole('button', { name: 'Day' }).click()
    await expect(page.getByRole('main')).toHaveCSS('background-color', 'rgb(255, 255, 255)')
    await page.keyboard.press('Escape')

    await page.goto('/remote')
    await expect(page.getByText('Nothing yet.')).toBeVisible()
    await page.keyboard.press('a')
    await choose(page, 'make it', 'Rest')
    const usual = page.getByRole('button', { name: /^a as usual$/i })
    await expect(page.getByRole('listitem').filter({ has: usual })).toContainText('usually: ')
    await expect(page.getByText('1 input does other than usual.')).toBeVisible()
    await usual.click()
    await expect(usual).toHaveCount(0)
  },
)

test(
  'the place that is pressed is marked at once, while its page is still being fetched',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    const place = (name: string) =>
      page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
    await expect(place('Today')).toHaveCSS('font-weight', '700')
    let release: () => void = () => undefined
    const released = new Promise<void>((resolve) => (release = resolve))
    await page.route('**/_nuxt/*.js', async (route) => {
      await released
      await route.continue()
    })
    await place('Settings').click()
    await expect(place('Settings')).toHaveCSS('font-weight', '700')
    await expect(place('Today')).not.toHaveCSS('font-weight', '700')
    // Where one is, is another matter: that is still Today.
    await expect(place('Today')).toHaveAttribute('aria-current', 'page')
    release()
    await expect(page.getByRole('heading', { level: 1, name: 'Settings' })).toBeVisible()
    await expect(place('Settings')).toHaveAttribute('aria-current', 'page')
  },
)
