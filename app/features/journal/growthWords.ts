import { LEARNING_STAGES } from '#core/forms'
import type { GrowthKind } from '#core/journal'
import { STAGE_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'

const tenths = new Intl.NumberFormat('en', { maximumFractionDigits: 1 })

/** What grows, in words; `form` is its form's name. */
export function growthName(kind: GrowthKind, form: string): string {
  switch (kind) {
    case 'hold':
      return `${form}: longest hold`
    case 'count':
      return `${form}: most at a time`
    case 'weight':
      return `${form}: weight`
    case 'stage':
      return `${form}: how far it is learned`
    case 'practiceBreath':
      return 'One breath in practice, in the mean'
    case 'restBreath':
      return 'One breath when it was measured'
  }
}

/** "45 s", "12", "0.5 kg", "with the breath", "10.2 s". */
export function growthValue(kind: GrowthKind, value: number): string {
  switch (kind) {
    case 'hold':
      return durationPhrase(value)
    case 'count':
      return tenths.format(value)
    case 'weight':
      return `${tenths.format(value)} kg`
    case 'stage':
      return Number.isInteger(value) ? (STAGE_WORDS[LEARNING_STAGES[value - 1]!] ?? '') : ''
    case 'practiceBreath':
    case 'restBreath':
      return `${tenths.format(value)} s`
  }
}
