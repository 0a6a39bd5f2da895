/** So much is held as bytes; then it is handed to the browser, which may keep it on disk. */
const HELD_BYTES = 1_000_000

/** A file that grows bit by bit, of which only the last bit is held here, always in the same room. */
export function createFileParts() {
  const parts: Blob[] = []
  const held = new Uint8Array(HELD_BYTES)
  let heldBytes = 0
  let bytes = 0
  function fold() {
    if (heldBytes > 0) parts.push(new Blob([held.subarray(0, heldBytes)]))
    heldBytes = 0
  }
  return {
    bytes: () => bytes,
    /** Takes a copy: encoders use their memory again. */
    add(some: Uint8Array) {
      for (let from = 0; from < some.length;) {
        const piece = some.subarray(from, from + HELD_BYTES - heldBytes)
        held.set(piece, heldBytes)
        heldBytes += piece.length
        from += piece.length
        if (heldBytes === HELD_BYTES) fold()
      }
      bytes += some.length
    },
    /** The whole, with what stands before and after it. */
    whole(before: readonly Uint8Array<ArrayBuffer>[], after: readonly Uint8Array<ArrayBuffer>[], type: string): Blob {
      fold()
      return new Blob([...before, ...parts, ...after], { type })
    },
  }
}
