import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

const APP = 'tests/unit/app/**/*.test.ts'

export default defineConfig({
  resolve: { alias: { '#core': here('./core'), '#data': here('./data'), '~': here('./app') } },
  test: {
    environment: 'node',
    setupFiles: ['tests/properties.ts'],
    // Nothing here waits for anything; a shared machine may give it a fraction of its time.
    testTimeout: 90_000,
    pool: 'threads',
    projects: [
      // What is pure needs no world of its own for each file: to make one, with all that is imported, takes longer than the tests.
      {
        extends: true,
        test: {
          name: 'pure',
          include: ['tests/unit/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          exclude: [APP],
          isolate: false,
        },
      },
      // Stores, stubs and clocks are each file's own.
      { extends: true, test: { name: 'app', include: [APP] } },
    ],
  },
})
