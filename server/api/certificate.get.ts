import { readFile } from 'node:fs/promises'
import { noSuchRoute } from '~~/server/support/faults'

/** The certificate that vouches for this server in the house, for a phone to trust; there is none where it is served to this machine only. */
export default defineEventHandler(async (event) => {
  const file = process.env.PEBBLEBROOK_AUTHORITY
  if (!file) throw noSuchRoute()
  setResponseHeader(event, 'content-type', 'application/x-x509-ca-cert')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="pebblebrook.crt"')
  return readFile(file)
})
