import { transfer, wrap, type Remote } from 'comlink'
import type { CodesWorker } from './codes.worker'

/** Where the browser reads code pictures itself (Shape Detection API); TypeScript does not know it yet. */
interface Detector {
  detect: (source: ImageBitmapSource) => Promise<{ rawValue: string }[]>
}
interface DetectorClass {
  new (options: { formats: string[] }): Detector
  getSupportedFormats: () => Promise<string[]>
}
async function browsersDetector(): Promise<Detector | null> {
  const known = (globalThis as { BarcodeDetector?: DetectorClass }).BarcodeDetector
  if (!known) return null
  const formats = await known.getSupportedFormats().catch((): string[] => [])
  return formats.includes('qr_code') ? new known({ formats: ['qr_code'] }) : null
}

/** A picture's longer side as it is looked at: what a camera gives, and less, where a large photograph is full of noise. */
const SIDES = { camera: [1280], photograph: [1600, 1000, 640] }

/** Reads code pictures in what a camera sees and in photographs, by the browser or by a worker; `close` when it is no longer needed. */
export function openCodes() {
  const detector = browsersDetector()
  // One proxy for as long as the worker is wanted: Comlink takes one that nobody holds any more for the end of the work.
  let worker: Worker | null = null
  let codes: Remote<CodesWorker> | null = null
  const canvas = document.createElement('canvas')

  function pixels(source: CanvasImageSource, width: number, height: number, longest: number): ImageData {
    const scale = Math.min(1, longest / Math.max(width, height))
    canvas.width = Math.max(1, Math.round(width * scale))
    canvas.height = Math.max(1, Math.round(height * scale))
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.drawImage(source, 0, 0, canvas.width, canvas.height)
    return context.getImageData(0, 0, canvas.width, canvas.height)
  }
  async function readPixels({ data, width, height }: ImageData): Promise<string | null> {
    worker ??= new Worker(new URL('./codes.worker.ts', import.meta.url), { type: 'module' })
    codes ??= wrap<CodesWorker>(worker)
    return codes.read(transfer(data, [data.buffer]), width, height)
  }
  /** The texts of the code pictures that are seen in a source of so many pixels. */
  async function read(
    source: HTMLVideoElement | ImageBitmap,
    [width, height]: [number, number],
    kind: keyof typeof SIDES,
  ): Promise<string[]> {
    const native = await detector
    if (native) {
      // If the browser's detector fails, the worker reads the picture.
      const found = await native.detect(source).catch(() => [])
      if (found.length > 0) return found.map(({ rawValue }) => rawValue)
      if (kind === 'camera') return []
    }
    // A small one is not looked at again in the same size.
    const sides = SIDES[kind].filter((side, place) => place === 0 || side < Math.max(width, height))
    for (const longest of sides) {
      const text = await readPixels(pixels(source, width, height, longest))
      if (text) return [text]
    }
    return []
  }
  return { read, close: () => worker?.terminate() }
}
