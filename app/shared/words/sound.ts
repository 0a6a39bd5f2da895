import type { BellName, Cue } from '#core/sound'

/** What a bell tells, in writing. */
const BELL_WORDS: Record<BellName, string> = {
  form: 'bell: next form',
  side: 'bell: change',
  last: 'bell: last one',
  stillness: 'bell: stillness',
  end: 'bell: the end',
  heard: 'bell',
}

/** What is heard, in writing; empty for breath and beats, which are not put into words. */
export function heardWords(cue: Cue): string {
  if (cue.kind === 'bell') return `(${BELL_WORDS[cue.bell]})`
  return cue.kind === 'voice' ? cue.phrases.map(({ text }) => text).join(', ') : ''
}
