// npm test: everything that must be green, from a fresh clone on. Each part has its time, many times what it takes on a machine left alone.
import { bin, ensureBuild, ensureChromium, ensurePackages, freePort, QUIET, runWithin } from './prepare.mjs'

const begun = Date.now()
const part = (name) => console.log(`\n— ${name} (${Math.round((Date.now() - begun) / 1000)} s so far)`)
ensurePackages()
const chromium = ensureChromium()

async function looksRight() {
  part('format, lint, types, build')
  await runWithin(15, bin('prettier'), ['--check', '--log-level', 'warn', '.'], {
    advice: 'Some files are not formatted: npm run format',
  })
  await runWithin(25, bin('eslint'), ['.', '--max-warnings', '0'])
  await runWithin(25, bin('nuxt'), ['typecheck'], { env: QUIET })
  await ensureBuild()
}
async function unitsHold() {
  part('beside it, unit and reference tests')
  await runWithin(40, bin('vitest'), ['run'])
}
async function isDoneAsByAPerson() {
  await looksRight()
  part('browser tests on the production build')
  const port = await freePort(4310)
  await runWithin(46, bin('playwright'), ['test'], {
    env: { ...QUIET, PEBBLEBROOK_TEST_PORT: String(port), PEBBLEBROOK_CHROMIUM: chromium },
  })
}
// What looks at the source works with a single processor most of the time, and so do the units.
await Promise.all([isDoneAsByAPerson(), unitsHold()])
part('all green')
