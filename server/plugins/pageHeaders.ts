import { createHash } from 'node:crypto'

const INLINE_SCRIPT = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g

/** Only the scripts that the page really holds may run beside those from files: each is named by its hash. */
function hashesOf(html: string): string {
  const bodies = [...html.matchAll(INLINE_SCRIPT)].map(([, body]) => body!)
  const hashes = bodies.map((body) => `'sha256-${createHash('sha256').update(body).digest('base64')}'`)
  return [...new Set(hashes)].join(' ')
}

/** What a page cannot say of itself, but only whoever sends it: files on a host are sent without. */
const ONLY_SENT = ["frame-ancestors 'none'"]
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
]

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:response', (response) => {
    if (typeof response.body !== 'string' || !response.headers) return
    delete response.headers['x-powered-by']
    const policy = policyOf(response.body)
    response.headers['content-security-policy'] = [...policy, ...ONLY_SENT].join('; ')
    // A page that becomes a file brings its rules with it.
    if (import.meta.prerender)
      response.body = response.body.replace(
        '<head>',
        `<head><meta http-equiv="content-security-policy" content="${policy.join('; ')}">`,
      )
  })
})
