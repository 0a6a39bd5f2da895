import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Readable, Writable } from 'node:stream'
import { CHROMIUM, CHROMIUM_ARGS } from './browser'

/**
 * A browser driven by the bare devtools protocol over a pipe. Playwright keeps every page "visible"; here a page behind another is hidden
 * as it is for a person.
 */
export function openByPipe() {
  const profile = mkdtempSync(join(tmpdir(), 'bench-'))
  const browser = spawn(
    CHROMIUM,
    [...CHROMIUM_ARGS, '--remote-debugging-pipe', `--user-data-dir=${profile}`, '--window-size=1280,800'],
    { stdio: ['ignore', 'ignore', 'ignore', 'pipe', 'pipe'] },
  )
  const write = browser.stdio[3] as Writable
  const read = browser.stdio[4] as Readable
  const waiting = new Map<number, (answer: { result?: unknown; error?: { message: string } }) => void>()
  let text = ''
  read.on('data', (data: Buffer) => {
    text += data.toString()
    for (let end = text.indexOf('\0'); end >= 0; end = text.indexOf('\0')) {
      const message = JSON.parse(text.slice(0, end)) as { id?: number }
      text = text.slice(end + 1)
      if (message.id !== undefined) waiting.get(message.id)?.(message as never)
    }
  })
  let lastId = 0
  function send<T = Record<string, unknown>>(method: string, params: object = {}, sessionId?: string): Promise<T> {
    const id = (lastId += 1)
    return new Promise((resolve, reject) => {
      waiting.set(id, ({ result, error }) =>
        error ? reject(new Error(`${method}: ${error.message}`)) : resolve(result as T),
      )
      write.write(`${JSON.stringify({ id, method, params, sessionId })}\0`)
    })
  }
  return {
    send,
    /** Open a page; `run` evaluates a script in it and gives its value back. */
    async page(url: string, before = '') {
      const { targetId } = await send<{ targetId: string }>('Target.createTarget', { url: 'about:blank' })
      const { sessionId } = await send<{ sessionId: string }>('Target.attachToTarget', { targetId, flatten: true })
      await send('Page.enable', {}, sessionId)
      await send('Page.setBypassCSP', { enabled: true }, sessionId)
      if (before) await send('Page.addScriptToEvaluateOnNewDocument', { source: before }, sessionId)
      await send('Page.navigate', { url }, sessionId)
      return {
        targetId,
        sessionId,
        go: (to: string) => send('Page.navigate', { url: to }, sessionId),
        async run<T>(expression: string): Promise<T> {
          const { result, exceptionDetails } = await send<{
            result: { value: T }
            exceptionDetails?: { exception?: { description?: string } }
          }>('Runtime.evaluate', { expression, awaitPromise: true, returnByValue: true, userGesture: true }, sessionId)
          if (exceptionDetails) throw new Error(exceptionDetails.exception?.description ?? 'the page failed')
          return result.value
        },
      }
    },
    close() {
      browser.once('exit', () => rmSync(profile, { recursive: true, force: true, maxRetries: 5 }))
      browser.kill()
    },
  }
}

/** A script that waits for a button of this name and clicks it. */
export const clickScript = (name: string) => `new Promise((resolve, reject) => {
  let tries = 0
  const look = setInterval(() => {
    const button = [...document.querySelectorAll('button, [role=switch]')].find((each) => (each.getAttribute('aria-label') ?? each.textContent).trim() === ${JSON.stringify(name)})
    if (button) { clearInterval(look); button.click(); resolve(true) }
    else if ((tries += 1) > 200) { clearInterval(look); reject(new Error('no button ${name}')) }
  }, 50)
})`
