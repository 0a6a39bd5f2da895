import type { Fault } from '#core/basics'
import type { usePersonStore } from '~/shared/store/person'
import { download } from '~/shared/ui/download'
import { noteSaved } from '~/shared/files/saved'

/** Give out everything as an archive, what is not kept yet among it; answers what the import would say to it. */
export async function exportAll(person: ReturnType<typeof usePersonStore>): Promise<Fault[]> {
  await person.untilWhole()
  const text = await person.exportText()
  if (person.workspace === 'own') noteSaved()
  download(`pebblebrook-${person.today}.json`, text)
  const check = await person.readText(text)
  return check.ok ? [] : check.faults
}
