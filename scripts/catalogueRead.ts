import { fileURLToPath } from 'node:url'
import { build as bundle, type Plugin as BundlePlugin } from 'esbuild'
import type { Plugin } from 'vite'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const CATALOGUE_FILE = here('../data/catalogue.ts')
export const ALIAS = { '#core': here('../core'), '#data': here('../data') }

/** The module of the shipped forms with the forms as they are read, in place of their words and of the reading. */
async function read(): Promise<string> {
  const { outputFiles } = await bundle({
    entryPoints: [CATALOGUE_FILE],
    bundle: true,
    write: false,
    platform: 'node',
    format: 'esm',
    alias: ALIAS,
  })
  const code = Buffer.from(outputFiles[0]!.contents).toString('base64')
  const { CATALOGUE } = (await import(`data:text/javascript;base64,${code}`)) as { CATALOGUE: unknown[] }
  return `export const CATALOGUE = JSON.parse(${JSON.stringify(JSON.stringify(CATALOGUE))})`
}

let once: Promise<string> | null = null
const asRead = () => (once ??= read())

/** Reading 188 forms from their words takes a fifth of a second on a slow device: a build does it once, for its pages and their workers. */
export const catalogueRead = (): Plugin => ({
  name: 'catalogue-read',
  apply: 'build',
  load: async (id) => (id === CATALOGUE_FILE ? await asRead() : undefined),
})

/** The same for what is bundled for the threads of the server. */
export const catalogueReadInBundle: BundlePlugin = {
  name: 'catalogue-read',
  setup(build) {
    build.onLoad({ filter: /[\\/]data[\\/]catalogue\.ts$/ }, async () => ({ contents: await asRead(), loader: 'js' }))
  },
}
