import {
  type ArcPart,
  type Caution,
  type ChoiceName,
  type Choices,
  type CountingKind,
  type Form,
  type LearningStage,
  type MeetingMove,
  type Phase,
  STANCE_NAMES,
  directionWords,
  facingWords,
  type Side,
  type SideOrder,
  type TraditionWord,
  type VersionKind,
  type MannerChange,
} from '#core/forms'
import type { Purpose } from '#core/compose'
import type { Recall } from '#core/journal'
import type { Series } from '#core/routine'
import type { LessonTaken } from '#core/runner'
import { companionGroups, type Companion, type CompanionHere, type CompanionVersion } from '#core/timeline'
import { CAUTION_NAMES } from './body'

/** The words of the interface for what core names, but for the body (see body.ts). One place, so that a thing is called the same everywhere. */

export const PART_WORDS: Record<ArcPart, string> = {
  arrive: 'arrive',
  loosen: 'loosen',
  wake: 'wake',
  work: 'work',
  stand: 'stand',
  gather: 'gather',
  settle: 'settle',
}

export const STANCE_WORDS = STANCE_NAMES

export const SIDE_ORDER_WORDS: Record<SideOrder, string> = {
  none: 'no sides',
  alternate: 'alternating sides',
  oneThenOther: 'one side, then the other',
  bothDirections: 'one way, then the other',
}

export const SIDE_WORDS: Record<Side, string> = {
  none: '',
  left: 'left',
  right: 'right',
  oneWay: 'one way',
  otherWay: 'the other way',
}

/** "the left side", "the other way". */
export function sidePhrase(side: Side): string {
  return side === 'left' || side === 'right' ? `the ${side} side` : SIDE_WORDS[side]
}

export const COUNTING_WORDS: Record<CountingKind, string> = {
  breathRepetitions: 'repetitions, breath by breath',
  breathHold: 'a hold, counted in breaths',
  time: 'a time',
  beats: 'beats at a tempo',
  open: 'open, until I say enough',
}

const UNIT_WORDS: Record<CountingKind, [one: string, more: string]> = {
  breathRepetitions: ['time', 'times'],
  breathHold: ['breath', 'breaths'],
  time: ['s', 's'],
  beats: ['beat', 'beats'],
  open: ['s expected', 's expected'],
}

/** "4 times each side", "8 in all", "90 s". */
export function countPhrase(form: Pick<Form, 'counting' | 'sides' | 'countScope'>, count: number): string {
  const [one, more] = UNIT_WORDS[form.counting.by]
  return [`${count} ${count === 1 ? one : more}`, scopePhrase(form)].filter(Boolean).join(' ')
}

/** What a count is meant for: each side, each way, or both together. */
export function scopePhrase(form: Pick<Form, 'sides' | 'countScope'>): string {
  if (form.sides === 'none') return ''
  if (form.countScope === 'inAll') return 'in all'
  return form.sides === 'bothDirections' ? 'each way' : 'each side'
}

export const VERSION_WORDS: Record<VersionKind, string> = {
  seated: 'seated',
  supported: 'holding on to a chair',
  higher: 'standing higher',
  imagined: 'imagined, for a limb that cannot move',
  weighted: 'with wrist weights',
}

/** How somebody who practises with me does it. */
export const COMPANION_WORDS: Record<CompanionVersion | 'rests', string> = {
  plain: 'as I do',
  seated: 'sitting',
  supported: 'holding on to a chair',
  higher: 'standing higher',
  rests: 'rests meanwhile',
}
/** "Mira and Jon, sitting: only the arms rise", for each way in which it is done that is not mine. */
export const companionLines = (companions: readonly CompanionHere[]): string[] =>
  companionGroups(companions)
    .filter(({ version }) => version !== 'plain')
    .map(
      ({ names, version, change }) =>
        `${names.join(' and ')}, ${COMPANION_WORDS[version]}${change && `: ${change.replace(/\.$/, '')}`}`,
    )
/** "with Mira, sitting, and Jon". */
export const companionsPhrase = (companions: readonly Companion[]): string =>
  `with ${companions.map(({ name, version }) => (version === 'plain' ? name : `${name}, ${COMPANION_WORDS[version]}`)).join(', and ')}`

/** Of which series a session is a lesson, and what that adds; empty where it is none, or its series is gone. */
export function lessonPhrase(all: readonly Series[], lesson: LessonTaken | undefined): string {
  const series = lesson && all.find(({ id }) => id === lesson.seriesId)
  const adds = series?.lessons.find(({ id }) => id === lesson?.lessonId)?.adds
  return series ? `${series.name}${adds ? `: ${adds}` : ''}` : ''
}

/** Kinds of the tradition's words. */
export const TRADITION_WORDS: Record<TraditionWord['kind'], string> = {
  phase: 'phase of the five',
  organ: 'organ',
  meridian: 'meridian',
  season: 'season',
  feeling: 'feeling',
  other: 'other',
}

const TO_BOTH_SIDES = [
  'straight ahead',
  'to the left or right corner',
  'to the left or right side',
  'to the left or right corner behind',
  'straight back',
] as const
/** "toward 10 or 2 o’clock", "to the left or right corner" for a diagonal step: twelve o'clock is straight ahead, an hour is 30 degrees. */
export function diagonalPhrase(degrees: number): string {
  const near = TO_BOTH_SIDES[Math.round(degrees / 45)] ?? TO_BOTH_SIDES[0]
  if (degrees % 45 === 0) return near
  const hours = degrees / 30
  return Number.isInteger(hours) ? `toward ${12 - hours} or ${hours} o’clock` : `nearly ${near}`
}

/** A movement that schools do on different breaths. */
export const MEETING_WORDS: Record<MeetingMove, string> = {
  rise: 'the rise',
  strike: 'the strike',
  round: 'the rounding of the back',
}

const ON_BREATH = { asTaught: 'as taught', in: 'in-breath', out: 'out-breath' }
/** What can be chosen, and what each value of it is called. */
export const CHOICE_WORDS: { [Name in ChoiceName]: { name: string; values: Record<Choices[Name], string> } } = {
  firstSide: { name: 'Begin on', values: { left: 'left first', right: 'right first' } },
  cueSides: { name: 'Sides are called', values: { own: 'my own left and right', mirrored: 'mirrored, as facing me' } },
  airway: {
    name: 'The air goes',
    values: { asTaught: 'as taught', nose: 'nose in, nose out', noseMouth: 'nose in, mouth out' },
  },
  belly: {
    name: 'On the in-breath the belly',
    values: { asTaught: 'as taught', natural: 'swells (natural)', reverse: 'draws in (reverse)' },
  },
  riseOn: { name: 'Rise on the', values: ON_BREATH },
  strikeOn: { name: 'Strike on the', values: ON_BREATH },
  roundOn: { name: 'Round the back on the', values: ON_BREATH },
  topHold: {
    name: 'Short holds at the top',
    values: { asTaught: 'as taught', leaveOut: 'left out', hold: 'at every top' },
  },
  handOnTop: { name: 'Hand on top', values: { left: 'left', right: 'right' } },
  heels: { name: 'Dropping the heels', values: { drop: 'let them drop', quiet: 'lower them quietly' } },
  massageUp: { name: 'Rubbing the belly, up on the', values: { right: 'right', left: 'left' } },
  firstPhase: {
    name: 'The five phases begin with',
    values: { asTaught: 'as taught', wood: 'wood', fire: 'fire', earth: 'earth', metal: 'metal', water: 'water' },
  },
  eyes: { name: 'Eyes', values: { asTaught: 'as taught', open: 'open', lowered: 'lowered', closed: 'closed' } },
}

const curly = (words: string) => words.replace("'", '’')
/** "to the left corner", "toward 2 o’clock": words that a body knows. */
export const directionPhrase = (degrees: number) => curly(directionWords(degrees))
/** "facing left", "facing the right corner". */
export const facingPhrase = (degrees: number) => curly(facingWords(degrees))

/** What a way or a version changes, in words: "Seated instead of wide stance. No deep knees." Empty where nothing. */
export function mannerChangePhrase({ stance, eased, added, phasesFewer }: MannerChange): string {
  const named = (cautions: readonly Caution[]) => cautions.map((each) => CAUTION_NAMES[each]).join(', ')
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
  const phases = Math.abs(phasesFewer) === 1 ? 'phase' : 'phases'
  return [
    stance && `${capital(STANCE_WORDS[stance.to])} instead of ${STANCE_WORDS[stance.from]}.`,
    eased.length > 0 && `No ${eased.map((each) => CAUTION_NAMES[each]).join(' or ')}.`,
    added.length > 0 && `With ${named(added)}.`,
    phasesFewer !== 0 && `${Math.abs(phasesFewer)} ${phases} ${phasesFewer > 0 ? 'fewer' : 'more'} in each repetition.`,
  ]
    .filter(Boolean)
    .join(' ')
}

/** How far a form is learned. */
export const STAGE_WORDS: Record<LearningStage, string> = {
  watch: 'watching',
  handsOnly: 'hands only',
  slow: 'seated or slow',
  whole: 'the whole movement, breath as it comes',
  withBreath: 'movement with breath',
  fromMemory: 'from memory',
  linked: 'linked with others',
}

/** What a session is for. */
export const PURPOSE_WORDS: Record<Purpose, string> = {
  morning: 'wake up',
  evening: 'wind down',
  deskBreak: 'a break from the desk',
  lowBack: 'low back',
  balance: 'balance',
  release: 'release, when upset',
  seated: 'a seated day',
  learning: 'learning',
  fivePhase: 'the five phases',
  eightPieces: 'the eight pieces',
  standing: 'standing',
}

export const RECALL_WORDS: Record<Recall, string> = { fromMemory: 'from memory', lookedUp: 'something was looked up' }

/** "× 1.5", "4 counts", "5 s, at most 8 s". */
export const phaseLengthPhrase = ({ length, unit, mostSeconds }: Phase): string =>
  [
    unit === 'counts' ? `${length} counts` : unit === 'seconds' ? `${length} s` : `× ${length}`,
    mostSeconds !== undefined && `at most ${mostSeconds} s`,
  ]
    .filter(Boolean)
    .join(', ')
