/** A sound file in the making: it takes samples block by block, and is whole at the end. */
export interface SoundFile {
  add: (block: readonly Float32Array[]) => Promise<void> | void
  end: () => Promise<Blob> | Blob
}
