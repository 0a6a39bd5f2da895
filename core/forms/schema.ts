import {
  idSchema,
  nameSchema,
  numberBetween,
  numberOrNull,
  oneOf,
  oneOfKinds,
  oneOfOrNull,
  optionally,
  optionalObject,
  optionalNumberBetween,
  optionalOneOf,
  optionalWholeBetween,
  optionalYesOrNo,
  strictList,
  strictObject,
  strictObjectOrNull,
  tested,
  textSchema,
  textUpTo,
  wholeBetween,
  yesOrNoOrNull,
  type FieldsOf,
} from '../basics'
import { isPacedCounting, MOST_TIMES } from './counts'
import {
  AREAS,
  ARC_PARTS,
  BREATH_KINDS,
  FORM_CAUTIONS,
  FORM_LEVELS,
  GAZES,
  CHOICE_NAMES,
  CHOICES,
  COUNT_SCOPES,
  FIVE_PHASES,
  LEVEL_ORDERS,
  MEETING_MOVES,
  PHASE_UNITS,
  SIDE_LEGS,
  SIDE_ORDERS,
  STANCES,
  TRADITION_KINDS,
  VERSION_KINDS,
  type AllowedCounts,
  type Choices,
  type Counting,
  type CountingKind,
  type Effort,
  type Form,
  type Manner,
  type FormVersion,
  type HouseRules,
  type Move,
  type Phase,
  type TraditionWord,
  type Way,
} from './types'

/** Limits that keep one bad file from stopping the application; far above what a form needs. */
export const FORM_LIMITS = { moves: 120, phasesPerMove: 24, phaseLength: 60, traditionWords: 24 }

const phaseSchema = strictObject<Phase>({
  breath: oneOf(BREATH_KINDS),
  length: numberBetween(0.05, FORM_LIMITS.phaseLength),
  unit: optionalOneOf(PHASE_UNITS),
  mostSeconds: optionalNumberBetween(0.5, FORM_LIMITS.phaseLength),
  cue: textUpTo(80),
})

/** And of a move. */
export const moveFields: FieldsOf<Move> = {
  name: nameSchema,
  phases: strictList(phaseSchema, FORM_LIMITS.phasesPerMove, 1),
  stance: oneOfOrNull(STANCES),
  directionDegrees: numberOrNull(0, 359),
  phaseOfFive: oneOfOrNull(FIVE_PHASES),
  facingDegrees: optionalNumberBetween(0, 359),
  times: optionalWholeBetween(1, MOST_TIMES),
}
const moveSchema = strictObject<Move>(moveFields)

type CountingOf<Kind extends CountingKind> = Extract<Counting, { by: Kind }>
const countedBy = <Kind extends Exclude<CountingKind, 'beats'>>(kind: Kind) =>
  strictObject<{ by: Kind }>({ by: oneOf([kind]) })
/** By what a form can be counted, and what is said with it. */
export const countedKinds = {
  breathRepetitions: countedBy('breathRepetitions'),
  breathHold: countedBy('breathHold'),
  time: countedBy('time'),
  beats: strictObject<CountingOf<'beats'>>({ by: oneOf(['beats']), beatsPerMinute: numberBetween(20, 240) }),
  open: countedBy('open'),
}
const countingSchema = oneOfKinds<'by', Counting>('by', countedKinds)

const countsSchema = tested<AllowedCounts>(
  strictObject<AllowedCounts>({
    least: wholeBetween(1, 3600),
    usual: wholeBetween(1, 3600),
    most: wholeBetween(1, 3600),
    step: wholeBetween(1, 600),
  }),
  'in-order',
  (counts) => !counts || (counts.least <= counts.usual && counts.usual <= counts.most),
  '${path}: least, usual and most must rise in this order',
)

const effort = () => wholeBetween(0, 3)

/** What each field of a form may be, by itself. */
export const formFields: FieldsOf<Form> = {
  id: idSchema,
  name: nameSchema,
  pinyin: textUpTo(120),
  characters: optionally(textUpTo(60)),
  set: strictObjectOrNull<NonNullable<Form['set']>>({ name: nameSchema, place: wholeBetween(1, 200) }),
  school: textUpTo(80),
  part: oneOf(ARC_PARTS),
  about: textSchema,
  stance: oneOf(STANCES),
  counting: countingSchema,
  sides: oneOf(SIDE_ORDERS),
  countScope: oneOf(COUNT_SCOPES),
  counts: countsSchema,
  moves: strictList(moveSchema, FORM_LIMITS.moves, 1),
  meets: strictObjectOrNull<NonNullable<Form['meets']>>({ what: oneOf(MEETING_MOVES), on: oneOf(['in', 'out']) }),
  areas: strictList(oneOf(AREAS), AREAS.length),
  cautions: strictList(oneOf(FORM_CAUTIONS), FORM_CAUTIONS.length),
  level: optionalOneOf(FORM_LEVELS),
  alike: optionally(nameSchema),
  comesLast: optionalYesOrNo(),
  evenBreath: optionalYesOrNo(),
  sideNames: optionalOneOf(SIDE_LEGS),
  still: optionalYesOrNo(),
  gaze: optionalOneOf(GAZES),
  effort: strictObject<Effort>({ legs: effort(), shoulders: effort(), spine: effort(), balance: effort() }),
  versions: strictList(
    strictObject<FormVersion>({ kind: oneOf(VERSION_KINDS), change: textUpTo(400) }),
    VERSION_KINDS.length,
  ),
  levels: strictList(nameSchema, 12),
  levelOrder: oneOf(LEVEL_ORDERS),
  diagonalDegrees: numberOrNull(0, 180),
  tradition: strictList(
    strictObject<TraditionWord>({ kind: oneOf(TRADITION_KINDS), words: nameSchema }),
    FORM_LIMITS.traditionWords,
  ),
  equipment: strictList(nameSchema, 12),
  reminders: strictList(textSchema, 40),
}

const formThatBreathes = tested<Form>(strictObject<Form>(formFields), 'breath-fits-counting', function (form) {
  // Faults of shape are named by the fields themselves; a test of the whole must only survive them.
  if (!form?.counting || !Array.isArray(form.moves)) return true
  const paced = isPacedCounting(form.counting.by)
  const phases = (form.moves as { phases?: unknown }[]).flatMap((move) =>
    Array.isArray(move?.phases) ? (move.phases as { breath?: unknown }[]) : [],
  )
  const kinds = phases.map((phase) => phase?.breath)
  const fits = paced ? kinds.some((kind) => kind === 'in' || kind === 'out') : kinds.every((kind) => kind === 'free')
  return (
    fits ||
    this.createError({
      path: this.path ? `${this.path}.moves` : 'moves',
      message: paced
        ? '${path} must have at least one in- or out-breath, as the form is counted by breath'
        : '${path} must breathe freely in every phase, as the form is not counted by breath',
    })
  )
})
/** A form, strictly: every field there, no field more. */
export const formSchema = tested<Form>(formThatBreathes, 'alternate-needs-units', function (form) {
  if (form?.sides !== 'alternate') return true
  const by = form.counting?.by
  return (
    by === 'breathRepetitions' ||
    by === 'beats' ||
    this.createError({
      path: this.path ? `${this.path}.sides` : 'sides',
      message: '${path} can alternate only where repetitions or beats are counted',
    })
  )
})

const chosenOf = (name: keyof Choices) => optionalOneOf<Choices[keyof Choices]>(CHOICES[name])
const eachChoice = <Schema>(schemaOf: (name: keyof Choices) => Schema) =>
  Object.fromEntries(CHOICE_NAMES.map((name) => [name, schemaOf(name)])) as { [Name in keyof Choices]: Schema }

const choicesSchema = strictObject<Partial<Choices>>(eachChoice(chosenOf) as FieldsOf<Partial<Choices>>)

/** Wrist weights are light. Our choice. */
export const WEIGHT_KG = { least: 0.05, most: 5 }
const MANNER_VERSIONS = [...VERSION_KINDS, 'plain'] as const
/** How a form is done in one place; left out where it is done as always. */
export const optionalMannerSchema = optionalObject<Manner>({
  version: oneOfOrNull(MANNER_VERSIONS),
  choices: choicesSchema,
  weightKg: optionalNumberBetween(WEIGHT_KG.least, WEIGHT_KG.most),
})

export const waySchema = strictObject<Way>({
  id: idSchema,
  formId: idSchema,
  name: nameSchema,
  choices: choicesSchema,
  swapBreath: yesOrNoOrNull(),
  version: oneOfOrNull(VERSION_KINDS),
  weightKg: optionalNumberBetween(WEIGHT_KG.least, WEIGHT_KG.most),
  learnedFrom: textUpTo(400),
  notes: textSchema,
  onlyWhereNamed: optionalYesOrNo(),
})

export const houseRulesSchema = strictObject<HouseRules>({
  ...(eachChoice((name) => oneOf<string>(CHOICES[name])) as FieldsOf<Choices>),
  announceSeconds: numberBetween(0, 60),
  leadInSeconds: numberBetween(0, 60),
  stanceChangeSeconds: numberBetween(0, 60),
  sideChangeSeconds: numberBetween(0, 60),
  closingShare: numberBetween(0, 0.5),
})
