/** The demo as an archive's text, as of a day (YYYY-MM-DD) in a time zone, made beside the page. Throws where its worker cannot be had. */
export async function demoMadeHere(date: string, zone: string): Promise<string> {
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
