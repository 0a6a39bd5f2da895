import {
  cautionsOf,
  concernsOf,
  FIVE_PHASES,
  hasChairAtHand,
  milderManner,
  mostEffort,
  setFamilyOf,
  wayFor,
  withManner,
  type ArcPart,
  type Caution,
  type Condition,
  type Form,
  type LearningStage,
  type Manner,
} from '../forms'
import { FAST_BEATS } from '../routine'
import { compileAlone, type PracticeSetting } from '../timeline'
import { PURPOSE_WANTS, STATE_CONCERNS, todayWorth, type Purpose, type TodayState } from './purposes'

/** Who asks for a proposal, and for what. */
export interface Wanted extends PracticeSetting {
  purpose: Purpose
  minutes: number
  states: readonly TodayState[]
  conditions: readonly Condition[]
  /** Forms that may be chosen: those that I have learned, or these and the catalogue's. */
  allowed: (formId: string) => boolean
  stageOf: (formId: string) => LearningStage | null
  /** Days since a form was last done; null when never. */
  daysSince: (formId: string) => number | null
  /** The longest stillness of this person so far; null without any. */
  longestStillSeconds?: number | null
  /** Forms that are to come back in this session before others. */
  due?: ReadonlySet<string>
  /** Forms that the session is of, in the order in which they matter: taken as a set is, as many of them as have room. */
  first?: readonly string[]
  /** What is spared besides, such as where it hurts. */
  spared?: ReadonlySet<Caution>
}

/** Why a form was chosen; the screen puts it into words. */
export type ProposeReason =
  | { kind: 'area'; areas: Form['areas'] }
  | { kind: 'due'; days: number }
  | { kind: 'neverDone' }
  | { kind: 'learning'; stage: LearningStage }
  | { kind: 'purpose' }
  | { kind: 'today' }
  | { kind: 'milder'; cautions: Caution[] }
  | { kind: 'part'; part: ArcPart }

/** A form that may be in a proposal, as it would be done there. */
export interface Candidate {
  form: Form
  part: ArcPart
  manner: Manner
  seated: boolean
  /** What it asks as it would be done. */
  effort: Form['effort']
  worth: number
  /** Seconds at the usual count, announcement and rest included, and what each more of the count takes. */
  seconds: number
  unitSeconds: number
  reasons: ProposeReason[]
}

/** Sitting throughout, or standing with at most the last rest on a chair. */
export type Posture = 'standing' | 'seated'

/** What was not done for so long comes back. Our choice. */
const DUE_DAYS = 7
/** What it is worth that a form is asked for by name, above all else that speaks for one. Our choice. */
const DUE_WORTH = 9
/** Whoever has done so many forms is no newcomer, and may be shown others than the first. Our choice. */
const NEWCOMER_FORMS = 8
/** Standing is enough for so long where it cannot be long; a longer session is done sitting. Our choice. */
const SHORT_STANDING_MINUTES = 8

/** All cautions that matter now: for the person's own conditions, today's state, and the posture. */
function concernsNow({ conditions, states, spared = new Set() }: Wanted, posture: Posture): ReadonlySet<Caution> {
  const ofStates = states.flatMap((state) => STATE_CONCERNS[state])
  const concerns = new Set([...concernsOf(conditions), ...ofStates, ...spared])
  if (posture === 'seated') concerns.add('standing')
  return concerns
}

/** The posture in which a session must be done whatever there is to choose from; null where standing may be tried. */
export function postureAsked({ purpose, conditions, minutes }: Wanted): Posture | null {
  if (purpose === 'seated' || conditions.includes('seatedOnly')) return 'seated'
  return conditions.includes('cannotStandLong') && minutes > SHORT_STANDING_MINUTES ? 'seated' : null
}

/** Whether somebody has learned or done too little to be shown more than the first forms. */
const isNewcomer = ({ forms, stageOf, daysSince }: Wanted) =>
  forms.filter(({ id }) => stageOf(id) !== null || daysSince(id) !== null).length < NEWCOMER_FORMS

/** The forms that may be in a proposal, each as it would be done, with what it is worth; `chance` is drawn once for each form. */
export function candidatesFor(wanted: Wanted, posture: Posture, chance: () => number): Candidate[] {
  const concerns = concernsNow(wanted, posture)
  const newcomer = isNewcomer(wanted)
  return wanted.forms.flatMap((form) => {
    const luck = chance()
    return candidateOf(form, wanted, { posture, concerns, newcomer, luck })
  })
}

/** A chain of so many moves is a long form. Our choice. */
const LONG_FORM_MOVES = 8

/** What may never be in a proposal to this person, whatever it would be worth. */
function isOutOfPlace(form: Form, wanted: Wanted, newcomer: boolean): boolean {
  const { purpose } = wanted
  // What is asked for by name was learned with whatever it needs; that the body allows it is seen to elsewhere.
  if (wanted.due?.has(form.id)) return false
  const isMine = wanted.stageOf(form.id) !== null || wanted.daysSince(form.id) !== null
  const setAsked = isOfSetAsked(form, purpose)
  // A part of a long form, or the whole, is for those who learn it.
  const isLong = setFamilyOf(form) === 'shortForm' || form.moves.length >= LONG_FORM_MOVES
  if (isLong && !isMine) return true
  if (newcomer && form.level === 'later' && !isMine && !setAsked) return true
  const needsChair = form.equipment.some((each) => each.startsWith('a chair')) || form.stance === 'seated'
  const isRest = form.part === 'settle'
  if (needsChair && !isRest && !wantsChair(wanted)) return true
  if (purpose === 'deskBreak' && form.cautions.includes('lyingFlat')) return true
  if (form.cautions.includes('quickBreathing') && purpose !== 'release') return true
  const stirs =
    form.cautions.includes('heavyTapping') ||
    (form.counting.by === 'beats' && form.counting.beatsPerMinute > FAST_BEATS)
  return purpose === 'evening' && stirs
}

/** Whether a chair is at hand and wanted. */
const wantsChair = ({ purpose, conditions }: Wanted) =>
  purpose === 'seated' || purpose === 'balance' || hasChairAtHand(conditions)

/** Whether a purpose asks for the set that a form belongs to. */
export const isOfSetAsked = (form: Form, purpose: Purpose): boolean =>
  (purpose === 'eightPieces' && setFamilyOf(form) === 'eightPieces') ||
  (purpose === 'fivePhase' &&
    (setFamilyOf(form) === 'fivePhases' || form.moves.some(({ phaseOfFive }) => phaseOfFive !== null)))

interface Circumstances {
  posture: Posture
  concerns: ReadonlySet<Caution>
  newcomer: boolean
  luck: number
}
/** What a tiny chance can turn. Our choice. */
const CHANCE_WEIGHT = 0.8

function candidateOf(form: Form, wanted: Wanted, { posture, concerns, newcomer, luck }: Circumstances): Candidate[] {
  const { ways, rules, pace, purpose } = wanted
  const wants = PURPOSE_WANTS[purpose]
  // Quick breath opens nothing: it belongs to what stirs.
  const part = form.cautions.includes('quickBreathing') ? 'wake' : form.part
  const isWanted = wants.parts[part] !== undefined || wanted.due?.has(form.id)
  if (!wanted.allowed(form.id) || !isWanted || isOutOfPlace(form, wanted, newcomer)) return []
  const way = wayFor({ formId: form.id }, ways)
  const manner = milderManner(form, way, rules, concerns)
  if (!manner) return []
  const here = withManner(form.id, way, manner)
  const timeline = compileAlone(form, { way: here, rules }, pace)
  const done = timeline.occurrences[0]!
  const seated = !cautionsOf(form, here, rules).includes('standing')
  if (seated !== (posture === 'seated') && part !== 'settle') return []
  if (mostEffort(done.effort) > wants.mostEffort) return []
  const preferred = wants.prefers(form)
  const today = todayWorth(form, done.effort, wanted.states)
  if (preferred === null || today === null) return []
  const { worth, reasons } = worthOf(form, wanted, preferred + today)
  if (today > 0) reasons.push({ kind: 'today' })
  const eased = form.cautions.filter((caution) => concerns.has(caution))
  if (eased.length > 0) reasons.push({ kind: 'milder', cautions: eased })
  if (reasons.length === 0) reasons.push({ kind: 'part', part })
  const sides = form.sides === 'none' || form.countScope === 'inAll' ? 1 : 2
  const breath = pace.settled.inSeconds + pace.settled.outSeconds
  return [
    {
      form,
      part,
      manner,
      seated,
      effort: done.effort,
      worth: worth - eased.length + luck * CHANCE_WEIGHT + (seated && form.stance === 'seated' ? 0.5 : 0),
      seconds: timeline.totalSeconds - (done.bodyStartSeconds - rules.announceSeconds) + breath,
      unitSeconds: (done.bodySeconds / Math.max(1, form.counts.usual * sides)) * sides,
      reasons,
    },
  ]
}

/** What a form is worth for a purpose, and why. */
function worthOf(form: Form, wanted: Wanted, preferred: number): { worth: number; reasons: ProposeReason[] } {
  const { areas: wantedAreas } = PURPOSE_WANTS[wanted.purpose]
  const reasons: ProposeReason[] = []
  const areas = form.areas.filter((area) => (wantedAreas[area] ?? 0) > 0)
  let worth =
    preferred + areas.reduce((sum, area) => sum + wantedAreas[area]!, 0) / Math.sqrt(Math.max(1, form.areas.length))
  if (areas.length > 0) reasons.push({ kind: 'area', areas })
  if (preferred > 0) reasons.push({ kind: 'purpose' })
  const stage = wanted.stageOf(form.id)
  if (wanted.purpose === 'learning' && stage && stage !== 'linked') {
    worth += 5
    reasons.push({ kind: 'learning', stage })
  }
  const days = wanted.daysSince(form.id)
  const isAsked = wanted.due?.has(form.id) ?? false
  if (isAsked) worth += DUE_WORTH
  if (days === null) {
    if (reasons.length === 0) reasons.push({ kind: 'neverDone' })
  } else if (isAsked || (!wanted.due && days >= DUE_DAYS)) {
    if (!isAsked) worth += Math.min(2, days / (2 * DUE_DAYS))
    reasons.push({ kind: 'due', days })
  } else worth -= days === 0 ? 1 : 0
  return { worth, reasons }
}

/** What the place in a set is called as a movement; a form outside the set may say that it is one (`alike`). */
const PIECE_KEYS = { eightPieces: 'eight pieces', fivePhases: 'five phases' }

/** What a form is the same as: of two schools, whole and in parts, sitting and standing. No two that share a key are in one proposal. */
export function twinKeysOf(form: Form): string[] {
  const { id, set, moves, alike } = form
  const keys = [id]
  if (alike) keys.push(alike)
  const family = setFamilyOf(form)
  if (set && (family === 'eightPieces' || family === 'fivePhases')) keys.push(`${PIECE_KEYS[family]} ${set.place}`)
  if (moves.some(({ phaseOfFive }) => phaseOfFive !== null))
    keys.push(...FIVE_PHASES.map((_, at) => `${PIECE_KEYS.fivePhases} ${at + 1}`))
  return keys
}
