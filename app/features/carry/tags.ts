import { ID3Writer } from 'browser-id3-writer'
import { timestamp } from '#core/formats'
import type { Chapter } from '#core/timeline'

/** What a sound file says of itself. */
export interface SoundTags {
  title: string
  /** What it belongs to, such as a week; empty for nothing. */
  album: string
  /** Its place there, 1 for the first; 0 for none. */
  track: number
  chapters: readonly Chapter[]
}

/** A table of contents holds no more than this (its count is one byte); what comes after belongs to the last. */
const MOST_CHAPTERS = 255

/** The tags as ID3v2.3 with chapters (the ID3v2 chapter frame addendum): the bytes that stand before the sound. */
export function id3Of({ title, album, track, chapters }: SoundTags): Uint8Array<ArrayBuffer> {
  const writer = new ID3Writer(new ArrayBuffer(0))
  writer.setFrame('TIT2', title).setFrame('TPE1', ['Pebblebrook']).setFrame('TCON', ['Practice'])
  if (album) writer.setFrame('TALB', album)
  if (track > 0) writer.setFrame('TRCK', String(track))
  const kept = foldedChapters(chapters)
  const ids = kept.map((_, index) => `chapter${index + 1}`)
  kept.forEach(({ startSeconds, endSeconds, title: name }, index) => {
    const startTime = Math.round(startSeconds * 1000)
    const endTime = Math.round(endSeconds * 1000)
    writer.setFrame('CHAP', { id: ids[index]!, startTime, endTime, subFrames: { TIT2: name } })
  })
  if (ids.length > 0)
    writer.setFrame('CTOC', { id: 'contents', childElementIds: ids, ordered: true, topLevel: true, subFrames: {} })
  return new Uint8Array(writer.addTag())
}

function foldedChapters(chapters: readonly Chapter[]): readonly Chapter[] {
  const last = chapters.at(-1)
  const kept = chapters.slice(0, MOST_CHAPTERS)
  return last && chapters.length > MOST_CHAPTERS
    ? kept.with(-1, { ...kept.at(-1)!, endSeconds: last.endSeconds })
    : kept
}

/** Chapters as Vorbis comments have them ("Chapter Extension", xiph.org wiki; from memory): for Ogg. */
export function vorbisChapters(chapters: readonly Chapter[]): Record<string, string> {
  return Object.fromEntries(
    chapters.flatMap(({ startSeconds, title }, index) => {
      const name = `CHAPTER${String(index).padStart(3, '0')}`
      return [
        [name, timestamp(Math.round(startSeconds * 1000))],
        [`${name}NAME`, title],
      ]
    }),
  )
}
