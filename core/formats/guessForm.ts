import { plainSpelling, type Form } from '../forms'

/** A form that a few words may mean, and others that they may mean as well. */
export interface Guess {
  form: Form
  /** How well it answers, 0 to 1. */
  share: number
  others: Form[]
}

/** Words that tell nothing of a form. */
const SMALL = new Set(['the', 'a', 'an', 'and', 'of', 'to', 'with', 'your', 'my', 'in', 'on', 'up', 'for'])
/** Below this it is no guess. Our choice. */
const LEAST_SHARE = 0.5
const MOST_OTHERS = 3

const wordsOf = (text: string) =>
  plainSpelling(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '' && !SMALL.has(word))
/** "hand" and "hands", "push" and "pushing": one begins with the other, but for an ending. */
const isAlike = (one: string, other: string) =>
  one === other || (Math.min(one.length, other.length) >= 3 && stem(one) === stem(other))
const stem = (word: string) => word.replace(/(ing|es|s|ed)$/, '')

/** How much two names have in common, 0 to 1: twice the words in common, over the words of both. */
function commonShare(one: readonly string[], other: readonly string[]): number {
  if (one.length === 0 || other.length === 0) return 0
  const left = [...other]
  const common = one.filter((word) => {
    const at = left.findIndex((each) => isAlike(word, each))
    if (at >= 0) left.splice(at, 1)
    return at >= 0
  })
  return (2 * common.length) / (one.length + other.length)
}

/** The form that a name most likely means, by its words in English or pinyin; null where none is likely. */
export function guessForm(text: string, forms: readonly Form[]): Guess | null {
  const asked = wordsOf(text)
  const rated = forms
    .map((form) => {
      const names = [form.name, form.pinyin, form.characters ?? ''].filter(Boolean)
      return { form, share: Math.max(0, ...names.map((name) => commonShare(asked, wordsOf(name)))) }
    })
    .filter(({ share }) => share >= LEAST_SHARE)
    .sort((one, other) => other.share - one.share)
  const [best, ...others] = rated
  return best ? { ...best, others: others.slice(0, MOST_OTHERS).map(({ form }) => form) } : null
}
