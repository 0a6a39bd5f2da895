import type { Fault } from '#core/basics'
import type { usePersonStore } from '~/shared/store/person'

/** Give a text to the browser as a file to keep. */
export function download(name: string, text: string) {
  const url = URL.createObjectURL(new Blob([text], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}

/** Give out everything as an archive, what is not kept yet among it; answers what the import would say to it. */
export function exportAll(person: ReturnType<typeof usePersonStore>): Fault[] {
  const text = person.exportText()
  download(`pebblebrook-${person.today}.json`, text)
  const check = person.readText(text)
  return check.ok ? [] : check.faults
}
