import { readArchive, type ReadArchive, type ReadOptions } from '../formats'
import { isHanded, readHanded, type ReadHanded } from './handed'

/** What somebody brings: one routine with what it needs, or everything of a person. */
export type Brought = { kind: 'routine'; read: ReadHanded } | { kind: 'archive'; read: ReadArchive }

/** Read a text that may be either, by what it says of itself. Never throws. */
export function readBrought(text: string, options: ReadOptions): Brought {
  return isHanded(text)
    ? { kind: 'routine', read: readHanded(text, options) }
    : { kind: 'archive', read: readArchive(text, options) }
}
