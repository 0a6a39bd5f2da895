import type { ProposeReason } from '#core/compose'
import type { Form, Manner } from '#core/forms'
import { STAGE_NAMES } from '#core/formats'
import type { Finding, Layer, QuickFixKind, Pattern } from '#core/routine'
import { plural } from '~/shared/words/numbers'
import { AREA_WORDS, CAUTION_NAMES, CAUTION_WORDS, CONDITION_WORDS } from '~/shared/words/body'
import { PART_WORDS, STAGE_WORDS, VERSION_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'

/** The words of the composer. */

export const PATTERN_TITLES: Record<Pattern, string> = {
  rounds: 'Rounds',
  ladder: 'Ladder',
  link: 'Link',
  buildUp: 'Build-up',
  directions: 'One way, then the other',
  release: 'Release, build, circulate',
  post: 'Stand in positions',
}

/** What a pattern does, in a line. */
export const PATTERN_LINES: Record<Pattern, string> = {
  rounds: 'all of it, several times',
  ladder: 'up, and down again',
  link: 'each alone, then one flows into the other',
  buildUp: 'each in stages',
  directions: 'all one way, then all the other',
  release: 'quick, then still, then slow',
  post: 'one position after the other',
}

export const MEND_WORDS: Record<QuickFixKind, string> = {
  addClosing: 'Add a closing',
  lengthenClosing: 'Lengthen the closing',
  evenSides: 'Even the sides',
  addLoosening: 'Add some loosening',
  shorten: 'Shorten it',
  putBetween: 'Put something between',
  milder: 'Do the milder version',
  takeOutOfFlow: 'Move it out of the flow',
  bothDirections: 'Do both directions',
  orderPhases: 'Put them in order',
}

/** What was found, in a plain sentence. */
export function findingSentence({ kind, names, seconds, against, caution, mend }: Finding): string {
  const [name = 'This step'] = names
  switch (kind) {
    case 'noClosing':
      return 'There is no closing.'
    case 'shortClosing':
      return `The closing is ${durationPhrase(seconds)} too short.`
    case 'unevenSides':
      return `${name}: the sides are not even.`
    case 'coldStart':
      return `${name} comes before the body is loose.`
    case 'longStillness':
      return `${name} is a long stillness: ${durationPhrase(seconds)}.`
    case 'legLoad':
      return `Heavy for the legs for ${durationPhrase(seconds)} in a row: ${names.join(', ')}.`
    case 'quickBreath':
      return `${name} breathes quickly for ${durationPhrase(seconds)}.`
    case 'longBreath':
      return `${name} asks for breaths of ${durationPhrase(seconds)}.`
    case 'longOutBreath':
      return `${name} asks for out-breaths of ${durationPhrase(seconds)}.`
    case 'quickOpening':
      return `${name} breathes quickly right at the beginning.`
    case 'balanceInRow':
      return `${names.length} pieces of balance in a row: ${names.join(', ')}.`
    case 'shoulderLoad':
      return `Heavy for the shoulders for ${durationPhrase(seconds)} in a row: ${names.join(', ')}.`
    case 'quickRise':
      return `${names.join(', then ')}: from low down straight into something fast.`
    case 'foldUnanswered':
      return `${name} folds, and nothing upright comes after it.`
    case 'hopping':
      return `You sit down and stand up again: ${names.join(', ')}.`
    case 'notLast':
      return `${name} closes everything, but something comes after it.`
    case 'stirsLate':
      return `${name} stirs up after the gathering.`
    case 'setBroken':
      return `A set in pieces: ${plural(seconds, 'piece')} of its ${against}.`
    case 'doubled':
      return `The same movement twice: ${names.join(' and ')}.`
    case 'caution':
      return `${name}: ${caution ? CAUTION_WORDS[caution.caution] : ''}`
    case 'notLearned':
      return `${name} is not learned yet${mend ? ', and stands in the middle of a flow' : ''}.`
    case 'unfitLoosening':
      return `Before ${name} other parts are loosened than it needs.`
    case 'stirsEvening':
      return `${name} stirs up, in a routine for the evening.`
    case 'needsChair':
      return `A chair must be at hand: ${names.join(', ')}.`
    case 'needsFloor':
      return `Room to lie down must be at hand: ${names.join(', ')}.`
    case 'phaseOrder':
      return `The five phases stand in another order than in this house: ${names.join(', ')}.`
    case 'oneDirection':
      return `${name} is done in one direction only.`
  }
}

/** Why it matters. */
export function findingReason({ kind, against, caution, mend }: Finding): string {
  switch (kind) {
    case 'noClosing':
      return 'Without gathering and settling, practice leaves one stirred up.'
    case 'shortClosing':
      return 'The closing settles what the work has stirred up.'
    case 'unevenSides':
      return 'One side would get more than the other.'
    case 'coldStart':
      return 'Small joints and spine first, then deep work.'
    case 'longStillness':
      return against > 0
        ? `Your longest so far is ${durationPhrase(against)}; standing grows by small steps.`
        : 'Beginners stand 3 to 5 minutes; standing grows by small steps.'
    case 'legLoad':
      return 'Something lighter between lets the legs recover.'
    case 'quickBreath':
      return `Quick breathing is used briefly, for about ${durationPhrase(against)}.`
    case 'longBreath':
      return 'A breath that long strains most people: shorten its phases.'
    case 'longOutBreath':
      return `More than about ${durationPhrase(against)} strains most people.`
    case 'quickOpening':
      return 'Arrive first; quick breath is for later, and brief.'
    case 'balanceInRow':
      return 'A standing leg tires before it is felt: put something on both feet between.'
    case 'shoulderLoad':
      return 'Something below the heart between lets the shoulders recover.'
    case 'quickRise':
      return 'A low head wants slow rising.'
    case 'foldUnanswered':
      return 'After a fold the back wants to lengthen upward once more.'
    case 'hopping':
      return 'One seat is kept; the last rest may be on a chair.'
    case 'notLast':
      return 'A bow is the end.'
    case 'stirsLate':
      return 'What is gathered is not stirred up again.'
    case 'setBroken':
      return 'A set is done whole, of one school and in its order, or its pieces stand alone.'
    case 'doubled':
      return 'Once is enough, at a higher count.'
    case 'caution':
      return caution
        ? `For you, with ${caution.because.map((each) => CONDITION_WORDS[each]).join(' and ')}: ${caution.reasons.join(' ')}`
        : ''
    case 'notLearned':
      return mend
        ? 'A flow runs on; what is new wants time of its own.'
        : 'What is new is done slowly and a few times, or hands only; a link or a build-up helps.'
    case 'unfitLoosening':
      return 'What works hard is loosened first: hips and knees for the legs, the back for folds and turns.'
    case 'stirsEvening':
      return 'Tapping, shaking and quick breath wake; the evening wants slow things.'
    case 'needsChair':
      return 'Nobody wants to look for one in the middle.'
    case 'needsFloor':
      return 'A mat on the floor, or a bed; or do it sitting.'
    case 'phaseOrder':
      return 'Each phase brings forth the next.'
    case 'oneDirection':
      return 'Circles go both ways, so that the joints even out.'
  }
}

/** What a step changes of how a form is done, in words; empty where nothing. */
export function mannerPhrase(form: Form, manner: Manner | undefined): string {
  if (!manner) return ''
  const { topHold, heels, belly, riseOn, strikeOn, roundOn } = manner.choices
  const meets = riseOn ?? strikeOn ?? roundOn
  const version = form.versions.find(({ kind }) => kind === manner.version)
  return [
    version && (version.change || `${VERSION_WORDS[version.kind]}.`),
    manner.version === 'plain' && 'As it is taught.',
    topHold === 'leaveOut' && 'Without a hold.',
    topHold === 'hold' && 'With a hold at the top.',
    heels === 'quiet' && 'The heels are lowered softly.',
    belly === 'natural' && 'The belly stays soft.',
    meets && meets !== 'asTaught' && `On the ${meets}-breath here.`,
  ]
    .filter(Boolean)
    .join(' ')
}

/** Why a form was chosen. */
export function proposeReasonPhrase(reason: ProposeReason): string {
  switch (reason.kind) {
    case 'area':
      return `for ${reason.areas.map((area) => AREA_WORDS[area]).join(', ')}`
    case 'due':
      return `not done for ${plural(reason.days, 'day')}`
    case 'neverDone':
      return 'not done yet'
    case 'learning':
      return `being learned: ${STAGE_WORDS[reason.stage]}`
    case 'purpose':
      return 'what this purpose asks for'
    case 'today':
      return 'kind to how you feel'
    case 'milder':
      return `in a milder version, without ${reason.cautions.map((caution) => CAUTION_NAMES[caution]).join(', ')}`
    case 'part':
      return `to ${PART_WORDS[reason.part]}`
  }
}

/** A layer in a few words, as it stands in a row of them. */
export function layerPhrase({ from, so }: Layer): string {
  const where = [
    from.round !== undefined && `round ${from.round}`,
    from.side && 'second side',
    from.stage && STAGE_NAMES[from.stage],
    from.repetition !== undefined && `from ${from.repetition}`,
  ].filter(Boolean)
  const said = [
    so.target && so.target,
    so.cues && so.cues.length > 0 && `“${so.cues.filter(Boolean).join(' / ')}”`,
    so.stage && STAGE_NAMES[so.stage],
    so.version && (so.version === 'plain' ? 'as it is taught' : VERSION_WORDS[so.version]),
    so.count !== undefined && `× ${so.count}`,
    so.holdBreaths !== undefined && so.holdBreaths > 0 && `held for ${plural(so.holdBreaths, 'breath')}`,
    so.paceScaleAtEnd !== undefined && `from ${so.paceScale} to ${so.paceScaleAtEnd} times my breath`,
    so.paceScaleAtEnd === undefined && so.paceScale !== undefined && so.paceScale !== 1 && pacePhrase(so.paceScale),
    so.ratio && `${so.ratio.inCounts} in, ${so.ratio.outCounts} out`,
    so.swapBreath && 'breath swapped',
  ].filter(Boolean)
  return [where.join(', '), said.join(', ') || 'as usual'].filter(Boolean).join(': ')
}
const pacePhrase = (scale: number) => (scale > 1 ? `slower, × ${scale}` : `quicker, × ${scale}`)
