import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  resolve: { alias: { '#core': here('./core'), '#data': here('./data'), '~': here('./app') } },
  test: {
    include: ['tests/unit/**/*.test.ts', 'tests/reference/**/*.test.ts'],
    environment: 'node',
    setupFiles: ['tests/properties.ts'],
    // Nothing here waits for anything; a shared machine may give it a fraction of its time.
    testTimeout: 90_000,
  },
})
