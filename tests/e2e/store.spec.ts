import { expect, test, type Page } from '@playwright/test'
import { assemble, begin, choose, expectNoAxeFindings, expectNoSidewaysScroll, goTo, letPass, openAt } from './support'

/** From now on the page's store refuses everything, as a full one does; until `makeRoom`. */
const fillUp = (page: Page) =>
  page.evaluate(() => {
    const { put } = IDBObjectStore.prototype
    const full = () => {
      throw new DOMException('There is no room.', 'QuotaExceededError')
    }
    Object.assign(window, { makeRoom: () => (IDBObjectStore.prototype.put = put) })
    IDBObjectStore.prototype.put = full
  })
const makeRoom = (page: Page) => page.evaluate(() => (window as never as { makeRoom: () => void }).makeRoom())

test('with the store full nothing is said to be kept; it waits, is given out, and is kept once there is room', async ({
  page,
}) => {
  await openAt(page, '/')
  await assemble(page, 'A trial', ['Rise and sink'])
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await begin(page)
  await fillUp(page)
  await letPass(page, 200)
  const told = page.getByRole('alert', { name: 'Not saved' })
  await expect(page.getByText('A trial is not in the journal yet')).toBeVisible()
  await expect(told).toContainText('the session “A trial” (the store of this browser is full)')
  await expect(page.getByText('is in the journal.')).toHaveCount(0)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    told.getByRole('button', { name: 'Export now' }).click(),
  ])
  const chunks: Buffer[] = []
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer)
  expect(JSON.parse(Buffer.concat(chunks).toString()).person.sessions).toMatchObject([{ title: 'A trial' }])
  await told.getByRole('button', { name: 'Try again' }).click()
  await expect(told).toContainText('the store of this browser is full')
  await makeRoom(page)
  await told.getByRole('button', { name: 'Try again' }).click()
  await expect(told).toHaveCount(0)
  await expect(page.getByText('A trial is in the journal.')).toBeVisible()
  await page.reload()
  await goTo(page, 'Journal')
  await expect(page.getByText('A trial').first()).toBeVisible()
  await expect(page.getByRole('region', { name: 'Interrupted session' })).toHaveCount(0)
})

test(
  'a session that another tab follows is said to be there, and can be taken over from where it is',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink', 'Settle'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 25)
    const other = await context.newPage()
    await openAt(other, '/')
    const there = other.getByRole('region', { name: 'Session in another tab' })
    await expect(there).toContainText('A trial is running in another tab.')
    await expect(other.getByRole('region', { name: 'Interrupted session' })).toHaveCount(0)
    await there.getByRole('button', { name: 'Take it over here' }).click()
    await expect(other.getByText('Paused', { exact: true })).toBeVisible()
    await expect(other.getByRole('region', { name: 'Now' })).toContainText('4more, then Settle')
    await expect(page.getByText('The session goes on in another tab.')).toBeVisible()
    // The screen is left by timers of the page.
    await page.clock.resume()
    await expect(page.getByRole('region', { name: 'Session in another tab' })).toBeVisible()
  },
)

test('a routine that is kept in one tab is there in the other, and what is erased in one is gone in both', async ({
  page,
  context,
}) => {
  await openAt(page, '/routines')
  const other = await context.newPage()
  await openAt(other, '/routines')
  await assemble(page, 'From the first tab', ['Rise and sink'])
  await expect(other.getByText('From the first tab').first()).toBeVisible()
  await goTo(page, 'Settings')
  await page.getByRole('button', { name: 'Erase everything' }).click()
  await page.getByRole('alertdialog').getByRole('button', { name: 'Erase everything' }).click()
  await expect(other.getByText('From the first tab')).toHaveCount(0)
  await page.getByRole('button', { name: /^Restore the copy: everything was erased/ }).click()
  await expect(other.getByText('From the first tab').first()).toBeVisible()
})

test(
  'stored things that no calendar can make stop no page; they are named, looked at and removed',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await expect(page.getByRole('heading', { level: 1, name: /day/ })).toBeVisible()
    await page.evaluate(
      () =>
        new Promise<void>((resolve, reject) => {
          const opening = indexedDB.open('pebblebrook')
          opening.onerror = () => reject(opening.error)
          opening.onsuccess = () => {
            const transaction = opening.result.transaction(['sessions', 'routines', 'running'], 'readwrite')
            const bad = {
              id: 'bad',
              title: 'From nowhere',
              timeZone: 'Europe/Lisbon',
              practisedSeconds: 60,
              planned: [],
              done: [],
            }
            transaction
              .objectStore('sessions')
              .put({ ...bad, startedAt: '2026-02-30T06:30:00.000Z', endedAt: '2026-02-30T07:30:00.000Z' })
            transaction.objectStore('routines').put({ id: 'odd', name: 7, entries: 'none' })
            transaction.objectStore('running').put({ id: 'odd', running: { plan: null } })
            transaction.oncomplete = () => {
              opening.result.close()
              resolve()
            }
          }
        }),
    )
    await page.reload()
    for (const screen of ['Today', 'Routines', 'Forms', 'Journal', 'Settings']) await goTo(page, screen)
    await expect(page.getByText('2 stored things could not be read')).toBeVisible()
    const items = page.getByRole('region', { name: 'What could not be read' })
    await expect(items).toContainText('startedAt must be a time in UTC')
    await items.getByRole('button', { name: 'Look at it' }).first().click()
    await expect(items.getByLabel('As it is stored; change it here to mend it')).toHaveValue(/"odd"/)
    for (let left = 2; left > 0; left -= 1) await items.getByRole('button', { name: 'Delete it' }).first().click()
    await expect(items).toHaveCount(0)
    await page.reload()
    await expect(page.getByText('could not be read')).toHaveCount(0)
  },
)

test('a page that is not there says so, with the ways out', async ({ page }) => {
  await openAt(page, '/nowhere/at/all')
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  await page.getByRole('button', { name: 'To Settings' }).click()
  await expect(page.getByRole('heading', { name: 'Settings', level: 1 })).toBeVisible()
})

test('a screen that fails stops no other', async ({ page }) => {
  await page.addInitScript(() => {
    const format = Object.getOwnPropertyDescriptor(Intl.DateTimeFormat.prototype, 'format')!
    Object.defineProperty(Intl.DateTimeFormat.prototype, 'format', {
      get() {
        if ((window as { broken?: boolean }).broken) throw new Error('There are no dates today.')
        return format.get!.call(this) as unknown
      },
    })
  })
  await openAt(page, '/forms')
  await expect(page.getByRole('heading', { name: 'Forms', level: 1 })).toBeVisible()
  await page.evaluate(() => Object.assign(window, { broken: true }))
  const places = page.getByRole('navigation', { name: 'Places' })
  await places.getByRole('link', { name: 'Today', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'This screen could not be shown' })).toBeVisible()
  await expect(page.getByText('There are no dates today.')).toBeVisible()
  await goTo(page, 'Forms')
  await page.evaluate(() => Object.assign(window, { broken: false }))
  await goTo(page, 'Today')
})

test(
  'the longest names, and marks of another direction, stay inside a narrow phone',
  { tag: '@slow' },
  async ({ page }) => {
    await page.setViewportSize({ width: 320, height: 700 })
    await openAt(page, '/')
    const name = `${'Donaudampfschifffahrts'.repeat(5)}\u202e gnol`
    await assemble(page, name, ['Rise and sink'])
    await expectNoSidewaysScroll(page)
    for (const path of ['/routines', '/', '/forms/cloud-hands', '/settings']) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await expectNoSidewaysScroll(page)
    }
    const nav = page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Settings' })
    expect((await nav.boundingBox())!.x + (await nav.boundingBox())!.width).toBeLessThanOrEqual(320)
  },
)

test(
  'two sessions followed in two tabs are both led, and both in the journal',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/')
    await assemble(page, 'The first', ['Rise and sink'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    const other = await context.newPage()
    await openAt(other, '/')
    await assemble(other, 'The second', ['Settle'])
    await other.getByRole('button', { name: 'Start', exact: true }).click()
    await other.waitForURL('**/follow')
    // Both tabs have one clock here, which stands still once a session begins.
    await expect(other.getByRole('button', { name: 'Start', exact: true })).toBeVisible()
    await begin(page)
    await begin(other)
    await letPass(page, 20)
    await letPass(other, 200)
    await expect(other.getByText('The second is in the journal.')).toBeVisible()
    await letPass(page, 200)
    await expect(page.getByText('The first is in the journal.')).toBeVisible()
    const third = await context.newPage()
    await openAt(third, '/journal')
    for (const name of ['The first', 'The second']) await expect(third.getByText(name, { exact: true })).toBeVisible()
    await expect(third.getByRole('region', { name: /(another tab|Interrupted session)$/ })).toHaveCount(0)
  },
)

test(
  'an interrupted session that two tabs offer is resumed by one; the other says where it runs',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink', 'Settle'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 25)
    await page.close()
    const one = await context.newPage()
    const other = await context.newPage()
    for (const tab of [one, other]) {
      await openAt(tab, '/')
      await expect(tab.getByRole('region', { name: 'Interrupted session' })).toContainText('A trial was interrupted')
    }
    // Screens are left by timers of the page.
    await one.clock.resume()
    const resume = (tab: Page) => tab.getByRole('button', { name: 'Resume it' }).click({ timeout: 15_000 })
    // The slower one may find that there is nothing to resume any more.
    await Promise.allSettled([resume(one), resume(other)])
    const led = async (tab: Page) => (await tab.getByText('Paused', { exact: true }).count()) > 0
    await expect.poll(async () => [await led(one), await led(other)].filter(Boolean).length).toBe(1)
    const loser = (await led(one)) ? other : one
    await expect(loser.getByRole('region', { name: 'Session in another tab' })).toContainText('A trial is running')
    await expect(loser.getByRole('region', { name: 'Interrupted session' })).toHaveCount(0)
  },
)

test(
  'an archive that is taken in one tab reaches the other; what that one follows goes on and is added to it',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink'])
    await goTo(page, 'Settings')
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export everything' }).click(),
    ])
    const archive = await file.path()
    await goTo(page, 'Routines')
    await assemble(page, 'Kept after the export', ['Rise and sink'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 10)
    const other = await context.newPage()
    // Both tabs' clocks stand still: what comes in the moments after would not, and is asked for.
    await openAt(other, '/settings#data')
    await other.getByLabel('Archive to import').setInputFiles(archive)
    await other.getByRole('button', { name: 'Put it in place of all that is here' }).click()
    await expect(other.getByText('The archive is in.')).toBeVisible()
    await letPass(page, 200)
    await expect(page.getByText('Kept after the export is in the journal.')).toBeVisible()
    await other.clock.resume()
    await goTo(other, 'Routines')
    await expect(other.getByText('A trial').first()).toBeVisible()
    await expect(other.getByText('Kept after the export')).toHaveCount(0)
    await goTo(other, 'Journal')
    await expect(other.getByText('Kept after the export')).toBeVisible()
  },
)

test(
  'a session that a wrong clock put into 1970 is shown with its year, and its time can be put right',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/', new Date('1970-01-02T08:00:00Z'))
    await assemble(page, 'A trial', ['Rise and sink'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 200)
    await expect(page.getByText('A trial is in the journal.')).toBeVisible()
    const later = await context.newPage()
    await openAt(later, '/journal')
    await later.clock.resume()
    const entry = later.getByRole('button', { name: 'Fri 2 Jan 1970' })
    await entry.click()
    await later.getByRole('button', { name: 'Edit' }).click()
    const dialog = later.getByRole('dialog', { name: 'Edit' })
    await dialog.getByLabel('Day').fill('2026-03-11')
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(dialog.getByRole('alert')).toContainText('That is still to come.')
    await dialog.getByLabel('Day').fill('2026-03-10')
    await dialog.getByLabel('Time').fill('07:00')
    await expectNoAxeFindings(later)
    await dialog.getByRole('button', { name: 'Save' }).click()
    await expect(later.getByRole('button', { name: /Tue 10 Mar, 07:00/ })).toContainText('A trial')
  },
)

test(
  'a form that two tabs have open to change keeps both changes; where they speak against each other, both forms, and it is said',
  { tag: '@slow' },
  async ({ page, context }) => {
    await openAt(page, '/forms/new')
    await page.getByRole('textbox', { name: 'Name', exact: true }).first().fill('Reed')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Reed', exact: true })).toBeVisible()
    const other = await context.newPage()
    await openAt(other, new URL(page.url()).pathname)
    for (const tab of [page, other]) await tab.getByRole('button', { name: 'Edit', exact: true }).click()
    const nameIn = (tab: Page) => tab.getByRole('textbox', { name: 'Name', exact: true }).first()
    await nameIn(page).fill('Rush')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Rush', exact: true })).toBeVisible()
    await nameIn(other).fill('Sedge')
    await other.getByRole('button', { name: 'Save' }).click()
    await expect(other.getByRole('status').first()).toContainText('saved as “Sedge, as changed here”')
    await goTo(other, 'Forms')
    await other.getByRole('searchbox').first().fill('Sedge')
    await expect(other.getByText('Sedge, as changed here').first()).toBeVisible()
  },
)

test(
  'where what ships cannot be fetched nothing is shown as empty: it is said, and leaving begins anew with all that is kept',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/journal')
    await page.getByRole('button', { name: 'Add practice done elsewhere' }).click()
    const dialog = page.getByRole('dialog', { name: 'Practice done elsewhere' })
    await dialog.getByRole('textbox', { name: 'In one line' }).fill('class 60 min')
    await page.keyboard.press('Enter')
    await expect(dialog).toHaveCount(0)
    await page.route('**/shipped.*.json', (route) => route.abort())
    await page.reload()
    await expect(page.getByText('The forms and routines that ship could not be fetched.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Export everything' })).toHaveCount(0)
    await page.unroute('**/shipped.*.json')
    await page.getByRole('button', { name: 'To Today' }).click()
    await expect(page.getByText('You have practised today.')).toBeVisible()
  },
)

test(
  'while the store is still being opened the places and the day stand, with its end as it was left; nothing is shown as empty, and the page comes when it is open',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/settings#days', new Date('2026-03-10T02:00:00Z'))
    await choose(page, 'My day ends at', 'midnight')
    await page.addInitScript(() => {
      const add = EventTarget.prototype.addEventListener
      let letOpen = () => {}
      const opened = new Promise<void>((resolve) => (letOpen = resolve))
      Object.assign(window, { letOpen: () => letOpen() })
      // A database that takes its time, as behind a busy disk.
      IDBOpenDBRequest.prototype.addEventListener = function (kind: string, heard: never, ...rest: never[]) {
        const late = (event: Event) => void opened.then(() => (heard as (event: Event) => void)(event))
        add.call(this, kind, kind === 'success' ? late : heard, ...rest)
      }
    })
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1, name: 'Tuesday 10 March' })).toBeVisible()
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible()
    await expect(page.getByRole('main')).not.toContainText('Pebblebrook leads')
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Journal' }).click()
    await expect(page).toHaveURL('/journal')
    await expect(page.getByRole('main')).toHaveText('Loading…')
    await expect(page.getByRole('status').filter({ hasText: 'Loading…' })).toBeVisible()
    await page.evaluate(() => (window as never as { letOpen: () => void }).letOpen())
    await expect(page.getByRole('heading', { level: 1, name: 'Journal' })).toBeVisible()
  },
)

const asText = (page: Page) => page.getByRole('textbox', { name: 'The routine as text' })
test(
  'a text with a form that cannot be stored is refused whole: the reason is told, the text stays, and nothing is written',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink'])
    const bad = (name: string) => `${name}:\nhold 20000 s\n`
    const names = Array.from({ length: 15 }, (_, index) => `Basin ${index + 1}`)
    const text = (used: string[], forms: string) =>
      `# A trial\n\n- Rise and sink: 6 times\n${used.map((name) => `- ${name}: 2 times\n`).join('')}\n## Forms\n\n${forms}`
    await asText(page).fill(text(names, names.map(bad).join('\n')))
    const told = page.getByRole('alert').filter({ hasText: 'Nothing is imported until these lines are corrected' })
    await expect(told).toContainText('Basin 1: forms.counts.least must be at most 3600.')
    await expect(told).toContainText('more')
    await expect(page.getByRole('button', { name: 'Import' })).toBeDisabled()
    await expect(page.locator('.notice')).toHaveCount(0)
    await expectNoAxeFindings(page)
    await asText(page).fill(text(['Basin 1'], 'Basin 1:\nrise 4 in, sink 6 out, x8\n'))
    await page.getByRole('button', { name: 'Import' }).click()
    await expect(page.getByText('Read from the text.')).toBeVisible()
    await page.reload()
    await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeEnabled()
    await expect(page.getByText('Basin 1').first()).toBeVisible()
  },
)

test(
  'a routine whose form is gone names it; another form takes its place, and it can be started',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink', 'Settle'])
    await page.evaluate(
      () =>
        new Promise<void>((resolve, reject) => {
          const opening = indexedDB.open('pebblebrook')
          opening.onerror = () => reject(opening.error)
          opening.onsuccess = () => {
            const transaction = opening.result.transaction('routines', 'readwrite')
            const store = transaction.objectStore('routines')
            const asked = store.getAll()
            asked.onsuccess = () => {
              const [routine] = asked.result as { entries: { formId: string }[] }[]
              routine!.entries[0]!.formId = 'gone'
              store.put(routine)
            }
            transaction.oncomplete = () => (opening.result.close(), resolve())
          }
        }),
    )
    await page.reload()
    await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeDisabled()
    await expectNoAxeFindings(page)
    await choose(page, 'Replace the missing form', 'Cloud hands')
    await expect(page.getByText('Replaced by Cloud hands.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeEnabled()
  },
)

test('with more than three notices the latest three are shown, the rest can be opened, and none covers what has the focus', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 700 })
  await openAt(page, '/forms/cloud-hands')
  await expect(page.getByRole('heading', { level: 1, name: 'Cloud hands' })).toBeVisible()
  // A control at the very top of the window has the focus.
  const focused = page.getByRole('combobox').nth(2)
  await focused.focus()
  await focused.evaluate((element) => element.scrollIntoView({ block: 'start' }))
  // Notices of conflicts, as other tabs cause them.
  await page.evaluate(() => {
    const root = document.querySelector('#__nuxt') as never as {
      __vue_app__: { config: { globalProperties: { $pinia: { _s: Map<string, unknown> } } } }
    }
    const person = root.__vue_app__.config.globalProperties.$pinia._s.get('workspace') as {
      notify: (key: string, words: string) => void
    }
    for (let index = 1; index <= 8; index += 1)
      person.notify(`k${index}`, `Notice ${index}, long enough for two lines on a phone.`)
  })
  const shown = page.locator('.notices').getByRole('status')
  await expect(shown).toHaveCount(3)
  await expect(shown.last()).toContainText('Notice 8')
  await expect
    .poll(async () => {
      const notices = (await page.locator('.notices').boundingBox())!
      return (await focused.boundingBox())!.y - (notices.y + notices.height)
    })
    // But for a part of a pixel.
    .toBeGreaterThan(-1)
  await page.getByRole('button', { name: 'Show 5 more notices' }).click()
  await expect(shown).toHaveCount(8)
  await expectNoAxeFindings(page)
  const box = (await page.locator('.notices').boundingBox())!
  expect(box.height).toBeLessThanOrEqual(700 / 4 + 1)
  const last = page.getByRole('navigation', { name: 'Places' }).getByRole('link').first()
  await last.focus()
  await page.getByRole('button', { name: 'Close all' }).click()
  await expect(shown).toHaveCount(0)
})

test(
  'when the browser deletes the data under the page it is told, and what the page holds is written back',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink'])
    await page.evaluate(
      () => new Promise<void>((resolve) => (indexedDB.deleteDatabase('pebblebrook').onsuccess = () => resolve())),
    )
    const told = page.getByRole('alert', { name: 'Data deleted' })
    await expect(told).toContainText('still holds 1 routine')
    await expectNoAxeFindings(page)
    await page.getByRole('button', { name: 'Add Settle', exact: true }).click()
    await told.getByRole('button', { name: 'Write it back' }).click()
    await expect(told).toHaveCount(0)
    await expect(page.getByText('Everything that this page held is saved again.')).toBeVisible()
    await page.reload()
    await expect(page.getByRole('textbox', { name: 'Name of the routine' })).toHaveValue('A trial')
    await expect(page.getByRole('listitem').filter({ hasText: 'Settle' }).first()).toBeVisible()
  },
)

test(
  'a session that is followed while the data is deleted goes on, and comes back with everything else',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink', 'Settle'])
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await begin(page)
    await letPass(page, 20)
    await page.evaluate(
      () => new Promise<void>((resolve) => (indexedDB.deleteDatabase('pebblebrook').onsuccess = () => resolve())),
    )
    await letPass(page, 5)
    const told = page.getByRole('alert', { name: 'Data deleted' })
    await told.getByRole('button', { name: 'Write it back' }).click()
    await expect(told).toHaveCount(0)
    await letPass(page, 5)
    await page.goto('/')
    await expect(page.getByRole('region', { name: 'Interrupted session' })).toContainText('A trial was interrupted')
    await page.goto('/routines')
    await expect(page.getByText('A trial').first()).toBeVisible()
  },
)

test(
  'a page with changes that are not saved asks before it is left, and the next page saves them',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A trial', ['Rise and sink'])
    await fillUp(page)
    await page.getByRole('button', { name: 'Add Settle', exact: true }).click()
    await expect(page.getByRole('alert', { name: 'Not saved' })).toContainText('the routine “A trial”')
    let asked = ''
    page.on('dialog', (dialog) => {
      asked = dialog.type()
      void dialog.accept()
    })
    await page.reload()
    expect(asked).toBe('beforeunload')
    await expect(page.getByRole('listitem').filter({ hasText: 'Settle' }).first()).toBeVisible()
    await page.reload()
    await expect(page.getByRole('listitem').filter({ hasText: 'Settle' }).first()).toBeVisible()
  },
)

test('an error that no place handles is told, with the way to save everything', async ({ page }) => {
  await openAt(page, '/forms')
  await expect(page.getByRole('heading', { name: 'Forms', level: 1 })).toBeVisible()
  await page.evaluate(() => void Promise.reject(new Error('the river ran dry')))
  const told = page.getByRole('status').filter({ hasText: 'Something failed on this page (the river ran dry)' })
  await expect(told).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    told.getByRole('button', { name: 'Export now' }).click(),
  ])
  expect(file.suggestedFilename()).toContain('pebblebrook')
  await told.getByRole('button', { name: 'Close' }).click()
  await expect(told).toHaveCount(0)
})
