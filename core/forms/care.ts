import type { Caution } from './types'

/** What a person may declare of their body, for themselves. Private, and no diagnosis. */
export const CONDITIONS = [
  'highBloodPressure',
  'heart',
  'eyePressure',
  'osteoporosis',
  'discTrouble',
  'soreLowBack',
  'soreKnees',
  'stiffKnee',
  'stiffHip',
  'stiffShoulder',
  'neckTrouble',
  'poorBalance',
  'dizziness',
  'faintness',
  'cannotStandLong',
  'seatedOnly',
  'pregnancy',
  'pelvicFloor',
  'recentSurgery',
  'bloodThinners',
  'jointTrouble',
] as const
export type Condition = (typeof CONDITIONS)[number]

/** Who declares one of these has a chair by the side all the time. Our choice. */
const WITH_CHAIR: readonly Condition[] = ['seatedOnly', 'cannotStandLong', 'poorBalance']

/** Whether a chair is at hand anyway, by what is declared. */
export const hasChairAtHand = (conditions: readonly Condition[]): boolean =>
  conditions.some((condition) => WITH_CHAIR.includes(condition))

const UNHELD = 'A held breath can raise the pressure: breathe on without a stop.'
const LOW_HEAD = 'With the head below the heart the pressure in head and eyes rises: stay higher.'
const DEEP_FOLD = 'A deep fold bends the spine under load: bend the knees and stay high.'
const STRONG_TWIST = 'A strong turn wrings the spine: turn only a little, from the hips.'
const HEEL_KNOCK = 'The knock of the heels goes through the spine: lower them softly.'
const CATCH_YOURSELF = 'A stumble is hard to catch here: hold on, or sit.'
const DEEP_KNEES = 'Deep knees load the joint: stand higher.'

/**
 * The usual cautions of the practice for each condition, each with its reason: what of a form is left out, done in a milder version, or
 * not proposed at all. Common practice, no source.
 */
export const CARE: Record<Condition, Partial<Record<Caution, string>>> = {
  highBloodPressure: {
    breathHold: UNHELD,
    straining: 'Straining raises the pressure: do it with half the strength and a free breath.',
    headDown: LOW_HEAD,
    quickBreathing: 'Quick breathing drives heart and pressure: breathe slowly.',
    quickRising: 'Coming up fast from a fold makes the pressure jump: come up slowly, or leave it out.',
  },
  heart: {
    breathHold: UNHELD,
    straining: 'Straining makes the heart work against pressure: do it softly.',
    quickBreathing: 'Quick breathing drives the heart: breathe slowly.',
  },
  eyePressure: {
    breathHold: UNHELD,
    straining: 'Straining raises the pressure in the eyes: do it softly.',
    headDown: LOW_HEAD,
  },
  osteoporosis: {
    deepFold: 'A deep fold can break a weak vertebra: keep the back long and stay high.',
    headDown: DEEP_FOLD,
    strongTwist: 'A strong turn can break a weak vertebra: turn only a little.',
    heelDrop: HEEL_KNOCK,
  },
  discTrouble: {
    deepFold: DEEP_FOLD,
    headDown: DEEP_FOLD,
    strongTwist: STRONG_TWIST,
    heelDrop: HEEL_KNOCK,
  },
  soreLowBack: { deepFold: DEEP_FOLD, headDown: DEEP_FOLD, strongTwist: STRONG_TWIST },
  soreKnees: { deepKnees: DEEP_KNEES, kneeTwist: 'A bent knee that turns is easily hurt: leave it out.' },
  stiffKnee: {
    deepKnees: DEEP_KNEES,
    kneeTwist: 'A stiff or replaced knee does not turn: leave it out.',
  },
  stiffHip: {
    deepFold: 'A stiff or replaced hip should not fold far: stay high.',
    hipTurn: 'A stiff or replaced hip should not be swung or turned far: leave it out.',
    crossSteps: 'A leg that crosses the middle strains a replaced hip: leave it out.',
    deepKnees: 'A deep stance asks much of the hip: stand higher.',
  },
  stiffShoulder: {
    armsOverhead: 'A stiff or replaced shoulder does not go overhead: leave it out, or move the arm in the mind.',
    armSwing: 'A swinging arm tears at a stiff shoulder: leave it out.',
    wristWeights: 'Weights pull at the shoulder: go without.',
  },
  neckTrouble: {
    neckTurn: 'Large turns of the head can pinch: move the eyes, and the head only a little.',
    headDown: 'A hanging head pulls at the neck: stay higher.',
  },
  poorBalance: {
    oneLeg: CATCH_YOURSELF,
    heelToToe: CATCH_YOURSELF,
    steppingBack: 'What lies behind is not seen: leave steps back out.',
    heelDrop: 'Heels that drop can throw one forward: lower them softly.',
    onToes: 'On the balls of the feet the base is small: hold on, or keep the heels down.',
    crossSteps: 'Feet that cross can catch each other: leave it out.',
    unsteady: CATCH_YOURSELF,
  },
  dizziness: {
    headDown: 'A low head brings giddiness as it comes up: stay higher.',
    quickBreathing: 'Quick breathing makes giddy: breathe slowly.',
    breathHold: 'A held breath can make giddy: breathe on.',
    oneLeg: CATCH_YOURSELF,
    unsteady: CATCH_YOURSELF,
    quickRising: 'Coming up fast makes giddy: leave it out.',
    turningCircles: 'Going round in circles makes giddy: leave it out.',
  },
  faintness: {
    longStanding: 'Blood sinks into the legs in long standing: sit, or move.',
    breathHold: 'A held breath can bring on a faint: breathe on.',
    headDown: 'A low head brings on faintness as it comes up: stay higher.',
    quickRising: 'Coming up fast brings on a faint: leave it out.',
    turningCircles: 'Going round in circles brings on giddiness: leave it out.',
  },
  cannotStandLong: { longStanding: 'Long standing is too much: sit.' },
  seatedOnly: { standing: 'All is done sitting.' },
  pregnancy: {
    breathHold: 'The breath is not held: breathe on.',
    longStanding: 'Long standing weighs on the circulation: sit, or move.',
    quickBreathing: 'Quick breathing is too much: breathe slowly.',
    strongBelly: 'The belly is not worked strongly: leave it soft.',
    strongTwist: 'Strong turns press on the belly: turn only a little.',
    bellyTapping: 'The belly is not knocked on: leave it out.',
    heelDrop: 'The knock of the heels goes up into the pelvis: lower them softly.',
    lyingFlat: 'Lying flat late in pregnancy presses on a large vein: sit, or lie on the side.',
  },
  pelvicFloor: {
    heelDrop: 'The knock of the heels goes into the pelvic floor: lower them softly.',
    strongBelly: 'Strong work of the belly presses on the pelvic floor: leave it soft.',
    straining: 'Straining presses on the pelvic floor: do it softly.',
  },
  recentSurgery: {
    breathHold: 'Pressure in the belly is kept low: breathe on.',
    straining: 'Pressure in the belly is kept low: do it softly.',
    deepFold: 'A fold pulls at the wound: stay high.',
    strongTwist: 'A turn pulls at the wound: turn only a little.',
    heavyTapping: 'Nothing knocks near a wound.',
    bellyTapping: 'Nothing knocks near a wound.',
    strongBelly: 'The belly is not worked strongly: leave it soft.',
    wristWeights: 'Weights are for later.',
  },
  bloodThinners: {
    heavyTapping: 'Knocking leaves bruises: stroke instead.',
    bellyTapping: 'Knocking leaves bruises: stroke instead.',
  },
  jointTrouble: {
    wristWeights: 'Weights pull at sore joints: go without.',
    deepKnees: DEEP_KNEES,
    kneeTwist: 'A bent knee that turns is easily hurt: leave it out.',
  },
}
