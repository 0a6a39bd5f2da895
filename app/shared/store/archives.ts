import type { Fault } from '#core/basics'
import type { ListName, PersonData, ReadArchive, Settings } from '#core/formats'
import type { MarkedPerson, Unseen } from '#core/merge'
import { wallMs } from '~/shared/sound/clock'
import { snapshotsOf } from './database'
import type { createGate } from './gate'
import { giveOut } from './marking'
import type { World } from './database'
import { forgetDrafts } from './drafts'
import { eraseAll, replaceAll, settleNow } from './writing'

/** What giving out and taking in need of the store. */
interface Store {
  gate: ReturnType<typeof createGate>
  world: () => World
  person: () => PersonData
  untilWhole: () => Promise<void>
  load: () => Promise<void>
  put: (list: ListName, item: never) => Promise<boolean>
  saveSettings: (change: Partial<Settings>) => Promise<Fault[]>
  /** Other tabs are told that all has changed. */
  tell: () => void
}

/** How an archive is written and read, fetched when one is. */
const archiveText = () => import('./archiveText')

/** All of a person out and in at once: as an archive, merged, erased, and one step back. */
export function createArchives({ gate, world, person, untilWhole, load, put, saveSettings, tell }: Store) {
  /** Everything as the text of an archive. */
  async function exportText({ withRecordings = true } = {}): Promise<string> {
    await untilWhole()
    const marks = await gate.read(giveOut)
    const { toArchive, writeArchive } = await archiveText()
    const given = withRecordings ? person() : { ...person(), recordings: [] }
    return writeArchive(toArchive(given, new Date(wallMs()).toISOString(), marks))
  }

  /** Check an archive; only `takeArchive` writes. */
  const readText = async (text: string): Promise<ReadArchive> => (await archiveText()).readText(text)

  /** Everything that is here, with what is noted of its changes, to be merged with another device’s. */
  async function marked(): Promise<MarkedPerson> {
    await untilWhole()
    return { person: person(), marks: await gate.read((database) => database.getAll('marks')) }
  }

  /** States that another device made of what was changed here too, and that stand nowhere. */
  const unseen = async () => (await archiveText()).unseenStates(await marked())
  /** Let a state stand in the place of what does; true when it is kept. */
  const putState = async ({ list, itemId }: Unseen, value: unknown): Promise<boolean> =>
    list === 'settings' ? (await saveSettings({ [itemId]: value })).length === 0 : put(list, value as never)
  /** A state that was looked at is kept no longer beside what stands. True when that is kept. */
  const settle = ({ id, stamp }: Unseen): Promise<boolean> =>
    gate.write(`marks/${id}/${stamp}`, 'which of two states stands', (database) =>
      settleNow(database, id, stamp, new Date(wallMs()).toISOString()),
    )

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
    // First: where it cannot be fetched, nothing is erased by half.
    const { eraseSaid } = await import('../sound/saidClips')
    const kept = await gate.write('all', 'that everything is erased', (database) => eraseAll(database, 'erase'))
    if (!kept) return false
    await eraseSaid()
    forgetDrafts(world())
    await load()
    tell()
    return true
  }

  /** What stood here before something took its place, the latest first. */
  const snapshots = () => gate.read(snapshotsOf)

  return { exportText, readText, marked, unseen, putState, settle, takeArchive, erase, snapshots }
}
