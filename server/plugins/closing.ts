import { sayPool } from '~~/server/support/sayPool'
import { demoPool, toolPool } from '~~/server/support/toolPool'

/** Asked to go, the server is gone within five seconds: what runs may finish, what waits is turned away. */
const WORK_MS = 2500
const CONNECTIONS_MS = 4000
const MOST_MS = 4700

export default defineNitroPlugin((nitro) => {
  process.env.NITRO_SHUTDOWN_TIMEOUT ??= String(CONNECTIONS_MS)
  nitro.hooks.hook('close', async () => {
    await Promise.all([toolPool.close(WORK_MS), demoPool.close(WORK_MS), sayPool.close(WORK_MS)])
  })
  const goAnyway = () => void setTimeout(() => process.exit(0), MOST_MS).unref()
  process.once('SIGTERM', goAnyway).once('SIGINT', goAnyway)
})
