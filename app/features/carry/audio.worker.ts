import { expose } from 'comlink'
import { Zip, ZipPassThrough } from 'fflate'
import mp3Wasm from 'wasm-media-encoders/wasm/mp3?url'
import { createFileParts } from './fileParts'
import { makeSoundFile, type SoundJob, type SoundMade } from './soundJob'

/** Read bit by bit, so that no file is held whole. */
const READ_BYTES = 1_000_000

const MP3_WASM = new URL(mp3Wasm, self.location.origin).href

/** Sound files, made away from the page. */
const audioWorker = {
  make: (job: SoundJob, tell: (share: number) => void): Promise<SoundMade> => makeSoundFile(job, MP3_WASM, tell),
  /** Files in one, as they are: sound does not get smaller. */
  async zip(files: readonly { name: string; file: Blob }[]): Promise<Blob> {
    const parts = createFileParts()
    let failed: Error | null = null
    const zip = new Zip((error, bytes) => {
      if (error) failed = error
      else parts.add(bytes)
    })
    for (const { name, file } of files) {
      const entry = new ZipPassThrough(name)
      zip.add(entry)
      for (let at = 0; at < file.size; at += READ_BYTES)
        entry.push(new Uint8Array(await file.slice(at, at + READ_BYTES).arrayBuffer()))
      entry.push(new Uint8Array(), true)
    }
    zip.end()
    if (failed) throw failed as Error
    return parts.whole([], [], 'application/zip')
  },
}

export type AudioWorker = typeof audioWorker
expose(audioWorker)
