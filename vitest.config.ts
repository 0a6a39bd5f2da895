import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import autoImport from 'unplugin-auto-import/vite'
import { defineConfig } from 'vitest/config'
import { runsAll } from './tests/runsAll'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

const ISOLATED = 'tests/unit/app/{store,session,exchange,plan,sound}/**/*.test.ts'

/** What Nuxt imports by itself in screens. */
const NUXT = [
  'clearError',
  'definePageMeta',
  'navigateTo',
  'onBeforeRouteLeave',
  'preloadRouteComponents',
  'useConfirm',
  'useHead',
  'usePWA',
  'useRoute',
  'useRouter',
  'useToast',
]

export default defineConfig({
  resolve: {
    alias: {
      '#core': here('./core'),
      '#data': here('./data'),
      '~': here('./app'),
      ...(!runsAll && { 'fast-check': here('./tests/fewerRuns.ts') }),
    },
  },
  test: {
    environment: 'node',
    setupFiles: ['tests/properties.ts'],
    // Nothing here waits for anything; a shared machine may give it a fraction of its time.
    testTimeout: 90_000,
    hookTimeout: 90_000,
    pool: 'threads',
    maxWorkers: '100%',
    projects: [
      // Importing everything anew for each file would take longer than the tests.
      {
        extends: true,
        test: {
          name: 'shared',
          include: ['tests/unit/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          exclude: [ISOLATED],
          isolate: false,
        },
      },
      // Each file has its own stores and stubs.
      { extends: true, test: { name: 'isolated', include: [ISOLATED] } },
      {
        extends: true,
        plugins: [
          vue({ template: { compilerOptions: { isCustomElement: (tag) => tag === 'search' } } }),
          autoImport({
            dts: false,
            vueTemplate: true,
            imports: ['vue', 'pinia', '@vueuse/core', { [here('./tests/component/support/nuxt.ts')]: NUXT }],
          }),
        ],
        test: {
          name: 'component',
          include: ['tests/component/**/*.test.ts'],
          environment: 'happy-dom',
          testTimeout: 480_000,
          isolate: false,
          setupFiles: ['tests/properties.ts', 'tests/component/support/setup.ts'],
        },
      },
    ],
  },
})
