// npm start, and npm run demo: the production server on this machine; with --lan for the phones and tablets of the house too.
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { get as httpGet } from 'node:http'
import { get as httpsGet } from 'node:https'
import { houseAddresses, houseCertificate } from './lan.mjs'
import { ensureBuild, ensurePackages, freePort, giveUp, ROOT } from './prepare.mjs'
import { SERVER_MEMORY } from './serverMemory.mjs'

const demo = process.argv.includes('--demo')
const isForHouse = process.argv.includes('--lan')
ensurePackages()
await ensureBuild()
const addresses = isForHouse ? houseAddresses() : []
if (isForHouse && addresses.length === 0)
  giveUp('This machine has no address in a network. Join the network that the phone is in, and try again.')
const house = isForHouse ? await houseCertificate(addresses) : null
const port = await freePort(Number(process.env.PORT ?? 3000))
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  cwd: ROOT,
  stdio: ['ignore', 'ignore', 'inherit'],
  env: {
    ...SERVER_MEMORY,
    ...process.env,
    NODE_ENV: 'production',
    HOST: process.env.HOST ?? (house ? '0.0.0.0' : '127.0.0.1'),
    PORT: String(port),
    PEBBLEBROOK_DEMO: demo ? '1' : '0',
    ...(house && {
      NITRO_SSL_CERT: house.certificate,
      NITRO_SSL_KEY: house.key,
      PEBBLEBROOK_AUTHORITY: house.authorityFile,
    }),
  },
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))

/** Whether the server answers already. */
const isUp = () =>
  new Promise((resolve) => {
    const asked = house
      ? httpsGet({ host: '127.0.0.1', port, path: '/api/mode', ca: readFileSync(house.authorityFile) })
      : httpGet({ host: '127.0.0.1', port, path: '/api/mode' })
    asked.on('response', (answer) => resolve(answer.resume().statusCode === 200)).on('error', () => resolve(false))
  })
for (let tries = 0; tries < 100 && !(await isUp()); tries += 1) {
  await new Promise((resolve) => setTimeout(resolve, 100))
}
const name = `Pebblebrook${demo ? ' with its demo' : ''}`
if (house) await tellHouse()
else console.log(`\n${name}: http://localhost:${port}/`)
console.log('Stop it with Ctrl+C.\n')

/** How another device of the house comes to it, with a picture for its camera. */
async function tellHouse() {
  const { default: qrcode } = await import('qrcode')
  const [first, ...others] = addresses.map((address) => `https://${address}:${port}/`)
  console.log(`\n${name}, for every device in this house: ${first}`)
  for (const other of others) console.log(`  or, by another of this machine's networks: ${other}`)
  console.log(`On this machine: https://localhost:${port}/\n`)
  console.log(await qrcode.toString(first, { type: 'terminal', small: true }))
  console.log(`Point the phone's camera at the picture, and open the address.

The phone will warn that the connection is not private, or that the certificate is not trusted. Its meaning: the certificate was made by this
machine a moment ago, and nobody whom the phone knows vouches for it. All that you do stays in the phone's browser. Check that
the address is the one above, then choose "Advanced" and "go on" (or "Show details" and "visit this website").

So opened, it keeps the screen awake and can use the microphone. To have it open without the network too, the phone must trust the certificate:
open ${first}trust on the phone, where the steps are told. The signing key was deleted when the certificate was made:
it vouches for this machine, and can vouch for nothing else. If this machine gets another address, the phone must trust a new one.
`)
}
