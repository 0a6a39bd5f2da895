// npm test: what must be green before a commit, from a fresh clone on. npm run test:all: the slow tests too.
// Each part has a time limit, many times what it takes on a machine left alone.
import { bin, ensureBuild, ensureChromium, ensurePackages, freePort, QUIET, runWithin } from './prepare.mjs'

const begun = Date.now()
const part = (name) => console.log(`\n— ${name} (${Math.round((Date.now() - begun) / 1000)} s so far)`)
const env = { ...QUIET, PEBBLEBROOK_TESTS: process.argv.includes('--all') ? 'all' : 'quick' }
ensurePackages()
const chromium = ensureChromium()

async function testInBrowser() {
  part('browser tests on the production build')
  const port = await freePort(4310)
  await runWithin(46, bin('playwright'), ['test'], {
    env: { ...env, PEBBLEBROOK_TEST_PORT: String(port), PEBBLEBROOK_CHROMIUM: chromium },
  })
}
async function testCode() {
  part('beside it: lint, types, unit, component and reference tests')
  await runWithin(25, bin('eslint'), ['.', '--max-warnings', '0'])
  await runWithin(25, bin('nuxt'), ['typecheck'], { env })
  await runWithin(40, bin('vitest'), ['run'], { env })
}

async function testFormat() {
  await runWithin(
    15,
    bin('prettier'),
    ['--check', '--cache', '--cache-strategy', 'content', '--log-level', 'warn', '.'],
    {
      advice: 'Some files are not formatted: npm run format',
    },
  )
}

part('build, and beside it format')
await Promise.all([ensureBuild(), testFormat()])
await Promise.all([testInBrowser(), testCode()])
part('all green')
