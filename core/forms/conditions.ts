import { newWayOf } from './blank'
import { CARE, type Condition } from './care'
import { formMyWay, withManner } from './way'
import type { Caution, Choices, Form, HouseRules, Manner, Stance, VersionKind, Way } from './types'

/** A caution of a form that concerns this person: which of their conditions it is for, and why. */
export interface CautionForMe {
  caution: Caution
  because: Condition[]
  reasons: string[]
}

/** What each version takes away of a form's cautions; a seat also takes away that one stands. */
const EASED_BY: Partial<Record<VersionKind, readonly Caution[]>> = {
  seated: [
    'oneLeg',
    'longStanding',
    'deepKnees',
    'onToes',
    'heelToToe',
    'steppingBack',
    'crossSteps',
    'turningCircles',
    'heelDrop',
    'kneeTwist',
    'lyingFlat',
  ],
  supported: ['oneLeg', 'onToes', 'heelToToe'],
  higher: ['deepKnees'],
  imagined: ['armsOverhead', 'armSwing'],
}
/** From here on a form asks for sure balance. */
const UNSTEADY = 2

/**
 * The cautions of a form as it is really done: those that it has of itself, less what its version takes away, and those that follow from
 * the way, the version and the house rules, such as a hold that they put in or leave out. In the order of the form, what follows last.
 */
export function cautionsOf(form: Form, way: Way | undefined, rules: HouseRules): Caution[] {
  const { form: done, choices } = formMyWay(form, way, rules)
  const version = form.versions.find(({ kind }) => kind === way?.version)?.kind
  const eased = version ? (EASED_BY[version] ?? []) : []
  const quiet = choices.heels === 'quiet' && saysHeels(form)
  const own = form.cautions.filter(
    (caution) => caution !== 'breathHold' && !eased.includes(caution) && !(caution === 'heelDrop' && quiet),
  )
  const follows: [Caution, boolean][] = [
    ['breathHold', done.moves.some(({ phases }) => phases.some(({ breath }) => breath === 'hold'))],
    ['wristWeights', version === 'weighted'],
    ['strongBelly', choices.belly === 'reverse' && done.moves.some(({ phases }) => phases.some(isLed))],
    ['oneLeg', has(done, 'oneLeg') && !eased.includes('oneLeg') && !form.equipment.includes(HELD)],
    ['heelToToe', has(done, 'tandem') && !eased.includes('heelToToe')],
    ['deepKnees', has(done, 'low') && !eased.includes('deepKnees')],
    ['lyingFlat', has(done, 'lying')],
    ['standing', stancesOf(done).some((stance) => stance !== 'seated')],
    ['unsteady', done.effort.balance >= UNSTEADY],
  ]
  const added = follows.flatMap(([caution, holds]) => (holds && !(own as Caution[]).includes(caution) ? [caution] : []))
  return [...own, ...added]
}
/** All stances that one takes in a form. */
const stancesOf = ({ stance, moves }: Form) => moves.map((move) => move.stance ?? stance)
const has = (form: Form, stance: Stance) => stancesOf(form).includes(stance)
/** Who needs a chair for a form holds on to it. */
const HELD = 'a chair'
const isLed = ({ breath }: { breath: string }) => breath === 'in' || breath === 'out'
/** Whether what the heels do is a choice in this form. */
const saysHeels = ({ moves }: Form) => moves.some(({ phases }) => phases.some(({ cue }) => cue.includes('{heels}')))

/** Of some cautions, those that a person's own conditions make matter. */
export function cautionsForMe(cautions: readonly Caution[], conditions: readonly Condition[]): CautionForMe[] {
  return cautions.flatMap((caution) => {
    const because = conditions.filter((condition) => CARE[condition][caution])
    const reasons = [...new Set(because.map((condition) => CARE[condition][caution]!))]
    return because.length > 0 ? [{ caution, because, reasons }] : []
  })
}

/** All cautions that a person's conditions make matter. */
export const concernsOf = (conditions: readonly Condition[]): ReadonlySet<Caution> =>
  new Set(conditions.flatMap((condition) => Object.keys(CARE[condition]) as Caution[]))

/** How a form is done as always. */
export const AS_ALWAYS: Manner = { version: null, choices: {} }
/** Choices that make a form milder, and for which caution. */
const MILDER_CHOICES: readonly (Partial<Choices> & { for: Caution })[] = [
  { for: 'breathHold', topHold: 'leaveOut' },
  { for: 'heelDrop', heels: 'quiet' },
  { for: 'strongBelly', belly: 'natural' },
]

/**
 * The least change of how a form is done that leaves none of these cautions: choices first, then the versions that it offers, the milder
 * ones before sitting. `AS_ALWAYS` where nothing need change; null where nothing that it offers is enough.
 */
export function milderManner(
  form: Form,
  way: Way | undefined,
  rules: HouseRules,
  concerns: ReadonlySet<Caution>,
): Manner | null {
  const left = (manner: Manner) =>
    cautionsOf(form, withManner(form.id, way, manner), rules).filter((caution) => concerns.has(caution))
  const now = left(AS_ALWAYS)
  if (now.length === 0) return AS_ALWAYS
  const choices: Partial<Choices> = {}
  for (const { for: caution, ...choice } of MILDER_CHOICES) {
    if (now.includes(caution) && !left({ version: null, choices: choice }).includes(caution)) {
      Object.assign(choices, choice)
    }
  }
  const versions: Manner['version'][] = [null, 'plain', ...MILDER_VERSIONS.filter((kind) => offers(form, kind))]
  for (const version of versions) {
    const manner = { version, choices }
    if (left(manner).length === 0) return manner
  }
  return null
}
const MILDER_VERSIONS: readonly VersionKind[] = ['higher', 'supported', 'imagined', 'seated']
const offers = (form: Form, kind: VersionKind) => form.versions.some((version) => version.kind === kind)

/** Whether the milder version is how a form is done already, could be, or is not to be had. */
export type MilderState = 'done' | 'possible' | 'none'
export function milderState(form: Form, caution: Caution, way: Way | undefined, rules: HouseRules): MilderState {
  if (!cautionsOf(form, way, rules).includes(caution)) return 'done'
  return milderManner(form, way, rules, new Set([caution])) ? 'possible' : 'none'
}

/** My way of a form, made milder; null where only care helps. */
export function madeMilder(form: Form, caution: Caution, way: Way | undefined, rules: HouseRules): Way | null {
  const manner = milderManner(form, way, rules, new Set([caution]))
  return manner && withManner(form.id, way ?? newWayOf(form.id), manner)!
}
