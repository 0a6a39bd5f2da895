import type { Plugin } from 'vite'

const NAME = 'temporal-polyfill'
const SHIM = '\0temporal-where-missing'

/** In pages and their workers: the browser's own Temporal, and what stands in for it only where there is none. It is 50 kB that most need not load. */
export const temporalWhereMissing = (): Plugin => ({
  name: 'temporal-where-missing',
  apply: 'build',
  enforce: 'pre',
  resolveId: (id, importer) => (id === NAME && importer !== SHIM ? SHIM : undefined),
  load: (id) =>
    id === SHIM
      ? `export const Temporal = globalThis.Temporal ?? (await import(${JSON.stringify(NAME)})).Temporal`
      : undefined,
})
