import { dequal } from 'dequal/lite'
import type { Ref, ShallowRef } from 'vue'
import { newPerson, type PersonData } from '#core/formats'
import { isEmpty, type Workspace } from './database'
import type { WriteQueue } from './writeQueue'
import { replaceAll } from './writing'

/** The parts of the store that this needs. */
interface Store {
  queue: WriteQueue
  workspace: Ref<Workspace>
  person: ShallowRef<PersonData>
  load: () => Promise<void>
  /** Other tabs are told that everything has changed. */
  tell: () => void
}

/** The database may be deleted while the page still holds its content: the person decides what becomes of that. */
export function createDeletion(wasDeleted: Ref<boolean>, { queue, workspace, person, load, tell }: Store) {
  const noteDeleted = () => void (wasDeleted.value ||= !dequal(person.value, newPerson()))
  return {
    noteDeleted,
    /** Called when the browser closes the database: checks whether the content is gone. The next read reports an error. */
    async noteClosed(why: 'deleted' | 'closed') {
      if (why === 'deleted' || (await queue.read(isEmpty).catch(() => false))) noteDeleted()
    },
    /** Write everything in memory into the database that was deleted. Answers why it was refused; empty when it is done. */
    async writeBack(): Promise<string> {
      const refusal = await queue.replace((database) => replaceAll(database, person.value))
      if (refusal) return refusal
      wasDeleted.value = false
      tell()
      return ''
    },
    /** Continue with the empty database. */
    async acceptDeletion() {
      wasDeleted.value = false
      queue.dropRefused(workspace.value)
      await load()
    },
  }
}
