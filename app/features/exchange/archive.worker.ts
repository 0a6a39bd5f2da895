import { expose } from 'comlink'
import { readArchive, type ReadArchive } from '#core/formats'
import { CATALOGUE } from '#data'

/** Archives are read away from the page: years of practice take a moment. */
const archiveWorker = {
  read: (text: string, onProgress: (share: number) => void): ReadArchive =>
    readArchive(text, { shippedFormIds: CATALOGUE.map(({ id }) => id), onProgress }),
}

export type ArchiveWorker = typeof archiveWorker
expose(archiveWorker)
