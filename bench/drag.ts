/** Dragging and pulling on the brook of a routine of 40 steps: how long frames take, against frames of the same page at rest, in one run. */
import { chromium } from '@playwright/test'
import { writeRoutineText } from '#core/formats'
import { emptyRoutine, stepFor } from '#core/routine'
import { CATALOGUE } from '#data'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { between } from './support/seed'

const STEPS = 40
const FRAME_MS = 1000 / 60
const { address, stop } = await startServer(4398)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
const routine = {
  ...emptyRoutine('r', 'Forty'),
  entries: CATALOGUE.filter(({ id }) => id !== 'short-form-24')
    .slice(0, STEPS)
    .map((form) => stepFor(form, form.id)),
}
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${address}/routines`)
  await page.getByRole('button', { name: 'Assemble a routine' }).click()
  await page.getByRole('textbox', { name: 'The routine as text' }).fill(writeRoutineText(routine, CATALOGUE))
  await page.getByRole('button', { name: 'Read it in' }).click()
  await page
    .locator('.working .pebble')
    .nth(STEPS - 1)
    .waitFor()
  await page.locator('.working').scrollIntoViewIfNeeded()

  /** Frame lengths, in milliseconds, while something is done. */
  const framesWhile = async (work: () => Promise<void>): Promise<number[]> => {
    await page.evaluate(`(() => {
      const frames = (window.frames_ = []); let last = performance.now(); window.going_ = true
      const tick = (now) => { frames.push(now - last); last = now; if (window.going_) requestAnimationFrame(tick) }
      requestAnimationFrame(tick)
    })()`)
    await work()
    return page.evaluate(`(() => { window.going_ = false; return window.frames_.slice(1) })()`)
  }
  const pebble = (await page
    .locator('.working .pebble')
    .nth(Math.floor(between(10, 30)))
    .boundingBox())!
  const middle = pebble.y + pebble.height / 2
  const sweep = async (from: number, reach: number) => {
    await page.mouse.move(from, middle)
    await page.mouse.down()
    for (let turn = 0; turn < 4; turn += 1)
      await page.mouse.move(from + (turn % 2 === 0 ? reach : -reach), middle, { steps: 40 })
    await page.mouse.up()
  }
  const rest = await framesWhile(() => page.waitForTimeout(1500))
  const dragging = await framesWhile(() => sweep(pebble.x + pebble.width / 3, 300))
  const pulling = await framesWhile(() => sweep(pebble.x + pebble.width - 1, 60))
  const told = (frames: number[]) => {
    const sorted = [...frames].sort((one, other) => one - other)
    const at = (share: number) => sorted[Math.floor((sorted.length - 1) * share)]!
    const late = frames.filter((length) => length > FRAME_MS * 1.5).length / frames.length
    return `median ${at(0.5).toFixed(1)} ms, 95th percentile ${at(0.95).toFixed(1)} ms, ${(late * 100).toFixed(1)}% late`
  }
  console.log(
    `drag: ${STEPS} steps, frames of 16.7 ms wanted. At rest: ${told(rest)}. Taken along: ${told(dragging)}. Pulled: ${told(pulling)}`,
  )
} finally {
  await browser.close()
  stop()
}
