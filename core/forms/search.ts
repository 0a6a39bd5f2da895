import { memoByObject } from '../basics'
import { mostEffort } from './effort'
import { canSit } from './levels'
import type { LearningStage } from './stages'
import type { Area, ArcPart, Form } from './types'

/** Lower case, without tone marks or punctuation, single spaces: "Bā Duàn Jǐn" and "ba duan-jin" become the same. */
export function plainSpelling(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase()
    .replace(/[^\p{Letter}\p{Number}]+/gu, ' ')
    .trim()
}

/** What is looked for; null (or false) where it does not matter. */
export interface FormQuery {
  words: string
  part: ArcPart | null
  area: Area | null
  school: string | null
  /** `any` for every form that stands at a stage. */
  stage: LearningStage | 'any' | null
  /** The most that it may ask of legs, shoulders, spine or balance. */
  mostEffort: number | null
  seated: boolean
  /** The longest that it may take at its usual count. */
  mostSeconds: number | null
}

export const ANY_FORM: FormQuery = {
  words: '',
  part: null,
  area: null,
  school: null,
  stage: null,
  mostEffort: null,
  seated: false,
  mostSeconds: null,
}

/** What a query needs to know besides the forms themselves: both are asked only when it matters. */
export interface FormKnowledge {
  stageOf: (formId: string) => LearningStage | null
  /** Seconds at the usual count, as the Timeline says. */
  secondsOf: (form: Form) => number
}

/** The words in which a form is looked for: the names, the set, the school, moves and areas. */
const wordsOf = memoByObject((form: Form): string[] => {
  const pinyin = plainSpelling(form.pinyin)
  const areas = form.areas.map((area) => area.replace(/([A-Z])/g, ' $1'))
  const moves = form.moves.map(({ name }) => name)
  const text = [form.name, form.set?.name ?? '', form.school, form.part, ...areas, ...moves].join(' ')
  return [...plainSpelling(text).split(' '), ...pinyin.split(' '), pinyin.replaceAll(' ', '')].filter(Boolean)
})

/**
 * Forms that answer a query, in the order given. Every word of it must begin some word of the form's name, pinyin, set, school, moves
 * or areas; pinyin typed in one piece, with or without tone marks, is found too.
 */
export function searchForms(forms: readonly Form[], query: Partial<FormQuery>, known?: FormKnowledge): Form[] {
  const wanted = { ...ANY_FORM, ...query }
  const typed = plainSpelling(wanted.words).split(' ').filter(Boolean)
  return forms.filter((form) => {
    if (wanted.part && form.part !== wanted.part) return false
    if (wanted.area && !form.areas.includes(wanted.area)) return false
    if (wanted.school && form.school !== wanted.school) return false
    if (wanted.seated && !canSit(form)) return false
    if (wanted.mostEffort !== null && mostEffort(form.effort) > wanted.mostEffort) return false
    const words = typed.length > 0 ? wordsOf(form) : []
    if (!typed.every((want) => words.some((word) => word.startsWith(want)))) return false
    if (wanted.stage !== null) {
      const stage = known?.stageOf(form.id) ?? null
      if (wanted.stage === 'any' ? stage === null : stage !== wanted.stage) return false
    }
    return wanted.mostSeconds === null || (known?.secondsOf(form) ?? 0) <= wanted.mostSeconds
  })
}

/** The schools that forms name, each once, in the order of the alphabet. */
export function schoolsOf(forms: readonly Form[]): string[] {
  return [...new Set(forms.map(({ school }) => school).filter(Boolean))].sort()
}
