/** Some words at a time of a session. */
export interface TimedText {
  startSeconds: number
  endSeconds: number
  text: string
}

/**
 * A WebVTT file (W3C, "WebVTT: The Web Video Text Tracks Format"): captions, or chapters, each with its number. Words are kept as they are
 * heard: what WebVTT takes for marks is written as letters, and no text breaks a block.
 */
export function writeWebVtt(title: string, texts: readonly TimedText[]): string {
  const head = `WEBVTT ${oneLine(title).replaceAll('-->', '→')}`
  const blocks = [...texts]
    .sort((one, other) => one.startSeconds - other.startSeconds || one.endSeconds - other.endSeconds)
    .flatMap(({ startSeconds, endSeconds, text }) => {
      const times = [startSeconds, endSeconds].map((seconds) => Math.round(seconds * 1000))
      const [from, to] = times as [number, number]
      // A block without length is none.
      return to > from && oneLine(text) ? [`${timestamp(from)} --> ${timestamp(to)}\n${escaped(oneLine(text))}`] : []
    })
  return [head, ...blocks.map((block, index) => `${index + 1}\n${block}`)].join('\n\n') + '\n'
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim()
const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/** "00:12:03.450", of milliseconds. */
export function timestamp(ms: number): string {
  const two = (value: number) => String(Math.floor(value)).padStart(2, '0')
  const rest = String(ms % 1000).padStart(3, '0')
  return `${two(ms / 3_600_000)}:${two((ms / 60_000) % 60)}:${two((ms / 1000) % 60)}.${rest}`
}
