// What `npm start -- --lan` needs: this machine's addresses in the house, and a certificate for them that is made on the spot.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { ROOT } from './prepare.mjs'

const FOLDER = join(ROOT, '.certificate')
/** A browser takes no certificate for longer than 398 days (CA/Browser Forum, Baseline Requirements 6.3.2, from memory). */
const DAYS = 390
const DAY_MS = 86_400_000

/** The addresses under which others in the house reach this machine, the likeliest first. */
export function houseAddresses() {
  const all = Object.values(networkInterfaces()).flatMap((each) => each ?? [])
  return all.filter(({ family, internal }) => family === 'IPv4' && !internal).map(({ address }) => address)
}

/**
 * A certificate for these addresses, as PEM texts: the one of before, or a new one where addresses have changed or it is about to end. It is signed by an
 * authority that is made for it and whose key is thrown away at once: whoever trusts the authority trusts this machine, and nobody can sign another
 * in its name. `nowMs` is wall time, `folder` where it is kept.
 */
export async function houseCertificate(addresses, { nowMs = Date.now(), folder = FOLDER } = {}) {
  const files = ['key.pem', 'certificate.pem', 'authority.crt', 'about.json'].map((name) => join(folder, name))
  const [keyFile, certificateFile, authorityFile, aboutFile] = files
  const read = (file) => readFileSync(file, 'utf8')
  if (files.every((file) => existsSync(file))) {
    const about = JSON.parse(read(aboutFile))
    const isOfNow = addresses.every((each) => about.addresses.includes(each)) && about.untilMs - nowMs > 7 * DAY_MS
    if (isOfNow) return { key: read(keyFile), certificate: read(certificateFile), authorityFile }
  }
  const { generate } = await import('selfsigned')
  const notBeforeDate = new Date(nowMs - DAY_MS)
  const notAfterDate = new Date(nowMs + (DAYS - 1) * DAY_MS)
  const common = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256', notBeforeDate, notAfterDate }
  const authority = await generate([{ name: 'commonName', value: 'Pebblebrook in this house' }], {
    ...common,
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  })
  const names = [{ type: 2, value: 'localhost' }, ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7, ip }))]
  const leaf = await generate([{ name: 'commonName', value: addresses[0] ?? 'localhost' }], {
    ...common,
    ca: { key: authority.private, cert: authority.cert },
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: names },
    ],
  })
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  writeFileSync(keyFile, leaf.private, { mode: 0o600 })
  const certificate = `${leaf.cert.trim()}\n${authority.cert.trim()}\n`
  writeFileSync(certificateFile, certificate)
  writeFileSync(authorityFile, authority.cert)
  writeFileSync(aboutFile, JSON.stringify({ addresses, untilMs: notAfterDate.getTime() }))
  return { key: leaf.private, certificate, authorityFile }
}
