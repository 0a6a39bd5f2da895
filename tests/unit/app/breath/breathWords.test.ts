import { expect, it } from 'vitest'
import { breathPhrase, setAsidePhrase } from '~/features/breath/breathWords'

it('what was set aside in a measuring is said, and only that', () => {
  expect(setAsidePhrase({ missed: 0, doubled: 0, sighs: 0 })).toBe('')
  expect(setAsidePhrase({ missed: 2, doubled: 0, sighs: 1 })).toBe(' Set aside: 2 missed turns, 1 sigh.')
  expect(setAsidePhrase({ missed: 0, doubled: 1, sighs: 0 })).toBe(' Set aside: 1 doubled tap.')
})
it('a breath is said in and out', () => {
  expect(breathPhrase({ inSeconds: 4, outSeconds: 6.25 })).toBe('in 4.0 s, out 6.3 s')
})
