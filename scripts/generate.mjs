// npm run generate: the application as files that any web host or folder can serve, in dist/. `-- --base /folder/` where it is to lie in a folder of
// its host.
import { cpSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { bin, ensurePackages, giveUp, QUIET, ROOT, runWithin } from './prepare.mjs'

const place = process.argv.indexOf('--base')
const base = place < 0 ? '/' : (process.argv[place + 1] ?? '')
if (!/^\/([\w.-]+\/)*$/.test(base)) giveUp('--base is the folder on the host, between slashes: /brook/')
ensurePackages()
// Apart from the server's build, which may be running.
const BUILT = '.generated'
await runWithin(15, bin('nuxt'), ['generate', '--logLevel', 'silent'], {
  env: { ...QUIET, NUXT_APP_BASE_URL: base, PEBBLEBROOK_OUTPUT: BUILT },
  advice: 'The files could not be made; what is wrong is said above.',
})
rmSync(join(ROOT, 'dist'), { recursive: true, force: true })
cpSync(join(ROOT, BUILT, 'public'), join(ROOT, 'dist'), { recursive: true })
rmSync(join(ROOT, BUILT), { recursive: true, force: true })
console.log(`
The files lie in dist/. Copy what is in it to ${base === '/' ? 'the root' : base} of a web host, or look at it here with any server of files.
A host that answers unknown addresses with 404.html shows every page at its address. Opened as files, without a host, browsers refuse to run them.
Words that nobody recorded are not spoken there, as no server makes them; the demo is made in the browser.
`)
