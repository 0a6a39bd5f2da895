import { TOOLS } from '#core/tools'
import { noSuchRoute } from '~~/server/support/faults'

const READ = ['GET', 'HEAD']
/** Every route there is under /api, and how it may be asked. */
const ROUTES = new Map<string, readonly string[]>([
  ['/api/mode', READ],
  ['/api/catalogue', READ],
  ['/api/certificate', READ],
  ['/api/demo', READ],
  ['/api/say', ['POST']],
  ...TOOLS.map(({ name }): [string, readonly string[]] => [`/api/${name}`, ['POST']]),
])

/** What is asked in another way than it can be is answered as such, and never by a page. */
export default defineEventHandler((event) => {
  const { pathname } = getRequestURL(event)
  const isApi = pathname === '/api' || pathname.startsWith('/api/')
  // So that errors are JSON too, whatever is asked for.
  if (isApi) event.node.req.headers.accept = 'application/json'
  const allowed = isApi ? ROUTES.get(pathname) : READ
  if (!allowed) throw noSuchRoute()
  // Existing files were answered before this, and no page has a dot in its name.
  if (!isApi && /\.[^/]*$/.test(pathname)) throw createError({ statusCode: 404, statusMessage: 'No such file' })
  if (!allowed.includes(event.method)) {
    setResponseHeader(event, 'allow', allowed.join(', '))
    throw createError({ statusCode: 405, statusMessage: 'Method not allowed' })
  }
  if (event.method !== 'POST') return
  const [type] = (getRequestHeader(event, 'content-type') ?? '').split(';')
  if (type!.trim().toLowerCase() !== 'application/json')
    throw createError({
      statusCode: 415,
      statusMessage: 'Not JSON',
      message: 'The content type must be application/json.',
    })
})
