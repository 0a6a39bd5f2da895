import { expose, transfer } from 'comlink'
import { packed, readIncoming, unpacked, type IncomingContent } from '#core/handover'
import { mergePersons, type MarkedPerson, type Merged } from '#core/merge'
import { SHIPPED_IDS } from '#data'

type Tell = (share: number) => void
const NOT_WHOLE = 'What was read is not whole. Read it once more.'

/** What comes in and goes out is read and packed away from the page: years of practice take a moment. */
const filesWorker = {
  readText: (text: string, onProgress: Tell): IncomingContent => readIncoming(text, { ...SHIPPED_IDS, onProgress }),
  readPacked(bytes: Uint8Array, onProgress: Tell): IncomingContent {
    const text = unpacked(bytes)
    if (text !== null) return filesWorker.readText(text, onProgress)
    return { kind: 'routine', read: { ok: false, faults: [{ path: 'what was read', message: NOT_WHOLE }] } }
  },
  merge: (mine: MarkedPerson, theirs: MarkedPerson, leave: ReadonlySet<string>): Merged =>
    mergePersons(mine, theirs, leave),
  pack(text: string): Uint8Array {
    const bytes = packed(text)
    return transfer(bytes, [bytes.buffer])
  },
}

export type FilesWorker = typeof filesWorker
expose(filesWorker)
