import type { Plugin } from 'vite'

/**
 * Tells, once the page is built, the name of the file in which a module came to stand. The manifest names a chunk by a module only as long as nothing else is
 * taken from that chunk; what is to be fetched ahead is found by this in any case. Throws where the module stands nowhere.
 */
export function chunkOf(moduleId: string): { plugin: Plugin; fileName: () => string } {
  let found: string | undefined
  return {
    plugin: {
      name: 'chunk-of',
      apply: 'build',
      generateBundle(_, bundle) {
        const chunks = Object.values(bundle).filter((each) => each.type === 'chunk')
        found ??= chunks.find(({ moduleIds }) => moduleIds.includes(moduleId))?.fileName.replace(/^.*\//, '')
      },
    },
    fileName() {
      if (!found) throw new Error(`No chunk holds ${moduleId}`)
      return found
    },
  }
}
