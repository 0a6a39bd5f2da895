import { atBase } from '~/shared/atBase'

/** Whether the server was started to show the demo to whoever has nothing here yet. */
export async function serverShowsDemo(): Promise<boolean> {
  try {
    const mode: unknown = await (await fetch(atBase('api/mode'))).json()
    return typeof mode === 'object' && mode !== null && 'demo' in mode && mode.demo === true
  } catch {
    return false
  }
}

/**
 * The demo as an archive's text, as of a day (YYYY-MM-DD) in a time zone: from the server, or made here, which takes longer, where there are only files on a
 * host. Throws where neither can be.
 */
export async function demoText(date: string, zone: string): Promise<string> {
  // Without a server the demo is made in this browser.
  const answer = await fetch(atBase(`api/demo?${new URLSearchParams({ date, zone })}`)).catch(() => null)
  return answer?.ok ? answer.text() : madeHere(date, zone)
}

async function madeHere(date: string, zone: string): Promise<string> {
  const worker = new Worker(new URL('./demo.worker.ts', import.meta.url), { type: 'module' })
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<string>) => resolve(data)
      worker.onerror = () => reject(new Error('The demo could not be made.'))
      worker.postMessage({ date, zone })
    })
  } finally {
    worker.terminate()
  }
}
