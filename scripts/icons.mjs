// node scripts/icons.mjs: draws the application's icons anew from its pebble, into public/icons. Where a system cuts icons to a shape of its own,
// the pebble lies within the safe inner part and the ground reaches to the edges (W3C, "Web App Manifest", icon masks).
import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { ensureChromium, ROOT } from './prepare.mjs'

ensureChromium()
const pebble = readFileSync(join(ROOT, 'public/pebble.svg'), 'utf8')
/** The same with more of the ground and the water around it, for whatever shape it is cut to. */
const wide = pebble
  .replace('viewBox="0 0 64 64"', 'viewBox="-14 -14 92 92"')
  .replace('d="M0 34c10-6 20-6 32 0s22 6 32 0v30H0z"', 'd="M-16 36c16-8 30-8 48-2s32 8 48 0v50h-96z"')
const ICONS = [
  { name: 'pebble-192', pixels: 192, drawing: pebble, ground: 'transparent' },
  { name: 'pebble-512', pixels: 512, drawing: pebble, ground: 'transparent' },
  { name: 'pebble-maskable-512', pixels: 512, drawing: wide, ground: '#f4efe6' },
]
const browser = await chromium.launch({
  executablePath: process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-gpu'],
})
const page = await browser.newPage()
const into = join(ROOT, 'public/icons')
mkdirSync(into, { recursive: true })
for (const { name, pixels, drawing, ground } of ICONS) {
  await page.setViewportSize({ width: pixels, height: pixels })
  await page.setContent(`<body style="margin:0;line-height:0;background:${ground}">${drawing}</body>`)
  await page.screenshot({ path: join(into, `${name}.png`), omitBackground: true })
}
await browser.close()
