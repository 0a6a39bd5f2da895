import { expose } from 'comlink'
import { readCode } from './readCode'

/** Code pictures are looked for away from the page, where the browser cannot do it itself. */
const codesWorker = { read: readCode }

export type CodesWorker = typeof codesWorker
expose(codesWorker)
