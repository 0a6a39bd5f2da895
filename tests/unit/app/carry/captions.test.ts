import { describe, expect, it } from 'vitest'
import type { Cue } from '#core/sound'
import { captionsOf } from '~/features/carry/captions'

const said = (atSeconds: number, text: string, lengthSeconds = 1): Cue => ({
  kind: 'voice',
  atSeconds,
  lengthSeconds,
  phrases: text.split(',').map((each) => ({ text: each, formId: '', cue: '' })),
})
const bell = (atSeconds: number): Cue => ({ kind: 'bell', atSeconds, bell: 'form' })

describe('captions', () => {
  it('say what is said and which bell it was, and nothing of breath and beats', () => {
    const cues: Cue[] = [
      bell(0),
      { kind: 'beat', atSeconds: 1, strong: true },
      { kind: 'breath', atSeconds: 1, lengthSeconds: 4, fromLevel: 0, toLevel: 1, breath: 'in' },
      said(3, 'next,Cloud hands'),
    ]
    expect(captionsOf(cues, 20).map(({ text }) => text)).toEqual(['(bell: next form)', 'next, Cloud hands'])
  })
  it('stay to be read, as long as what is said lasts, but never over the next one', () => {
    const [short, long, before] = captionsOf([said(0, 'one'), said(10, 'long', 5), said(12, 'over it')], 40)
    expect(short).toMatchObject({ startSeconds: 0, endSeconds: 2 })
    expect(long).toMatchObject({ startSeconds: 10, endSeconds: 12 })
    expect(before).toMatchObject({ startSeconds: 12, endSeconds: 14 })
  })
  it('are one where two are heard together', () => {
    expect(captionsOf([bell(4), said(4, 'last one')], 9)).toEqual([
      { startSeconds: 4, endSeconds: 6, text: '(bell: next form) last one' },
    ])
  })
})
