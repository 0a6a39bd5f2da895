import type { H3Event } from 'h3'
import { noAnswer } from './faults'

/** The largest body that a route reads: 1 MB. */
export const MOST_BODY_BYTES = 1_000_000

const tooLarge = () =>
  createError({
    statusCode: 413,
    statusMessage: 'Body too large',
    data: { faults: [{ path: 'body', message: 'The body is larger than 1 MB.' }] },
  })

/** So much more is let go by unread before the answer, as a client still sending would not hear it. */
const MOST_DRAINED_BYTES = 10 * MOST_BODY_BYTES

/** A body that takes longer to come is not waited for. */
const MOST_READING_MS = 10_000

/** The bytes of a body, no more than the limit even when its length is not declared. */
function readLimited(event: H3Event): Promise<Buffer> {
  const { req, res } = event.node
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = []
    let bytes = 0
    let held = 0
    const hold = (change: number) => {
      held += change
      heldBytes += change
    }
    req.on('data', (chunk: Buffer) => {
      bytes += chunk.byteLength
      if (heldBytes + chunk.byteLength > MOST_HELD_BYTES) {
        chunks.length = 0
        hold(-held)
        res.setHeader('connection', 'close')
        return reject(noAnswer(event, 'busy'))
      }
      if (bytes <= MOST_BODY_BYTES) {
        chunks.push(chunk)
        hold(chunk.byteLength)
      } else {
        chunks.length = 0
        hold(-held)
      }
      if (bytes > MOST_DRAINED_BYTES) {
        res.setHeader('connection', 'close')
        reject(tooLarge())
      }
    })
    const settle = (done: () => void) => {
      hold(-held)
      done()
    }
    req.on('end', () => settle(() => (bytes > MOST_BODY_BYTES ? reject(tooLarge()) : resolve(Buffer.concat(chunks)))))
    req.on('error', reject)
    const alarm = setTimeout(() => {
      res.setHeader('connection', 'close')
      reject(createError({ statusCode: 408, statusMessage: 'Too slow' }))
    }, MOST_READING_MS)
    req.on('close', () => {
      hold(-held)
      clearTimeout(alarm)
    })
  })
}

/** The most bytes of unfinished bodies in memory; beyond it a request is answered with 429. A slow sender takes hardly any of them. */
const MOST_HELD_BYTES = 24 * MOST_BODY_BYTES
let heldBytes = 0

/** A body of at most 1 MB as text. Throws 413, 408 when it does not come, or 429 when too many come at once. */
export async function readLimitedText(event: H3Event): Promise<string> {
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > MOST_BODY_BYTES) throw tooLarge()
  return (await readLimited(event)).toString('utf8')
}
