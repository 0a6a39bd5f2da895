// Prints every text of the interface: file, line, text.
import { fileURLToPath } from 'node:url'
import { createServer } from 'vite'

const root = fileURLToPath(new URL('../', import.meta.url))
const vite = await createServer({
  root,
  configFile: false,
  appType: 'custom',
  logLevel: 'error',
  server: { middlewareMode: true, hmr: false, watch: null, ws: false },
})
const { interfaceTexts } = await vite.ssrLoadModule('/scripts/interfaceTexts.ts')
for (const { file, line, text } of interfaceTexts()) console.log(`${file}:${line}\t${text}`)
await vite.close()
