// npm test: everything that must be green, from a fresh clone on.
import { bin, CHROMIUM, ensureBuild, ensureChromium, ensurePackages, freePort, QUIET, run } from './prepare.mjs'

const part = (name) => console.log(`\n— ${name}`)
ensurePackages()
ensureChromium()
part('format')
run(bin('prettier'), ['--check', '--log-level', 'warn', '.'], {
  advice: 'Some files are not formatted: npm run format',
})
part('lint')
run(bin('eslint'), ['.', '--max-warnings', '0'])
part('types')
run(bin('nuxt'), ['typecheck'], { env: QUIET })
part('unit and reference tests')
run(bin('vitest'), ['run'])
part('browser tests on the production build')
ensureBuild()
const port = await freePort(4310)
run(bin('playwright'), ['test'], {
  env: { ...QUIET, PEBBLEBROOK_TEST_PORT: String(port), PEBBLEBROOK_CHROMIUM: CHROMIUM },
})
console.log('\nAll green.')
