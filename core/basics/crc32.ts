/** The polynomial of CRC-32 with its bits the other way round. */
const POLYNOMIAL = 0xedb88320
const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let rest = byte
  for (let bit = 0; bit < 8; bit += 1) rest = rest & 1 ? (rest >>> 1) ^ POLYNOMIAL : rest >>> 1
  return rest
})
/** The checksum CRC-32 of some bytes, as in ISO 3309 and zlib. */
export function crc32(bytes: Uint8Array): number {
  let crc = ~0
  for (const byte of bytes) crc = (crc >>> 8) ^ CRC_TABLE[(crc ^ byte) & 255]!
  return ~crc >>> 0
}
