// node scripts/icons.mjs: draws the application's icons anew from its pebble, into public/icons. Where a system cuts icons to a shape of its own,
// the pebble lies within the safe inner part and the ground reaches to the edges (W3C, "Web App Manifest", icon masks).
import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { ensureChromium, ROOT } from './prepare.mjs'

ensureChromium()
const pebble = readFileSync(join(ROOT, 'public/pebble.svg'), 'utf8')
const GROUND = '#f4efe6'
const ICONS = [
  { name: 'pebble-192', pixels: 192, share: 1, ground: 'transparent' },
  { name: 'pebble-512', pixels: 512, share: 1, ground: 'transparent' },
  { name: 'pebble-maskable-512', pixels: 512, share: 0.72, ground: GROUND },
]
const browser = await chromium.launch({
  executablePath: process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-gpu'],
})
const page = await browser.newPage()
const into = join(ROOT, 'public/icons')
mkdirSync(into, { recursive: true })
for (const { name, pixels, share, ground } of ICONS) {
  await page.setViewportSize({ width: pixels, height: pixels })
  await page.setContent(
    `<body style="margin:0;height:100vh;display:grid;place-items:center;background:${ground}"><div style="width:${share * 100}%;line-height:0">${pebble}</div></body>`,
  )
  await page.screenshot({ path: join(into, `${name}.png`), omitBackground: true })
}
await browser.close()
