import { expect, test, type Page } from '@playwright/test'
import { goTo, openAt } from './support'

test.use({ serviceWorkers: 'allow' })

/** Replace what the browser holds of all scripts by a text; answers how many there were. */
const corrupt = (page: Page, text: string, type: string) =>
  page.evaluate(
    async ([body, contentType]) => {
      await navigator.serviceWorker.ready
      let count = 0
      for (const name of await caches.keys()) {
        const cache = await caches.open(name)
        for (const key of await cache.keys()) {
          if (!new URL(key.url).pathname.endsWith('.js')) continue
          await cache.put(key, new Response(body, { headers: { 'content-type': contentType! } }))
          count += 1
        }
      }
      return count
    },
    [text, type],
  )

for (const [what, text, type] of [
  ['the page of a proxy, as a script', '<!doctype html><title>Log in</title>', 'text/javascript'],
  ['the page of a proxy, as a page', '<!doctype html><title>Log in</title>', 'text/html'],
  ['half a script', 'export const half = {', 'text/javascript'],
] as const)
  test(
    `a cache that holds ${what} is mended by the next load, and the application opens`,
    { tag: '@slow' },
    async ({ page }) => {
      await openAt(page, '/')
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      expect(await corrupt(page, text, type)).toBeGreaterThan(50)
      await page.reload()
      await expect(page.getByRole('heading', { level: 1, name: /day/ })).toBeVisible({ timeout: 20_000 })
      await goTo(page, 'Forms')
      await page.reload()
      await expect(page.getByRole('heading', { level: 1, name: 'Forms' })).toBeVisible()
    },
  )

test('Settings says that the offline copy was cleared, and stores it again', { tag: '@slow' }, async ({ page }) => {
  await openAt(page, '/settings#data')
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.reload()
  await expect(page.getByText('opens without a network')).toBeVisible()
  await page.evaluate(async () => {
    for (const name of await caches.keys()) await caches.delete(name)
  })
  await page.reload()
  await expect(page.getByText('was cleared')).toBeVisible()
  await page.clock.resume()
  await page.getByRole('button', { name: 'Store it again' }).click()
  await expect(async () => {
    await page.reload()
    await expect(page.getByText('opens without a network')).toBeVisible({ timeout: 3000 })
  }).toPass()
})
