import { describe, expect, it } from 'vitest'
import { timestamp, writeWebVtt } from '#core/formats'

describe('WebVTT', () => {
  it('has its head, and each text with its number and its times', () => {
    const file = writeWebVtt('Morning', [
      { startSeconds: 0.25, endSeconds: 2, text: 'arrive' },
      { startSeconds: 3725.0004, endSeconds: 3727.5, text: 'left side' },
    ])
    expect(file).toBe(
      'WEBVTT Morning\n\n1\n00:00:00.250 --> 00:00:02.000\narrive\n\n2\n01:02:05.000 --> 01:02:07.500\nleft side\n',
    )
  })
  it('is in the order of time, and leaves out what has no length or no words', () => {
    const file = writeWebVtt('M', [
      { startSeconds: 5, endSeconds: 6, text: 'later' },
      { startSeconds: 1, endSeconds: 2, text: 'sooner' },
      { startSeconds: 3, endSeconds: 3, text: 'never' },
      { startSeconds: 3, endSeconds: 4, text: ' \n ' },
    ])
    expect(file.match(/^(sooner|later|never)$/gm)).toEqual(['sooner', 'later'])
  })
  it('is broken by no words: marks, arrows and empty lines are kept as letters', () => {
    const file = writeWebVtt('A --> B\n\nC', [{ startSeconds: 0, endSeconds: 1, text: 'a <b>\n\n00:01 --> 00:02 & c' }])
    expect(file).toBe('WEBVTT A → B C\n\n1\n00:00:00.000 --> 00:00:01.000\na &lt;b&gt; 00:01 --&gt; 00:02 &amp; c\n')
  })
  it('writes times to the millisecond, hours beyond a day too', () => {
    expect(timestamp(0)).toBe('00:00:00.000')
    expect(timestamp(59_999)).toBe('00:00:59.999')
    expect(timestamp(100 * 3_600_000 + 1)).toBe('100:00:00.001')
  })
})
