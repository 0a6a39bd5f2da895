import { fileURLToPath } from 'node:url'
import type { Plugin } from 'vite'

const FEATURES = fileURLToPath(new URL('../app/features/', import.meta.url))
/** What the first page is made of. */
const FIRST = ['today/', 'exchange/'].map((folder) => `${FEATURES}${folder}`)
const isOfLater = (importer: string) =>
  importer.startsWith(FEATURES) && !FIRST.some((folder) => importer.startsWith(folder))

/**
 * The whole of a library that is one file comes with the first page that uses any part of it, what only other pages use among it. Those get it as a file of
 * their own: each holds what it is used for.
 */
export const usedLater = (): Plugin => ({
  name: 'used-later',
  apply: 'build',
  enforce: 'pre',
  async resolveId(source, importer, options) {
    if (!source.includes('@vueuse/core') || !importer || !isOfLater(importer)) return null
    const found = await this.resolve(source, importer, { ...options, skipSelf: true })
    return found && !found.external ? { ...found, id: `${found.id}?later` } : found
  },
})
