import type { Plugin } from 'vite'

const NAME = 'temporal-polyfill'
const SHIM = '\0temporal-where-missing'
/** What a page fetches before anything else, where it must. */
const FETCHED = '#temporal'

/**
 * In pages and their workers: the browser's own Temporal, and what stands in for it only where there is none. It is 57 kB that most need not load. A
 * worker waits for it as it begins. A page does so in its first plugin, by `#temporal`: a module that waits cuts those that import it
 * into many more files, and the page became larger.
 */
export function temporalWhereMissing(of: 'page' | 'worker'): Plugin {
  let isBuild = true
  return {
    name: 'temporal-where-missing',
    enforce: 'pre',
    configResolved: ({ command }) => void (isBuild = command === 'build'),
    resolveId(id, importer) {
      if (id === FETCHED) return SHIM
      return isBuild && id === NAME && importer !== SHIM ? SHIM : undefined
    },
    load(id) {
      if (id !== SHIM) return undefined
      // While one develops, all have what stands in for it.
      if (!isBuild) return 'export const untilThere = async () => {}'
      const fetched = `(await import(${JSON.stringify(NAME)})).Temporal`
      return of === 'worker'
        ? `export const Temporal = globalThis.Temporal ?? ${fetched}`
        : `export let Temporal = globalThis.Temporal\nexport const untilThere = async () => { Temporal ??= ${fetched} }`
    },
  }
}
