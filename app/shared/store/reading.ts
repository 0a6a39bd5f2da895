import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import type { PersonData } from '#core/formats'
import { readHere, readLatest } from './ahead'
import type { Workspace } from './database'
import { checksNow } from './checking'
import { withChange } from './conflicts'
import type { StoredPerson, Unreadable } from './storedPerson'
import type { WriteQueue } from './writeQueue'

/** What reading needs of the store. */
interface Store {
  queue: WriteQueue
  workspace: Ref<Workspace>
  person: ShallowRef<PersonData>
  openingFault: Ref<string>
  look: () => void
  /** The database was deleted, and what is in memory is all that there is. */
  wasDeleted: Ref<boolean>
}

/** Reading the person out of the store: at the start, when another tab has written, and of years of sessions the latest first. */
export function createReading({ queue, workspace, person, openingFault, look, wasDeleted }: Store) {
  /** Whether all sessions are here: of years of them the latest come first, and the rest a moment later. */
  const isFullyLoaded = ref(false)
  const unreadable = shallowRef<Unreadable[]>([])
  let rest: Promise<void> | null = null

  function take(stored: StoredPerson) {
    // What is not stored yet stays in memory.
    person.value = withChange(checksNow(), stored.person, queue.changesOf(workspace.value).flat())
    unreadable.value = stored.unreadable
    isFullyLoaded.value = stored.isFullyLoaded
    look()
  }
  const load = async () => take(await queue.read((database) => readHere(database)))
  /** Only the latest sessions, where there are many; `untilWhole` asks for the rest. */
  async function loadLatest() {
    rest = null
    take(await queue.read((database) => readLatest(database, workspace.value)))
  }
  /** What the store holds once all is written that was to be, whatever is written while it is read. */
  async function readAnew(): Promise<StoredPerson> {
    const written = queue.settled()
    await written
    const stored = await queue.read((database) => readHere(database))
    return queue.settled() === written ? stored : readAnew()
  }
  /** Another tab has changed something. */
  async function loadAnew() {
    const where = workspace.value
    const stored = await readAnew()
    if (wasDeleted.value) isFullyLoaded.value = true
    else if (workspace.value === where) take(stored)
  }
  /** The sessions before the latest ones. */
  async function loadRest() {
    try {
      if (!isFullyLoaded.value) await loadAnew()
    } catch (error) {
      openingFault.value = `The journal could not be read: ${(error as Error).message}`
    }
  }
  /** Until all sessions are here; the first screen asks for the rest once it stands, and whatever needs all of them before. */
  async function untilWhole() {
    if (!isFullyLoaded.value) await (rest ??= loadRest())
  }
  return { isFullyLoaded, unreadable, load, loadLatest, loadAnew, untilWhole }
}
