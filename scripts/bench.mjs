// npm run bench -- NAME... --seed N: measures, and prints. Without a name all of them. Nothing here is asserted: figures of one machine
// are no test.
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { createServer } from 'vite'
import { ensureBuild, ensureChromium, ensurePackages, giveUp, ROOT } from './prepare.mjs'

ensurePackages()
const all = readdirSync(join(ROOT, 'bench'))
  .filter((file) => file.endsWith('.ts'))
  .map((file) => file.slice(0, -3))
const asked = process.argv.slice(2).filter((word, index, words) => word !== '--seed' && words[index - 1] !== '--seed')
const unknown = asked.filter((name) => !all.includes(name))
if (unknown.length > 0) giveUp(`There is no bench ${unknown.join(', ')}. There are: ${all.join(', ')}.`)
ensureChromium()
await ensureBuild()
const vite = await createServer({
  root: ROOT,
  configFile: join(ROOT, 'vitest.config.ts'),
  appType: 'custom',
  logLevel: 'error',
  server: { middlewareMode: true, hmr: false, watch: null, ws: false },
})
for (const name of asked.length > 0 ? asked : all) await vite.ssrLoadModule(join(ROOT, 'bench', `${name}.ts`))
await vite.close()
