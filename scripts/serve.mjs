// npm start, and npm run demo: the production server on this machine.
import { spawn } from 'node:child_process'
import { ensureBuild, ensurePackages, freePort, ROOT } from './prepare.mjs'
import { SERVER_MEMORY } from './serverMemory.mjs'

const demo = process.argv.includes('--demo')
ensurePackages()
await ensureBuild()
const port = await freePort(Number(process.env.PORT ?? 3000))
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  cwd: ROOT,
  stdio: ['ignore', 'ignore', 'inherit'],
  env: {
    ...SERVER_MEMORY,
    ...process.env,
    NODE_ENV: 'production',
    HOST: process.env.HOST ?? '127.0.0.1',
    PORT: String(port),
    PEBBLEBROOK_DEMO: demo ? '1' : '0',
  },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))

const address = `http://localhost:${port}/`
for (let tries = 0; tries < 100; tries += 1) {
  const up = await fetch(`http://127.0.0.1:${port}/api/mode`).then(
    (answer) => answer.ok,
    () => false,
  )
  if (up) break
  await new Promise((resolve) => setTimeout(resolve, 100))
}
console.log(`\nPebblebrook${demo ? ' with its demo' : ''}: ${address}`)
console.log('Stop it with Ctrl+C.\n')
