import type { Area, Caution, Condition } from '#core/forms'
import type { TodayState } from '#core/compose'
import type { FeelingScale, PainPlace, Sensation } from '#core/journal'

/** The words for the body: where something works, what to mind, how it is and how it was. */

export const AREA_WORDS: Record<Area, string> = {
  neck: 'neck',
  shoulders: 'shoulders',
  arms: 'arms',
  wrists: 'wrists',
  chest: 'chest',
  upperBack: 'upper back',
  lowBack: 'low back',
  spine: 'spine',
  belly: 'belly',
  hips: 'hips',
  legs: 'legs',
  knees: 'knees',
  ankles: 'ankles',
  feet: 'feet',
  eyes: 'eyes',
  breath: 'breath',
  balance: 'balance',
}

/** The usual caution of the trade, as a sentence. Never a diagnosis. */
export const CAUTION_WORDS: Record<Caution, string> = {
  breathHold:
    'Has a short hold of the breath: leave it out with high blood pressure, heart or eye-pressure trouble, or in pregnancy.',
  deepFold: 'Folds deeply forward: bend the knees, and keep higher with a sore back, disc trouble or osteoporosis.',
  headDown: 'The head goes low: stay higher with high blood pressure or glaucoma.',
  strongTwist: 'Turns strongly: make it smaller with disc trouble or osteoporosis.',
  oneLeg: 'Stands on one leg: keep a chair within reach.',
  longStanding: 'Long standing: sit, or stand for less, with varicose veins, faintness or in pregnancy.',
  heelDrop: 'Drops the heels: lower them softly with spinal or pelvic-floor trouble.',
  heavyTapping: 'Knocks or taps: only lightly over an injury or with blood thinners.',
  deepKnees: 'Bends the knees: the knee follows the toes and does not go past them; stand higher with sore knees.',
  quickBreathing: 'Quick breathing: not with dizziness, high blood pressure or in pregnancy.',
  strongBelly: 'Works the belly strongly: not in pregnancy, nor soon after surgery.',
  wristWeights: 'With wrist weights: begin light or with none, and go without them with joint trouble.',
  straining: 'Tenses with strength: half of it is enough, and the breath goes on.',
  onToes: 'Rises on the balls of the feet: hold on with poor balance.',
  heelToToe: 'One foot before the other: hold on with poor balance.',
  steppingBack: 'Steps back: look first, and leave it out with poor balance.',
  crossSteps: 'The feet pass close or cross: not with poor balance or a replaced hip.',
  turningCircles: 'Goes round: slowly, and not with dizziness.',
  quickRising: 'Comes up from low down: slowly, and not with dizziness or faintness.',
  bellyTapping: 'Knocks on the belly: not in pregnancy, nor soon after surgery.',
  lyingFlat: 'Lying flat: late in pregnancy sit, or lie on the side.',
  kneeTwist: 'Turns or circles the bent knee: small, and not with knee trouble.',
  hipTurn: 'Swings or turns the hip: small, and not with a replaced hip.',
  armsOverhead: 'Lifts the arms overhead: only as high as a stiff shoulder likes.',
  armSwing: 'Swings the arms: softly, and not with a stiff shoulder.',
  neckTurn: 'Turns the head far: less with neck trouble.',
  standing: 'Is done standing.',
  unsteady: 'Asks for sure balance: hold on, or sit.',
}

/** What a form asks, in a word or two. */
export const CAUTION_NAMES: Record<Caution, string> = {
  breathHold: 'breath hold',
  deepFold: 'deep fold',
  headDown: 'head low',
  strongTwist: 'strong twist',
  oneLeg: 'one leg',
  longStanding: 'long standing',
  heelDrop: 'heel drop',
  heavyTapping: 'heavy tapping',
  deepKnees: 'deep knees',
  quickBreathing: 'quick breathing',
  strongBelly: 'strong belly work',
  wristWeights: 'wrist weights',
  straining: 'straining',
  onToes: 'on the toes',
  heelToToe: 'heel to toe',
  steppingBack: 'stepping back',
  crossSteps: 'crossing steps',
  turningCircles: 'going in circles',
  quickRising: 'rising from low',
  bellyTapping: 'knocking on the belly',
  lyingFlat: 'lying flat',
  kneeTwist: 'turning knees',
  hipTurn: 'swinging or turning hips',
  armsOverhead: 'arms overhead',
  armSwing: 'swinging arms',
  neckTurn: 'turning the head far',
  standing: 'standing',
  unsteady: 'sure balance',
}

/** What a person may declare of the body. */
export const CONDITION_WORDS: Record<Condition, string> = {
  highBloodPressure: 'high blood pressure',
  heart: 'heart trouble',
  eyePressure: 'eye-pressure trouble',
  osteoporosis: 'osteoporosis',
  discTrouble: 'disc trouble',
  soreLowBack: 'a sore low back',
  soreKnees: 'sore knees',
  stiffKnee: 'a stiff or replaced knee',
  stiffHip: 'a stiff or replaced hip',
  stiffShoulder: 'a stiff or replaced shoulder',
  neckTrouble: 'neck trouble',
  poorBalance: 'poor balance',
  dizziness: 'dizziness',
  faintness: 'faintness or varicose veins',
  cannotStandLong: 'that I cannot stand for long',
  seatedOnly: 'that I practise only sitting',
  pregnancy: 'pregnancy',
  pelvicFloor: 'pelvic-floor or spinal trouble',
  recentSurgery: 'recent surgery',
  bloodThinners: 'blood thinners',
  jointTrouble: 'joint trouble',
}

export const SCALE_WORDS: Record<FeelingScale, { name: string; steps: [string, string, string, string, string] }> = {
  energy: { name: 'Energy', steps: ['tired', 'low', 'medium', 'lively', 'full'] },
  calm: { name: 'Calm', steps: ['upset', 'restless', 'medium', 'quiet', 'still'] },
  ease: { name: 'Ease of body', steps: ['sore', 'stiff', 'medium', 'loose', 'easy'] },
}

/** What the scale of exertion asks. */
export const EXERTION_LEGEND = 'How hard it was, from 0 (nothing at all) to 10 (as hard as can be)'

export const PLACE_WORDS: Record<PainPlace, string> = {
  head: 'head',
  neck: 'neck',
  leftShoulder: 'left shoulder',
  rightShoulder: 'right shoulder',
  leftArm: 'left arm',
  rightArm: 'right arm',
  leftWrist: 'left wrist',
  rightWrist: 'right wrist',
  leftHand: 'left hand',
  rightHand: 'right hand',
  chest: 'chest',
  belly: 'belly',
  upperBack: 'upper back',
  spine: 'spine',
  lowBack: 'low back',
  hips: 'hips',
  leftLeg: 'left leg',
  rightLeg: 'right leg',
  leftKnee: 'left knee',
  rightKnee: 'right knee',
  leftAnkle: 'left ankle',
  rightAnkle: 'right ankle',
  leftFoot: 'left foot',
  rightFoot: 'right foot',
}

export const SENSATION_WORDS: Record<Sensation, string> = {
  warmth: 'warmth',
  tingling: 'tingling',
  trembling: 'trembling',
  ache: 'ache',
  lightHeaded: 'dizzy',
  heaviness: 'heaviness',
  ease: 'ease',
}

/** A sensation in words; those of one's own are words already. */
export const sensationPhrase = (sensation: string): string =>
  (SENSATION_WORDS as Record<string, string>)[sensation] ?? sensation

/** How somebody is today. */
export const TODAY_WORDS: Record<TodayState, string> = {
  tired: 'tired',
  stiffBack: 'sore back',
  upset: 'upset',
  lightHeaded: 'dizzy',
}
