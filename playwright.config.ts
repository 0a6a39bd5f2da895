import { defineConfig } from '@playwright/test'
import { runsAll } from './tests/runsAll'

const port = Number(process.env.PEBBLEBROOK_TEST_PORT ?? 4310)
const demoPort = port + 100

const server = (onPort: number, demo: boolean) => ({
  command: 'node .output/server/index.mjs',
  url: `http://127.0.0.1:${onPort}/api/mode`,
  env: { PORT: String(onPort), HOST: '127.0.0.1', NODE_ENV: 'production', PEBBLEBROOK_DEMO: demo ? '1' : '0' },
  reuseExistingServer: false,
})

export default defineConfig({
  testDir: 'tests/e2e',
  // `npm run test:all` runs the slow ones too.
  grepInvert: runsAll ? undefined : /@slow/,
  workers: 2,
  fullyParallel: true,
  // A shared machine may give a browser a tenth of its time for some minutes (seen: 5%): what is waited for comes late there, and is no failure.
  timeout: 480_000,
  // Against what hangs: some 12 minutes on a machine left alone, and seen to need three times as long on one that is not.
  globalTimeout: 45 * 60_000,
  expect: { timeout: 75_000 },
  // On a busy machine a browser may be late once; a test that needed a second go is printed as flaky.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    // Each test would keep all of the application anew; those that are about it allow it.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Lisbon',
    locale: 'en-GB',
    // What moves is drawn anew sixty times a second, a seventh of all the time here; the tests of what people follow have it move.
    contextOptions: { reducedMotion: 'reduce' },
    // Pictures of every step cost half as much again as the steps; a failure is traced with `--trace on` when it is looked into.
    trace: 'off',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
      ],
    },
  },
  projects: [
    { name: 'own', testIgnore: /demo\.spec/ },
    { name: 'demo', testMatch: /demo\.spec/, use: { baseURL: `http://127.0.0.1:${demoPort}` } },
  ],
  webServer: [server(port, false), server(demoPort, true)],
})
