import { workOf } from '#core/basics'
import type { Proposal, ProposeRequest } from '#core/compose'
import { propose } from '#core/compose'
import { ARC_PARTS, isClosingPart, wayFor, formMyWay, type Form } from '#core/forms'
import { activeSteps, type Step } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import { unsafeSteps } from './safeSteps'

/** What a teacher would say of a proposal, each rule in a sentence. Common practice, no source; the bounds are our choice. */
export const RULE_WORDS = {
  safe: 'nothing against a declared condition or today’s state',
  time: 'the time is met to half a repetition, or it is said why not',
  closingKept: 'gathering and settling keep their share',
  evenSides: 'both sides are done alike',
  arcInOrder: 'the parts come in the order of the arc',
  endsQuietly: 'it ends with gathering or settling',
  bowLast: 'a bow comes last',
  heelsLate: 'dropped heels come after all other work but their own set',
  noDoubles: 'no form twice',
  noTwins: 'no form twice under two names',
  setWhole: 'a set that is asked for is whole, of one school, in order',
  setNotInPieces: 'no other set in pieces',
  noFragments: 'no fragment of a long form for those who do not learn it',
  firstForms: 'a newcomer gets first forms only, besides a set that was asked for',
  oneSeat: 'no sitting down in the midst of standing, no hopping',
  chairWanted: 'chair forms only for those who want a chair',
  notLyingAtDesk: 'no lying down at a desk',
  quickBreath: 'quick breath never opens, and not in the evening',
  eveningCalm: 'nothing that stirs in the evening',
  loosened: 'deep work is led up to by a minute of loosening that fits it',
  balanceInRow: 'no more than three pieces of balance in a row',
  legsInRow: 'no more than eight minutes of hard legs in a row',
  shouldersInRow: 'no more than eight minutes of hard shoulders in a row',
  stillEnough: 'no longer stillness than is wise now',
  foldAnswered: 'a fold is answered by something upright before the rest',
  anotherDiffers: 'another differs in a third of its work',
} as const
export type Rule = keyof typeof RULE_WORDS
export const RULES = Object.keys(RULE_WORDS) as Rule[]

const FIRST_STILL_SECONDS = 300
const ROW_SECONDS = 480
/** What is chosen is settled before the fit. */
const hasty = () => workOf(20_000)

interface Piece {
  step: Step
  form: Form
  done: Form
  seconds: number
  seated: boolean
}

/** All breaches of the rules in a proposal, each with words for whoever looks for the cause. */
export function breachesOf(proposal: Proposal, request: ProposeRequest): { rule: Rule; words: string }[] {
  const { routine, fit } = proposal
  const timeline = compileTimeline({ ...request, routine })
  const totals = totalsOf(timeline)
  const byForm = new Map(request.forms.map((form) => [form.id, form]))
  const pieces: Piece[] = activeSteps(routine).map((step) => {
    const form = byForm.get(step.formId)!
    const done = formMyWay(form, wayFor(step, request.ways), request.rules).form
    const seconds = totals.bySteps.find(({ stepId }) => stepId === step.id)!.seconds
    return { step, form, done, seconds, seated: done.stance === 'seated' }
  })
  const found: { rule: Rule; words: string }[] = []
  const breach = (rule: Rule, holds: boolean, words: () => string) => {
    if (!holds) found.push({ rule, words: words() })
  }
  const ids = pieces.map(({ form }) => form.id)
  const names = () => ids.join(', ')
  if (proposal.empty) return found

  const unsafe = unsafeSteps(proposal, request)
  breach('safe', unsafe.length === 0, () => unsafe.join('; '))
  breach(
    'time',
    fit.met || fit.bindings.some(({ kind }) => kind !== 'closing'),
    () => `${fit.seconds.toFixed(0)} of ${fit.targetSeconds} s`,
  )
  breach(
    'closingKept',
    totals.closingSeconds >= totals.movingSeconds * request.rules.closingShare - 1e-6,
    () => `${totals.closingSeconds} of ${totals.movingSeconds}`,
  )
  breach(
    'evenSides',
    totals.bySteps.every(({ sidesEven }) => sidesEven),
    names,
  )
  const places = pieces.map(({ step }) => ARC_PARTS.indexOf(step.part))
  breach(
    'arcInOrder',
    places.every((place, at) => at === 0 || place >= places[at - 1]!),
    names,
  )
  breach('endsQuietly', isClosingPart(pieces.at(-1)!.step.part), names)
  const bow = ids.indexOf('close-with-a-bow')
  breach('bowLast', bow < 0 || bow === ids.length - 1, names)
  const work = pieces.filter(({ step }) => step.part === 'work')
  const drops = ({ form }: Piece) => form.cautions.includes('heelDrop')
  const late = work.every(
    (piece, at) =>
      !drops(piece) ||
      work
        .slice(at + 1)
        .every((later) => drops(later) || (piece.form.set && later.form.set?.name === piece.form.set.name)),
  )
  breach('heelsLate', late, () => work.map(({ form }) => form.id).join(', '))
  breach('noDoubles', new Set(ids).size === ids.length, names)
  const eight = pieces.filter(({ form }) => form.set?.name.startsWith('The eight pieces'))
  const alike = pieces.flatMap(({ form }) => form.alike ?? [])
  breach(
    'noTwins',
    new Set(alike).size === alike.length &&
      new Set(eight.map(({ form }) => form.set!.place)).size === eight.length &&
      !(ids.includes('five-phases-round') && ids.some((id) => id.startsWith('phase-'))),
    names,
  )
  breach('setWhole', setIsWhole(pieces, request), () => names())
  breach(
    'setNotInPieces',
    request.purpose === 'eightPieces' ||
      (new Set(eight.map(({ form }) => form.set!.name)).size <= 1 && eight.length <= 2),
    names,
  )
  const knows = (id: string) => request.stageOf(id) !== null || request.daysSince(id) !== null
  breach(
    'noFragments',
    pieces.every(({ form }) => form.school !== 'short form' || knows(form.id)),
    names,
  )
  const newcomer = request.forms.filter(({ id }) => knows(id)).length < 8
  const asked = (form: Form) =>
    (request.purpose === 'eightPieces' && form.set?.name.startsWith('The eight pieces')) ||
    (request.purpose === 'fivePhase' && (form.set?.name.startsWith('Five-phase') || form.id === 'five-phases-round'))
  breach(
    'firstForms',
    !newcomer || pieces.every(({ form }) => form.level === 'first' || asked(form) || knows(form.id)),
    () =>
      pieces
        .filter(({ form }) => form.level !== 'first')
        .map(({ form }) => form.id)
        .join(', '),
  )
  const changes = pieces.filter(({ seated }, at) => at > 0 && seated !== pieces[at - 1]!.seated).length
  breach(
    'oneSeat',
    changes === 0 ||
      (changes === 1 &&
        pieces.at(-1)!.seated &&
        pieces.filter(({ seated }) => seated).every(({ step }) => step.part === 'settle')),
    () => pieces.map(({ form, seated }) => form.id + (seated ? '(sits)' : '')).join(', '),
  )
  const wantsChair =
    request.purpose === 'seated' ||
    request.purpose === 'balance' ||
    proposal.posture === 'seated' ||
    request.conditions.some((each) => ['seatedOnly', 'cannotStandLong', 'poorBalance'].includes(each))
  breach(
    'chairWanted',
    wantsChair ||
      pieces.every(
        ({ form, step }) =>
          step.part === 'settle' ||
          (form.stance !== 'seated' && !form.equipment.some((each) => each.startsWith('a chair'))),
      ),
    names,
  )
  breach('notLyingAtDesk', request.purpose !== 'deskBreak' || !ids.includes('lie-down-and-listen'), names)
  const quick = pieces.findIndex(({ form }) => form.cautions.includes('quickBreathing'))
  breach(
    'quickBreath',
    quick < 0 || (quick > 0 && pieces[quick]!.step.part === 'wake' && request.purpose !== 'evening'),
    names,
  )
  breach(
    'eveningCalm',
    request.purpose !== 'evening' ||
      pieces.every(
        ({ form, step }) =>
          step.part !== 'wake' &&
          !(form.counting.by === 'beats' && form.counting.beatsPerMinute > 80 && step.part !== 'gather'),
      ),
    names,
  )
  const deep = pieces.filter(
    ({ step, done }) =>
      (step.part === 'work' || step.part === 'stand') && Math.max(done.effort.legs, done.effort.spine) >= 2,
  )
  const loose = pieces.filter(({ step }) => step.part === 'loosen' || step.part === 'wake')
  const setOnly = deep.every(({ form }) => asked(form))
  const serves = (areas: string[]) => loose.some(({ form }) => form.areas.some((area) => areas.includes(area)))
  const fits =
    (!deep.some(({ done }) => done.effort.spine >= 2) || serves(['spine', 'lowBack', 'hips', 'upperBack'])) &&
    (!deep.some(({ done }) => done.effort.legs >= 2) ||
      serves(['hips', 'knees', 'legs', 'ankles', 'feet', 'spine', 'lowBack']))
  const easyWork = work
    .filter(({ done }) => Math.max(done.effort.legs, done.effort.spine) === 1)
    .reduce((sum, { seconds }) => sum + seconds, 0)
  breach(
    'loosened',
    deep.length === 0 ||
      (setOnly && request.minutes < 15) ||
      (fits && loose.reduce((sum, { seconds }) => sum + seconds, 0) + (setOnly ? easyWork : 0) >= 60),
    names,
  )
  const row = (hard: (piece: Piece) => boolean, measure: (piece: Piece) => number) => {
    let most = 0
    let now = 0
    for (const piece of pieces) {
      now = hard(piece) ? now + measure(piece) : 0
      most = Math.max(most, now)
    }
    return most
  }
  breach(
    'balanceInRow',
    row(
      ({ done }) => done.effort.balance >= 2,
      () => 1,
    ) <= 3,
    names,
  )
  // A set that was asked for is done as it is taught.
  const alone = (what: 'legs' | 'shoulders') =>
    row(
      ({ done, form }) => done.effort[what] >= 2 && !asked(form),
      ({ seconds }) => seconds,
    )
  const single = Math.max(0, ...pieces.map(({ seconds }) => seconds))
  breach('legsInRow', alone('legs') <= Math.max(ROW_SECONDS, single), names)
  breach('shouldersInRow', alone('shoulders') <= Math.max(ROW_SECONDS, single), names)
  const most = Math.max(FIRST_STILL_SECONDS, (request.longestStillSeconds ?? 0) * 1.5)
  const stands = pieces.filter(({ step, seated }) => step.part === 'stand' && !seated)
  breach('stillEnough', stands.reduce((sum, { seconds }) => sum + seconds, 0) <= most * 1.15, () =>
    stands.map(({ form, seconds }) => `${form.id} ${seconds.toFixed(0)}`).join(', '),
  )
  const fold = pieces.findLastIndex(({ done }) => done.cautions.includes('deepFold'))
  breach(
    'foldAnswered',
    fold < 0 ||
      pieces.slice(fold + 1).some(({ step, form }) => step.part !== 'settle' && !form.cautions.includes('deepFold')),
    names,
  )
  if (request.another === 0) {
    const workFormsOf = (another: number) =>
      activeSteps(propose({ ...request, another, work: hasty() }).routine)
        .filter(({ part }) => part === 'work')
        .map(({ formId }) => formId)
    const mine = new Set(work.map(({ form }) => form.id))
    const theirs = workFormsOf(1)
    const fresh = theirs.filter((id) => !mine.has(id)).length
    const setMoves = asked(byForm.get(theirs[0] ?? '') ?? pieces[0]!.form)
    const differs = setMoves || fresh >= theirs.length / 3
    // Where hardly anything else is allowed, nothing else can be proposed.
    const elsewhere = () => {
      const allowed = (id: string) => request.allowed(id) && !mine.has(id)
      return activeSteps(propose({ ...request, allowed, work: hasty() }).routine).filter(({ part }) => part === 'work')
        .length
    }
    breach(
      'anotherDiffers',
      differs || elsewhere() < theirs.length / 3,
      () => `${[...mine].join(', ')} / ${theirs.join(', ')}`,
    )
  }
  return found
}

/** The whole of a set that was asked for, as far as the person may do it and the time has room for it. */
function setIsWhole(pieces: readonly Piece[], request: ProposeRequest): boolean {
  if (request.purpose !== 'eightPieces' && request.purpose !== 'fivePhase') return true
  const isEight = request.purpose === 'eightPieces'
  const inSet = pieces.filter(({ form }) => form.set?.name.startsWith(isEight ? 'The eight pieces' : 'Five-phase'))
  if (!isEight && pieces.some(({ form }) => form.id === 'five-phases-round')) return inSet.length === 0
  if (inSet.length === 0) return request.minutes < 12 || request.conditions.length > 0 || request.states.length > 0
  const places = inSet.map(({ form }) => form.set!.place)
  const inOrder = places.every((place, at) => at === 0 || place > places[at - 1]!)
  const oneSchool = new Set(inSet.map(({ form }) => form.set!.name)).size === 1
  const whole = places.length === (isEight ? 8 : 5) || request.conditions.length > 0 || request.states.length > 0
  return inOrder && oneSchool && whole
}
