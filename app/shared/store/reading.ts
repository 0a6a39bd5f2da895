import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { PERSON_LISTS, type ListName, type PersonData } from '#core/formats'
import { readHere, readLatest } from './ahead'
import type { World } from './database'
import type { createGate } from './gate'
import type { StoredPerson, Unreadable } from './storedPerson'

/** What reading needs of the store. */
interface Store {
  gate: ReturnType<typeof createGate>
  world: Ref<World>
  person: ShallowRef<PersonData>
  openingFault: Ref<string>
  look: () => void
  inMemory: (list: ListName, id: string, item: { id: string }) => void
}

/** Reading the person out of the store: at the start, when another tab has written, and of years of sessions the latest first. */
export function createReading({ gate, world, person, openingFault, look, inMemory }: Store) {
  /** Whether all sessions are here: of years of them the latest come first, and the rest a moment later. */
  const isWhole = ref(false)
  const unreadable = shallowRef<Unreadable[]>([])
  let rest: Promise<void> | null = null

  function take(stored: StoredPerson) {
    person.value = stored.person
    unreadable.value = stored.unreadable
    isWhole.value = stored.isWhole
    look()
  }
  const load = async () => take(await gate.read((database) => readHere(database)))
  /** Only the latest sessions, where there are many; `untilWhole` asks for the rest. */
  async function loadLatest() {
    rest = null
    take(await gate.read((database) => readLatest(database, world.value)))
  }
  /** What the store holds once all is written that was to be, whatever is written while it is read. */
  async function readAnew(): Promise<StoredPerson> {
    const written = gate.settled()
    await written
    const stored = await gate.read((database) => readHere(database))
    return gate.settled() === written ? stored : readAnew()
  }
  /** Another tab has changed something: what is not kept here yet stays, and so does what is written here while it is read. */
  async function loadAnew() {
    const stored = await readAnew()
    if (gate.unkept.value.length === 0) take(stored)
  }
  /** The sessions before the latest ones. */
  async function loadRest() {
    const where = world.value
    try {
      const stored = await readAnew()
      if (world.value !== where || isWhole.value) return
      const here = person.value
      take(stored)
      if (gate.unkept.value.length === 0) return
      // What could not be written meanwhile stands here only.
      person.value = { ...person.value, settings: here.settings }
      for (const list of PERSON_LISTS) for (const item of here[list]) inMemory(list, item.id, item)
    } catch (error) {
      openingFault.value = `The journal could not be read: ${(error as Error).message}`
    }
  }
  /** Until all sessions are here; the first screen asks for the rest once it stands, and whatever needs all of them before. */
  async function untilWhole() {
    if (!isWhole.value) await (rest ??= loadRest())
  }
  return { isWhole, unreadable, load, loadLatest, loadAnew, untilWhole }
}
