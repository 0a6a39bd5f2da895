import { createHash } from 'node:crypto'

const INLINE_SCRIPT = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g

/** Only the scripts that the page really holds may run beside those from files: each is named by its hash. */
function hashesOf(html: string): string {
  const bodies = [...html.matchAll(INLINE_SCRIPT)].map(([, body]) => body!)
  const hashes = bodies.map((body) => `'sha256-${createHash('sha256').update(body).digest('base64')}'`)
  return [...new Set(hashes)].join(' ')
}

/** Everything comes from this machine: no address outside it may be asked, by accident either. */
const policyOf = (html: string) => [
  "default-src 'self'",
  `script-src 'self' ${hashesOf(html)}`,
  // The components put their styles into the page as they are used.
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "media-src 'self' blob:",
  "worker-src 'self'",
  "connect-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
]

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', (response) => {
    if (typeof response.body !== 'string' || !response.headers) return
    delete response.headers['x-powered-by']
    response.headers['content-security-policy'] = policyOf(response.body).join('; ')
  })
})
