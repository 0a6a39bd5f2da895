import { STATE_CONCERNS, type Purpose, type TodayState } from '../compose'
import { concernsOf, type Area, type Caution, type Condition } from '../forms'
import type { Felt, Pain, PainPlace } from '../journal'

/** How the body is now: what was said of it in a word, and where it hurts. */
export interface BodyNow {
  states: readonly TodayState[]
  pain: readonly Pain[]
}

/** From so much on a pain is spared; from so much on, rest comes before practice. Our choice, on the scale of `PAIN`. */
export const SPARED_FROM = 3
export const REST_FROM = 7

/** What a place that hurts is spared, and the areas that are not worked there. Common practice, no source. */
interface Spared {
  cautions: readonly Caution[]
  areas: readonly Area[]
}
const SHOULDER: Spared = { cautions: ['armsOverhead', 'armSwing', 'wristWeights'], areas: ['shoulders'] }
const HAND: Spared = { cautions: ['wristWeights', 'heavyTapping'], areas: ['wrists'] }
const LEG: Spared = { cautions: ['deepKnees', 'oneLeg', 'quickRising', 'longStanding'], areas: ['legs'] }
const KNEE: Spared = { cautions: ['deepKnees', 'kneeTwist', 'oneLeg', 'crossSteps', 'quickRising'], areas: ['knees'] }
const FOOT: Spared = {
  cautions: ['onToes', 'heelToToe', 'heelDrop', 'oneLeg', 'turningCircles'],
  areas: ['ankles', 'feet'],
}
const BACK: Spared = { cautions: ['deepFold', 'strongTwist', 'headDown', 'heelDrop', 'armSwing'], areas: [] }
const SPARED: Record<PainPlace, Spared> = {
  head: { cautions: ['headDown', 'quickRising', 'heavyTapping', 'heelDrop', 'straining'], areas: [] },
  neck: { cautions: ['neckTurn', 'headDown'], areas: ['neck'] },
  leftShoulder: SHOULDER,
  rightShoulder: SHOULDER,
  leftArm: { ...SHOULDER, areas: ['arms'] },
  rightArm: { ...SHOULDER, areas: ['arms'] },
  leftWrist: HAND,
  rightWrist: HAND,
  leftHand: HAND,
  rightHand: HAND,
  chest: { cautions: ['straining', 'breathHold', 'heavyTapping', 'quickBreathing'], areas: [] },
  belly: { cautions: ['strongBelly', 'bellyTapping', 'breathHold'], areas: [] },
  upperBack: { ...BACK, areas: ['upperBack'] },
  spine: BACK,
  lowBack: BACK,
  hips: { cautions: ['hipTurn', 'deepKnees', 'oneLeg', 'kneeTwist'], areas: ['hips'] },
  leftLeg: LEG,
  rightLeg: LEG,
  leftKnee: KNEE,
  rightKnee: KNEE,
  leftAnkle: FOOT,
  rightAnkle: FOOT,
  leftFoot: FOOT,
  rightFoot: FOOT,
}

const spares = (pain: readonly Pain[]) => pain.filter(({ level }) => level >= SPARED_FROM)

/** What is spared because it hurts there. */
export const cautionsSpared = (pain: readonly Pain[]): ReadonlySet<Caution> =>
  new Set(spares(pain).flatMap(({ place }) => SPARED[place].cautions))

/** All cautions that matter now: for the conditions that the person has declared, for how the body is, and for where it hurts. */
export function concernsNow(conditions: readonly Condition[], { states, pain }: BodyNow): ReadonlySet<Caution> {
  return new Set([
    ...concernsOf(conditions),
    ...states.flatMap((state) => STATE_CONCERNS[state]),
    ...cautionsSpared(pain),
  ])
}

/** Areas that are left alone, as they hurt. */
export const areasSpared = (pain: readonly Pain[]): ReadonlySet<Area> =>
  new Set(spares(pain).flatMap(({ place }) => SPARED[place].areas))

/** The two lowest words of a scale are low. Our choice. */
const LOW = 2
const isLow = (step: number | null) => step !== null && step <= LOW
const BACK_PLACES: readonly PainPlace[] = ['lowBack', 'spine', 'upperBack']

/** The body as it is after what was said on the scales: spent or low is tired, churned or restless is upset, a back that hurts is a stiff one. */
export function bodyOf(felt: Felt, said: readonly TodayState[]): BodyNow {
  const pain = felt.pain ?? []
  const states = new Set(said)
  if (isLow(felt.energy)) states.add('tired')
  if (isLow(felt.calm)) states.add('upset')
  if (spares(pain).some(({ place }) => BACK_PLACES.includes(place))) states.add('stiffBack')
  return { states: [...states], pain }
}

/** Until noon it is morning, and from late in the afternoon on evening; between them is a break. Our choice. */
export const NOON = 12
const EVENING_FROM_HOUR = 17
const EVENING_UNTIL_HOUR = 4
/** Whether the clock on the wall shows an evening, or the night that belongs to it. */
export const isEvening = (hour: number) => hour >= EVENING_FROM_HOUR || hour < EVENING_UNTIL_HOUR
/** What a session that is made at an hour is for, by that alone: all that is judged by the clock on the wall. */
export function purposeOfHour(hour: number): 'morning' | 'deskBreak' | 'evening' {
  if (isEvening(hour)) return 'evening'
  return hour < NOON ? 'morning' : 'deskBreak'
}

/** What a session that is made for now is for: release for whoever is upset, sitting for a light head, the back for a sore one; else the hour tells. */
export function purposeNow({ states }: Pick<BodyNow, 'states'>, hour: number): Purpose {
  if (states.includes('lightHeaded')) return 'seated'
  if (states.includes('upset')) return 'release'
  if (states.includes('stiffBack')) return 'lowBack'
  return purposeOfHour(hour)
}
