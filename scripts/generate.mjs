// npm run generate: the application as files that any web host or folder can serve, in dist/. `-- --base /folder/` where it is to lie in a folder of
// its host. The files are those of the server's build, told where they lie.
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild, ensurePackages, freePort, giveUp, ROOT } from './prepare.mjs'

const place = process.argv.indexOf('--base')
const base = place < 0 ? '/' : (process.argv[place + 1] ?? '')
if (!/^\/([\w.-]+\/)*$/.test(base)) giveUp('--base is the folder on the host, between slashes: /brook/')
ensurePackages()
await ensureBuild()
const DIST = join(ROOT, 'dist')
const BUILT = join(ROOT, '.output/public')

/** Replace what says where it lies; what is not there any more would go out wrong, and stops it. */
function told(text, where, changes) {
  return changes.reduce((so, [from, to]) => {
    if (!so.includes(from)) giveUp(`The build has changed: ${from} is not in ${where}. Mend scripts/generate.mjs.`)
    return so.replaceAll(from, to)
  }, text)
}
const change = (file, changes) =>
  writeFileSync(join(DIST, file), told(readFileSync(join(DIST, file), 'utf8'), file, changes))

/** The one page that the server gives at every address, as it is given at this base. */
async function page() {
  const port = await freePort(4800)
  const server = spawn(process.execPath, [join(ROOT, '.output/server/index.mjs')], {
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', NUXT_APP_BASE_URL: base },
    stdio: 'ignore',
  })
  try {
    for (let tries = 0; tries < 100; tries += 1) {
      const answer = await fetch(`http://127.0.0.1:${port}${base}`).catch(() => null)
      if (answer?.ok) return { text: await answer.text(), policy: answer.headers.get('content-security-policy') }
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    return giveUp('The built server did not give its page.')
  } finally {
    server.kill()
  }
}
/** The addresses of the pages that have one of their own, by their files. */
const pagesUnder = (folder) =>
  readdirSync(join(ROOT, 'app/pages', folder), { withFileTypes: true })
    .filter(({ name }) => !name.includes('['))
    .flatMap((each) => {
      const path = join(folder, each.name.replace(/\.vue$/, ''))
      return each.isDirectory() ? pagesUnder(path) : [path.replace(/(^|\/)index$/, '')]
    })

rmSync(DIST, { recursive: true, force: true })
// A host that packs its files packs them itself.
cpSync(BUILT, DIST, { recursive: true, filter: (file) => !/\.(gz|br)$/.test(file) })
const { text, policy } = await page()
// A page that is a file brings its rules with it, but for the one that only whoever sends it can give.
const rules = policy.split('; ').filter((each) => !each.startsWith('frame-ancestors'))
const html = told(text, 'the page', [
  ['<head>', `<head><meta http-equiv="content-security-policy" content="${rules.join('; ')}">`],
  ['href="/pebble.svg"', `href="${base}pebble.svg"`],
  ['href="/icons/', `href="${base}icons/`],
  ['href="/manifest.webmanifest"', `href="${base}manifest.webmanifest"`],
])
for (const path of pagesUnder('')) {
  mkdirSync(join(DIST, path), { recursive: true })
  writeFileSync(join(DIST, path, 'index.html'), html)
}
for (const file of ['200.html', '404.html']) writeFileSync(join(DIST, file), html)
// What keeps it for days without a network must know its own place.
const keepers = readdirSync(join(DIST, '_nuxt')).filter(
  (file) => file.endsWith('.js') && readFileSync(join(DIST, '_nuxt', file), 'utf8').includes('"/sw.js"'),
)
if (keepers.length === 0) giveUp('The build has changed: no script names /sw.js. Mend scripts/generate.mjs.')
for (const file of keepers)
  change(join('_nuxt', file), [
    ['"/sw.js"', `"${base}sw.js"`],
    ['scope:"/"', `scope:"${base}"`],
  ])
change('sw.js', [
  ['{url:"/",', `{url:"${base}",`],
  ['createHandlerBoundToURL("/")', `createHandlerBoundToURL("${base}")`],
  ['"/checkedCache.js"', `"${base}checkedCache.js"`],
])
const manifest = JSON.parse(readFileSync(join(DIST, 'manifest.webmanifest'), 'utf8'))
const here = (url) => base + url.replace(/^\//, '')
writeFileSync(
  join(DIST, 'manifest.webmanifest'),
  JSON.stringify({
    ...manifest,
    id: base,
    start_url: base,
    scope: base,
    shortcuts: manifest.shortcuts.map((each) => ({ ...each, url: here(each.url) })),
  }),
)
// Files that were changed are cached by their new hash.
const hashIn = (folder, file) =>
  `sha256-${createHash('sha256')
    .update(readFileSync(join(folder, file)))
    .digest('base64')}`
const changed = keepers.map((file) => join('_nuxt', file))
change(
  'sw.js',
  changed.map((file) => [hashIn(BUILT, file), hashIn(DIST, file)]),
)
console.log(`
The files lie in dist/. Copy what is in it to ${base === '/' ? 'the root' : base} of a web host, or look at it here with any server of files.
A host that answers unknown addresses with 404.html shows every page at its address. Opened as files, without a host, browsers refuse to run them.
Words that nobody recorded are not spoken there, as no server makes them; the demo is made in the browser.
`)
