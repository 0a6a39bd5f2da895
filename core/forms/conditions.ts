import { newWayOf } from './blank'
import {
  CHOICE_NAMES,
  type Caution,
  type Choices,
  type Form,
  type HouseRules,
  type VersionKind,
  type Way,
} from './types'

/** What a person may declare of their body, for themselves. Private, and no diagnosis. */
export const CONDITIONS = [
  'highBloodPressure',
  'heart',
  'eyePressure',
  'osteoporosis',
  'discTrouble',
  'soreLowBack',
  'soreKnees',
  'poorBalance',
  'dizziness',
  'faintness',
  'pregnancy',
  'pelvicFloor',
  'recentSurgery',
  'bloodThinners',
  'jointTrouble',
] as const
export type Condition = (typeof CONDITIONS)[number]

/** The usual cautions of the practice for each condition. Common practice, no source. */
const CAUTIONS_OF: Record<Condition, readonly Caution[]> = {
  highBloodPressure: ['breathHold', 'deepFold', 'headDown', 'strongTwist', 'quickBreathing'],
  heart: ['breathHold', 'quickBreathing'],
  eyePressure: ['breathHold', 'deepFold', 'headDown', 'strongTwist'],
  osteoporosis: ['deepFold', 'headDown', 'strongTwist'],
  discTrouble: ['deepFold', 'headDown', 'strongTwist', 'heelDrop'],
  soreLowBack: ['deepFold', 'strongTwist'],
  soreKnees: ['deepKnees'],
  poorBalance: ['oneLeg'],
  dizziness: ['headDown', 'quickBreathing', 'breathHold', 'oneLeg'],
  faintness: ['longStanding', 'breathHold'],
  pregnancy: ['breathHold', 'longStanding', 'quickBreathing', 'strongBelly'],
  pelvicFloor: ['heelDrop', 'strongBelly'],
  recentSurgery: ['breathHold', 'deepFold', 'strongTwist', 'heavyTapping', 'strongBelly'],
  bloodThinners: ['heavyTapping'],
  jointTrouble: ['wristWeights', 'deepKnees'],
}

/** A caution of a form that concerns this person, and which of their conditions it is for. */
export interface CautionForMe {
  caution: Caution
  because: Condition[]
}

/** The cautions of a form that a person's own conditions make matter, in the order of the form. */
export function cautionsForMe(form: Pick<Form, 'cautions'>, conditions: readonly Condition[]): CautionForMe[] {
  return form.cautions.flatMap((caution) => {
    const because = conditions.filter((condition) => CAUTIONS_OF[condition].includes(caution))
    return because.length > 0 ? [{ caution, because }] : []
  })
}

/** What of a way changes for the milder version. */
export type MilderChange = Partial<Pick<Way, 'choices' | 'version'>>

/** The way that makes a form milder where a caution matters: no hold, holding on to a chair, or sitting. Null where only care and less depth help. */
export function milderWay(form: Form, caution: Caution): MilderChange | null {
  const offers = (kind: VersionKind) => form.versions.some((version) => version.kind === kind)
  switch (caution) {
    case 'breathHold':
      return { choices: { topHold: 'leaveOut' } }
    case 'oneLeg':
      if (offers('supported')) return { version: 'supported' }
      return offers('seated') ? { version: 'seated' } : null
    case 'longStanding':
    case 'deepKnees':
      return offers('seated') ? { version: 'seated' } : null
    default:
      return null
  }
}

/** Whether the milder version is how I do a form already, could be, or is not to be had. */
export type MilderState = 'done' | 'possible' | 'none'
export function milderState(form: Form, caution: Caution, way: Way | undefined, rules: HouseRules): MilderState {
  const milder = milderWay(form, caution)
  if (!milder) return 'none'
  const { version } = milder
  const hasVersion = version === undefined || way?.version === version || form.stance === version
  const chosen: Choices = { ...rules, ...way?.choices }
  const hasChoices = CHOICE_NAMES.every((name) => (milder.choices?.[name] ?? chosen[name]) === chosen[name])
  return hasVersion && hasChoices ? 'done' : 'possible'
}

/** My way of a form, made milder; null where only care helps. */
export function madeMilder(form: Form, caution: Caution, way: Way | undefined): Way | null {
  const milder = milderWay(form, caution)
  if (!milder) return null
  const mine = way ?? newWayOf(form.id)
  return { ...mine, ...milder, choices: { ...mine.choices, ...milder.choices } }
}
