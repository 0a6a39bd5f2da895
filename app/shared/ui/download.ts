/** Give a text, or a file, to the browser to keep. */
export function download(name: string, content: string | Blob, type = 'application/json') {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // A large file is still being read when the click is over.
  window.setTimeout(() => URL.revokeObjectURL(url), KEPT_MS)
}
const KEPT_MS = 60_000

/** A name that any file system takes: letters, digits and dashes. "Before the bread is out" becomes "before-the-bread-is-out". */
export function fileName(title: string, extension: string): string {
  const plain = title
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80)
  return `${plain || 'session'}.${extension}`
}

/** Whether files of this kind can be handed to other applications here. */
export function canShare(file: File): boolean {
  return typeof navigator.share === 'function' && (navigator.canShare?.({ files: [file] }) ?? false)
}
