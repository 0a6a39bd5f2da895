/** So much is held as bytes; then it is handed to the browser, which may keep it on disk. */
const FOLDED_BYTES = 4_000_000

/** A file that grows bit by bit, of which only the last bit is held here. */
export function createFileParts() {
  const parts: Blob[] = []
  let loose: Uint8Array<ArrayBuffer>[] = []
  let looseBytes = 0
  let bytes = 0
  function fold() {
    if (loose.length > 0) parts.push(new Blob(loose))
    loose = []
    looseBytes = 0
  }
  return {
    bytes: () => bytes,
    /** Takes a copy: encoders use their memory again. */
    add(some: Uint8Array) {
      loose.push(new Uint8Array(some))
      looseBytes += some.length
      bytes += some.length
      if (looseBytes > FOLDED_BYTES) fold()
    },
    /** The whole, with what stands before and after it. */
    whole(before: readonly Uint8Array<ArrayBuffer>[], after: readonly Uint8Array<ArrayBuffer>[], type: string): Blob {
      fold()
      return new Blob([...before, ...parts, ...after], { type })
    },
  }
}
