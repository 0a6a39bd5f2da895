// npm run -s core -- NAME < in.json > out.json: any of the core's tools, from the command line. JSON in, JSON out; what is wrong with the
// input is answered as { "faults": [...] } with exit code 1.
import { text } from 'node:stream/consumers'
import { join } from 'node:path'
import { createServer } from 'vite'
import { ensurePackages, ROOT } from './prepare.mjs'

ensurePackages()
const vite = await createServer({
  root: ROOT,
  configFile: join(ROOT, 'vitest.config.ts'),
  appType: 'custom',
  logLevel: 'error',
  server: { middlewareMode: true, hmr: false, watch: null, ws: false },
})
const { TOOLS, toolNamed } = await vite.ssrLoadModule(join(ROOT, 'core/tools/index.ts'))

async function answer() {
  const tool = toolNamed(process.argv[2] ?? '')
  if (!tool) {
    const names = TOOLS.map(({ name }) => name).join(', ')
    return { ok: false, faults: [{ path: 'NAME', message: `NAME must be one of: ${names}.` }] }
  }
  let input
  try {
    input = JSON.parse(await text(process.stdin))
  } catch {
    return { ok: false, faults: [{ path: 'body', message: 'The body is not JSON.' }] }
  }
  return tool.answer(input)
}
const answered = await answer()
// It ends when all is written, whatever the loader may still hold open.
process.stdout.write(`${JSON.stringify(answered.ok ? answered.value : { faults: answered.faults }, null, 2)}\n`, () =>
  process.exit(answered.ok ? 0 : 1),
)
