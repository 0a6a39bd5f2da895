import { expose } from 'comlink'
import { readArchive, type ReadArchive } from '#core/formats'
import { SHIPPED_IDS } from '#data'

/** Archives are read away from the page: years of practice take a moment. */
const archiveWorker = {
  read: (text: string, onProgress: (share: number) => void): ReadArchive =>
    readArchive(text, { ...SHIPPED_IDS, onProgress }),
}

export type ArchiveWorker = typeof archiveWorker
expose(archiveWorker)
