// npm run bench: measures, and prints. Nothing here is asserted: figures of one machine are no test.
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { createServer } from 'vite'
import { ensureBuild, ensureChromium, ensurePackages, ROOT } from './prepare.mjs'

ensurePackages()
ensureChromium()
ensureBuild()
const vite = await createServer({
  root: ROOT,
  configFile: join(ROOT, 'vitest.config.ts'),
  appType: 'custom',
  logLevel: 'error',
  server: { middlewareMode: true, hmr: false, watch: null },
})
const wanted = process.argv[2]
for (const name of readdirSync(join(ROOT, 'bench')).filter(
  (file) => file.endsWith('.ts') && file.includes(wanted ?? ''),
)) {
  await vite.ssrLoadModule(join(ROOT, 'bench', name))
}
await vite.close()
