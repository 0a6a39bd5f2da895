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

/** Everything as an archive, what is not kept yet among it. */
export function exportAll(person: ReturnType<typeof usePersonStore>): string {
  const text = person.exportText()
  download(`pebblebrook-${person.today}.json`, text)
  return text
}
