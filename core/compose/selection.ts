import { isClosingPart, setFamilyOf, type ArcPart, type Form } from '../forms'
import { LOOSE_SECONDS, LOOSENED_BY, wiseStillSeconds } from '../routine'
import { isOfSetAsked, twinKeysOf, type Candidate, type Wanted } from './candidates'
import { PURPOSE_WANTS } from './purposes'

/** What is chosen may be so much longer than its share; what each more form must bring; what one for the same areas loses. Our choice. */
const OVER_SHARE = 1.15
const SAME_AREA_COST = 0.8
const NEW_AREA_WORTH = 0.3
/** Hard work of this much, or balance of this much, is not piled up. */
const HARD = 2
/** More pieces of a set than this are its whole, or nothing. */
const MOST_LOOSE_PIECES = 2

/** The share of a part that is given to another when it cannot be filled. */
const SPARE_TO: ArcPart = 'work'

/** What has been taken so far, and what may be added to it. */
interface Taken {
  chosen: Candidate[]
  keys: Set<string>
}

/**
 * The forms of a proposal: for each part, the best that fill its share of the time, each worth less where what is taken already serves the
 * same areas; never two that are the same, no set in pieces, hard legs, shoulders and balance for half of the work at most, no deep work
 * without loosening. `used` has what earlier proposals had: those come later. Parts are filled in the order in which they bind.
 */
export function selectForms(
  candidates: readonly Candidate[],
  wanted: Wanted,
  used: ReadonlyMap<string, number>,
): Candidate[] {
  const { parts } = PURPOSE_WANTS[wanted.purpose]
  const seconds = wanted.minutes * 60
  const taken: Taken = { chosen: [], keys: new Set() }
  const budgets = new Map(Object.entries(parts).map(([part, share]) => [part as ArcPart, share * seconds]))
  const stand = budgets.get('stand')
  if (stand !== undefined) {
    const most = wiseStillSeconds(wanted.longestStillSeconds ?? null)
    const spare = Math.max(0, stand - most)
    budgets.set('stand', stand - spare)
    budgets.set(SPARE_TO, (budgets.get(SPARE_TO) ?? 0) + spare)
  }
  giveRoom(budgets, candidates, wanted, seconds)
  takeSet(taken, candidates, wanted, used, seconds)
  takeFirst(taken, candidates, wanted, seconds)
  const order: ArcPart[] = ['settle', 'gather', 'stand', 'work', 'arrive', 'wake', 'loosen']
  for (const part of order) {
    const budget = budgets.get(part) ?? 0
    if (budget <= 0) continue
    const list = candidates.filter((candidate) => candidate.part === part)
    fillPart(taken, list, { part, budget, wanted, used, loosen: budgets.get('loosen') ?? 0 })
  }
  return taken.chosen
}

/** What is to come back gets room in its part, where the purpose has none for that part. */
function giveRoom(budgets: Map<ArcPart, number>, candidates: readonly Candidate[], wanted: Wanted, seconds: number) {
  for (const part of ['wake', 'stand', 'work', 'loosen'] as const) {
    if (budgets.has(part)) continue
    const asked = candidates.filter((each) => each.part === part && wanted.due?.has(each.form.id))
    const room = Math.min(secondsOf(asked), seconds * GIVEN_SHARE)
    if (room <= 0) continue
    budgets.set(part, room)
    budgets.set(SPARE_TO, Math.max(0, (budgets.get(SPARE_TO) ?? 0) - room))
  }
}
/** So much of the time at most is given to such a part. Our choice. */
const GIVEN_SHARE = 0.2

/** A set that is asked for is taken whole, of one school, where its least counts leave room for a closing. */
function takeSet(
  taken: Taken,
  candidates: readonly Candidate[],
  wanted: Wanted,
  used: ReadonlyMap<string, number>,
  seconds: number,
) {
  const bySchool = new Map<string, Candidate[]>()
  for (const candidate of candidates) {
    const { set } = candidate.form
    if (!isOfSetAsked(candidate.form, wanted.purpose)) continue
    const name = set?.name ?? candidate.form.id
    bySchool.set(name, [...(bySchool.get(name) ?? []), candidate])
  }
  const schools = [...bySchool.values()]
    .map((list) => list.sort((one, other) => (one.form.set?.place ?? 0) - (other.form.set?.place ?? 0)))
    .filter((list) => leastSeconds(list) <= seconds * SET_SHARE)
  const worthOf = (list: readonly Candidate[]) =>
    list.length * 2 +
    list.reduce((sum, { worth }) => sum + worth, 0) / list.length -
    list.reduce((sum, { form }) => sum + (used.get(form.id) ?? 0), 0)
  const best = schools.sort((one, other) => worthOf(other) - worthOf(one))[0]
  for (const candidate of best ?? []) take(taken, candidate)
}
/** The forms that a session is of, in their order, as long as their least counts leave room for the rest. */
function takeFirst(taken: Taken, candidates: readonly Candidate[], { first = [] }: Wanted, seconds: number) {
  const mine: Candidate[] = []
  for (const formId of first) {
    const candidate = candidates.find(({ form }) => form.id === formId)
    if (!candidate || twinKeysOf(candidate.form).some((key) => taken.keys.has(key))) continue
    if (leastSeconds([...mine, candidate]) > seconds * SET_SHARE) continue
    mine.push(candidate)
    take(taken, candidate)
  }
}

/** What forms take at their least counts. */
export const leastSeconds = (list: readonly Candidate[]) =>
  list.reduce((sum, { form, seconds: usual, unitSeconds }) => {
    const fewer = form.counts.usual - form.counts.least
    return sum + usual - fewer * unitSeconds
  }, 0)

/** A set takes at most so much of the time at its least counts: the closing and a little loosening need the rest. */
const SET_SHARE = 0.68

function take(taken: Taken, candidate: Candidate) {
  taken.chosen.push(candidate)
  for (const key of twinKeysOf(candidate.form)) taken.keys.add(key)
}

interface PartAsked {
  part: ArcPart
  budget: number
  wanted: Wanted
  used: ReadonlyMap<string, number>
  loosen: number
}
const secondsOf = (list: readonly Candidate[]) => list.reduce((sum, { seconds }) => sum + seconds, 0)

function fillPart(taken: Taken, list: readonly Candidate[], asked: PartAsked) {
  const { part, budget, used } = asked
  const inPart = () => taken.chosen.filter((each) => each.part === part)
  const worthNow = (candidate: Candidate) => {
    const areas = new Set(inPart().flatMap(({ form }) => form.areas))
    const same = candidate.form.areas.filter((area) => areas.has(area)).length
    const fits = part === 'loosen' || part === 'wake' ? fitsWork(candidate, taken.chosen) : 0
    const fresh = candidate.form.areas.length - same
    return (
      candidate.worth -
      same * SAME_AREA_COST +
      fresh * NEW_AREA_WORTH +
      fits -
      (used.get(candidate.form.id) ?? 0) * USED_COST
    )
  }
  // Another proposal is another: a third of it at least is fresh, where there is anything fresh.
  const isAnother = used.size > 0 && part === 'work'
  for (;;) {
    const filled = secondsOf(inPart())
    const needsFresh =
      isAnother && inPart().filter(({ form }) => !used.has(form.id)).length < (inPart().length + 1) * FRESH_SHARE
    const room = budget * (part === 'stand' ? 1 : OVER_SHARE) - filled
    if (filled >= budget * 0.85) return
    const possible = list
      .filter((candidate) => mayTake(candidate, taken, asked))
      .filter((candidate) => inPart().length === 0 || candidate.seconds <= room)
      .map((candidate) => ({ candidate, worth: worthNow(candidate) - Math.max(0, candidate.seconds - room) / 30 }))
      .sort((one, other) => other.worth - one.worth)
    const fresh = needsFresh ? possible.find(({ candidate }) => !used.has(candidate.form.id)) : undefined
    const best = fresh ?? possible[0]
    if (!best) return
    take(taken, best.candidate)
  }
}
/** What a form loses for each earlier proposal that had it. */
const USED_COST = 3
const FRESH_SHARE = 0.4

/** What loosening is worth for the work that it leads to: spine, legs or shoulders that will work deeply, as long as nothing serves them yet. */
function fitsWork({ form }: Candidate, chosen: readonly Candidate[]): number {
  const work = chosen.filter(({ part }) => part === 'work' || part === 'stand')
  const before = chosen.filter(({ part }) => part === 'loosen' || part === 'wake')
  return (['spine', 'legs', 'shoulders'] as const).reduce((sum, what) => {
    const serves = (each: Form) => each.areas.some((area) => LOOSENED_BY[what].includes(area))
    const isDeep = work.some(({ effort }) => effort[what] >= HARD)
    return sum + (isDeep && serves(form) && !before.some((each) => serves(each.form)) ? FITS_WORTH : 0)
  }, 0)
}
const FITS_WORTH = 6

function mayTake(candidate: Candidate, { chosen, keys }: Taken, { part, wanted, loosen }: PartAsked): boolean {
  const { form, effort } = candidate
  if (twinKeysOf(form).some((key) => keys.has(key))) return false
  // Whoever has sat down to rest does not stand up again for a bow.
  if (part === 'settle' && chosen.some((each) => each.part === 'settle' && each.seated !== candidate.seated))
    return false
  if (isClosingPart(part)) return true
  const setName = form.set?.name
  const ofSets = chosen.filter((each) => setFamilyOf(each.form) !== null)
  // Of sets that are one thing a piece or two may stand alone, and any that is to come back; of others any.
  if (setFamilyOf(form) !== null && !wanted.due?.has(form.id)) {
    if (isOfSetAsked(form, wanted.purpose)) return false
    if (ofSets.length >= MOST_LOOSE_PIECES) return false
    if (ofSets.some((each) => each.form.set!.name !== setName)) return false
  }
  const deep = Math.max(effort.legs, effort.spine) >= HARD
  if (deep && (part === 'work' || part === 'stand') && loosen < LOOSE_SECONDS) return false
  const work = chosen.filter((each) => each.part === part)
  return (['legs', 'shoulders', 'balance'] as const).every((what) => {
    if (effort[what] < HARD) return true
    const hard = work.filter((each) => each.effort[what] >= HARD).length
    return hard + 1 <= Math.ceil((work.length + 1) / 2)
  })
}

/** With the best form that may still be taken of each part: first of the work, then of the closing, then of what leads to it. */
export function withOneMore(
  chosen: readonly Candidate[],
  candidates: readonly Candidate[],
  wanted: Wanted,
): Candidate[][] {
  const taken: Taken = { chosen: [...chosen], keys: new Set(chosen.flatMap(({ form }) => twinKeysOf(form))) }
  const order: ArcPart[] = ['work', 'gather', 'settle', 'loosen', 'arrive']
  return order.flatMap((part) => {
    const asked = { part, budget: 0, wanted, used: new Map<string, number>(), loosen: LOOSE_SECONDS }
    const best = candidates
      .filter((candidate) => candidate.part === part && mayTake(candidate, taken, asked))
      .sort((one, other) => other.worth - one.worth)[0]
    return best ? [[...chosen, best]] : []
  })
}
