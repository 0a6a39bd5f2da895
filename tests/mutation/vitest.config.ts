import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url))
const room = process.env.ROOM ?? 'timeline'

/** The unit tests of one room of core, with fewer runs of each property: for every fault that is put in they run again. */
export default defineConfig({
  resolve: {
    alias: [
      { find: /^fast-check$/, replacement: here('tests/fewerRuns.ts') },
      { find: '#core', replacement: here('core') },
      { find: '#data', replacement: here('data') },
      { find: '~', replacement: here('app') },
    ],
  },
  test: {
    root: here(''),
    include: [`tests/unit/${room}/**/*.test.ts`],
    environment: 'node',
    // Faults are switched on and off in what is loaded already: loading it anew for each would take most of the time.
    isolate: false,
    fileParallelism: false,
    testTimeout: 20_000,
  },
})
