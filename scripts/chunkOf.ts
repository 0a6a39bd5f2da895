import type { Plugin } from 'vite'

/**
 * Tells, once the page is built, the name of the file in which a module came to stand. The manifest names a chunk by a module only as long as nothing else is
 * taken from that chunk; what is to be fetched ahead is found by this in any case. Null before a build; one in which the module stands nowhere fails.
 */
export function chunkOf(moduleId: string): { plugin: Plugin; fileName: () => string | null } {
  let found: string | null = null
  return {
    plugin: {
      name: 'chunk-of',
      apply: 'build',
      generateBundle(_, bundle) {
        if (found) return
        const chunks = Object.values(bundle).filter((each) => each.type === 'chunk')
        const chunk = chunks.find(({ moduleIds }) => moduleIds.includes(moduleId))
        if (!chunk) throw new Error(`No chunk holds ${moduleId}`)
        found = chunk.fileName.replace(/^.*\//, '')
      },
    },
    fileName: () => found,
  }
}
