import type { Fault } from '#core/basics'
import type { ListName, PersonData, ReadArchive, Settings } from '#core/formats'
import type { MarkedPerson, Unseen } from '#core/merge'
import { wallMs } from '~/shared/clock/wallClock'
import { snapshotsOf, type Workspace } from './database'
import { giveOut } from './marking'
import { forgetDrafts } from './drafts'
import type { WriteQueue } from './writeQueue'
import { eraseAll, replaceAll, settleNow } from './writing'

/** What giving out and taking in need of the store. */
interface Store {
  queue: WriteQueue
  workspace: () => Workspace
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
export function createArchives({ queue, workspace, person, untilWhole, load, put, saveSettings, tell }: Store) {
  /** Everything as the text of an archive. */
  async function exportText({ withRecordings = true } = {}): Promise<string> {
    await untilWhole()
    const marks = await queue.read(giveOut)
    const { toArchive, writeArchive } = await archiveText()
    const given = withRecordings ? person() : { ...person(), recordings: [] }
    return writeArchive(toArchive(given, new Date(wallMs()).toISOString(), marks))
  }

  /** Check an archive; only `takeArchive` writes. */
  const readText = async (text: string): Promise<ReadArchive> => (await archiveText()).readText(text)

  /** Everything that is here, with what is noted of its changes, to be merged with another device’s. */
  async function marked(): Promise<MarkedPerson> {
    await untilWhole()
    return { person: person(), marks: await queue.read((database) => database.getAll('marks')) }
  }

  /** States that another device made of what was changed here too, and that stand nowhere. */
  const unseen = async () => (await archiveText()).unseenStates(await marked())
  /** Let a state stand in the place of what does; true when it is kept. */
  const putState = async ({ list, itemId }: Unseen, value: unknown): Promise<boolean> =>
    list === 'settings' ? (await saveSettings({ [itemId]: value })).length === 0 : put(list, value as never)
  /** A state that was looked at is kept no longer beside what stands. True when that is kept. */
  const settle = ({ id, stamp }: Unseen): Promise<boolean> =>
    queue.write({ key: `marks/${id}/${stamp}`, what: 'the choice between two versions' }, (database) =>
      settleNow(database, id, stamp, new Date(wallMs()).toISOString()),
    )

  /**
   * Put an archive, or the result of a merge, in place of everything; the state before can be restored. Answers why it was refused; empty when it is
   * stored.
   */
  async function takeArchive(archive: MarkedPerson, why: 'import' | 'merge' | 'goBack' = 'import'): Promise<string> {
    const { person: all, marks } = archive
    const refusal = await queue.replace((database, refused) => replaceAll(database, all, why, marks, refused))
    if (!refusal) await readAnew()
    return refusal
  }

  /**
   * Delete everything. The state before can be restored, unless no copy is to be kept, as when there is no room for one. Answers why it was refused; empty
   * when it is done.
   */
  async function erase({ keepsCopy = true } = {}): Promise<string> {
    // First: if it cannot be fetched, nothing is erased by half.
    const { eraseSaid } = await import('../sound/saidClips')
    const refusal = await queue.replace((database, refused) =>
      keepsCopy ? eraseAll(database, 'erase', refused) : eraseAll(database),
    )
    if (refusal) return refusal
    await eraseSaid()
    forgetDrafts(workspace())
    await readAnew()
    return ''
  }
  async function readAnew() {
    await load()
    tell()
  }

  /** What stood here before something took its place, the latest first. */
  const snapshots = () => queue.read(snapshotsOf)

  return { exportText, readText, marked, unseen, putState, settle, takeArchive, erase, snapshots }
}
