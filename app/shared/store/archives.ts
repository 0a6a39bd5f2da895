import { readArchive, toArchive, writeArchive, type PersonData, type ReadArchive } from '#core/formats'
import type { MarkedPerson } from '#core/merge'
import { SHIPPED_IDS } from '#data'
import { wallMs } from '~/shared/sound/clock'
import { eraseSaid } from '../sound/saidClips'
import { snapshotsOf } from './database'
import type { createGate } from './gate'
import { giveOut } from './marking'
import { eraseAll, replaceAll } from './writing'

/** What giving out and taking in need of the store. */
interface Store {
  gate: ReturnType<typeof createGate>
  person: () => PersonData
  untilWhole: () => Promise<void>
  load: () => Promise<void>
  /** Other tabs are told that all has changed. */
  tell: () => void
}

/** All of a person out and in at once: as an archive, merged, erased, and one step back. */
export function createArchives({ gate, person, untilWhole, load, tell }: Store) {
  /** Everything as the text of an archive. */
  async function exportText({ withRecordings = true } = {}): Promise<string> {
    await untilWhole()
    const marks = await gate.read(giveOut)
    const given = withRecordings ? person() : { ...person(), recordings: [] }
    return writeArchive(toArchive(given, new Date(wallMs()).toISOString(), marks))
  }

  /** Check an archive; only `takeArchive` writes. */
  const readText = (text: string): ReadArchive => readArchive(text, SHIPPED_IDS)

  /** Everything that is here, with what is noted of its changes, to be merged with another device’s. */
  async function marked(): Promise<MarkedPerson> {
    await untilWhole()
    return { person: person(), marks: await gate.read((database) => database.getAll('marks')) }
  }

  /** Put an archive, or what was merged, in place of everything; what was there can be brought back. True when it is kept. */
  async function takeArchive(archive: MarkedPerson, why: 'import' | 'merge' | 'goBack' = 'import'): Promise<boolean> {
    const { person: all, marks } = archive
    const kept = await gate.write('all', 'the archive', (database) => replaceAll(database, all, why, marks))
    if (!kept) return false
    await load()
    tell()
    return true
  }

  /** Forget everything; what was there can be brought back. True when it is done. */
  async function erase(): Promise<boolean> {
    const kept = await gate.write('all', 'that everything is erased', (database) => eraseAll(database, 'erase'))
    if (!kept) return false
    await eraseSaid()
    await load()
    tell()
    return true
  }

  /** What stood here before something took its place, the latest first. */
  const snapshots = () => gate.read(snapshotsOf)

  return { exportText, readText, marked, takeArchive, erase, snapshots }
}
