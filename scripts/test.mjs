// npm test: everything that must be green, from a fresh clone on. Each part has its time, many times what it takes on a machine left alone.
import { bin, ensureBuild, ensureChromium, ensurePackages, freePort, QUIET, runWithin } from './prepare.mjs'

const begun = Date.now()
const part = (name) => console.log(`\n— ${name} (${Math.round((Date.now() - begun) / 1000)} s so far)`)
ensurePackages()
const chromium = ensureChromium()
part('format')
await runWithin(4, bin('prettier'), ['--check', '--log-level', 'warn', '.'], {
  advice: 'Some files are not formatted: npm run format',
})
part('lint')
await runWithin(6, bin('eslint'), ['.', '--max-warnings', '0'])
part('types')
await runWithin(6, bin('nuxt'), ['typecheck'], { env: QUIET })
part('unit and reference tests')
await runWithin(12, bin('vitest'), ['run'])
part('browser tests on the production build')
ensureBuild()
const port = await freePort(4310)
await runWithin(20, bin('playwright'), ['test'], {
  env: { ...QUIET, PEBBLEBROOK_TEST_PORT: String(port), PEBBLEBROOK_CHROMIUM: chromium },
})
part('all green')
