import { spawn } from 'node:child_process'
import { SERVER_MEMORY } from '../../scripts/serverMemory.mjs'

export const CHROMIUM = process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium'
/**
 * The same engine without the window around it, for whatever is timed from a press to the picture that answers it. Chromium 156 that is told to show no window skips drawing
 * the first pictures of every press but the first (its own records say "Draw skipped"), as it does neither in a window nor in this shell.
 */
export const CHROMIUM_SHELL = process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium-headless-shell'
export const CHROMIUM_ARGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
]

/** Start the built server on a port, with or without the demo; `stop` ends it. */
export async function startServer(
  port: number,
  demo = false,
): Promise<{ address: string; pid: number; stop: () => void }> {
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: {
      ...SERVER_MEMORY,
      ...process.env,
      PORT: String(port),
      HOST: '127.0.0.1',
      PEBBLEBROOK_DEMO: demo ? '1' : '0',
    },
    stdio: 'ignore',
  })
  const address = `http://127.0.0.1:${port}`
  for (let tries = 0; tries < 50 && !(await fetch(address).catch(() => null)); tries += 1) {
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  return { address, pid: server.pid!, stop: () => void server.kill() }
}
