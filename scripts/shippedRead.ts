import { fileURLToPath } from 'node:url'
import { build as bundle, type Plugin as BundlePlugin } from 'esbuild'
import type { Plugin } from 'vite'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const SHIPPED_FILE = here('../data/shipped.ts')
export const ALIAS = { '#core': here('../core'), '#data': here('../data') }

/** What ships, as JSON: the forms as they are read, and the routines. */
async function read(): Promise<string> {
  const { outputFiles } = await bundle({
    entryPoints: [SHIPPED_FILE],
    bundle: true,
    write: false,
    platform: 'node',
    format: 'esm',
    alias: ALIAS,
  })
  const code = Buffer.from(outputFiles[0]!.contents).toString('base64')
  const { CATALOGUE, SHIPPED_ROUTINES } = (await import(`data:text/javascript;base64,${code}`)) as Record<
    string,
    unknown
  >
  return JSON.stringify([CATALOGUE, SHIPPED_ROUTINES])
}

let once: Promise<string> | null = null
const asRead = () => (once ??= read())
/** The module of what ships with all of it in it, in place of the forms' words and of the reading. */
const asModule = async () => `export const [CATALOGUE, SHIPPED_ROUTINES] = JSON.parse(${JSON.stringify(await asRead())})
  export const shippedText = () => JSON.stringify([CATALOGUE, SHIPPED_ROUTINES])
  export const untilShipped = Promise.resolve()`

/**
 * Reading 188 forms from their words takes a fifth of a second on a slow device: a build does it once. A page fetches what ships as data beside its
 * code, and waits for it before its store opens; a worker has it in it.
 */
export const shippedRead = (of: 'page' | 'worker'): Plugin => ({
  name: 'shipped-read',
  apply: 'build',
  async load(id) {
    if (id !== SHIPPED_FILE) return undefined
    if (of === 'worker') return asModule()
    const data = this.emitFile({ type: 'asset', name: 'shipped.json', source: await asRead() })
    return `export const [CATALOGUE, SHIPPED_ROUTINES] = [[], []]
      let text = ''
      export const shippedText = () => text
      const read = async () => {
        const answer = await fetch(import.meta.ROLLUP_FILE_URL_${data})
        if (!answer.ok) throw new Error(answer.status)
        text = await answer.text()
        const [forms, routines] = JSON.parse(text)
        CATALOGUE.push(...forms)
        SHIPPED_ROUTINES.push(...routines)
      }
      export const untilShipped = read().catch((cause) => {
        throw new Error('The forms and routines that ship could not be fetched. Load the page again when there is a network.', { cause })
      })`
  },
})

/** The same for what is bundled for the threads of the server. */
export const shippedReadInBundle: BundlePlugin = {
  name: 'shipped-read',
  setup(build) {
    build.onLoad({ filter: /[\\/]data[\\/]shipped\.ts$/ }, async () => ({ contents: await asModule(), loader: 'js' }))
  },
}
