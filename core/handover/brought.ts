import { readArchive, type ReadArchive, type ReadOptions } from '../formats'
import { isSharePackage, readSharePackage, type ReadSharePackage } from './sharePackage'

/** What somebody brings: one routine with what it needs, or everything of a person. */
export type IncomingContent = { kind: 'routine'; read: ReadSharePackage } | { kind: 'archive'; read: ReadArchive }

/** Read a text that may be either, by what it says of itself. Never throws. */
export function readIncoming(text: string, options: ReadOptions): IncomingContent {
  return isSharePackage(text)
    ? { kind: 'routine', read: readSharePackage(text, options) }
    : { kind: 'archive', read: readArchive(text, options) }
}
