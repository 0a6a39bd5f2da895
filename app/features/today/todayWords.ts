import type { Outcome } from '#core/evidence'
import type { ArcPart, Side } from '#core/forms'
import type { TodayAgainst, TodayAsked, TodayJudgement, TodayOffer, TodayReason } from '#core/plan'
import { listPhrase, percentPhrase, plural } from '~/shared/words/numbers'
import { AREA_WORDS, SCALE_WORDS } from '~/shared/words/body'
import { agoPhrase, durationPhrase, lengthPhrase, WEEKDAY_WORDS } from '~/shared/words/time'

/** An offer of Today as it is read. */
export interface OfferWords {
  name: string
  /** "3 min 35 s". */
  length: string
  /** "5 steps". */
  steps: string
  reasons: string[]
  /** Differences from the plan; empty without any. */
  changed: string
}

/** What the words need to know besides the reasons. */
export interface TodayNames {
  nameOf: (formId: string) => string
  /** 1 is Monday. */
  weekday: number
}

const outcomeName = (outcome: Outcome) => (outcome === 'pain' ? 'pain' : SCALE_WORDS[outcome].name.toLowerCase())
/** "0.4 up", "0.2 down"; of pain, a gain is less of it. */
function changedBy(outcome: Outcome, gain: number): string {
  const change = outcome === 'pain' ? -gain : gain
  const size = Math.abs(change).toFixed(1)
  return size === '0.0' ? 'not at all' : `${size} ${change > 0 ? 'up' : 'down'}`
}
const withWhat = (formIds: readonly string[], nameOf: TodayNames['nameOf']) =>
  formIds.length > 0 ? listPhrase(formIds.map(nameOf)) : 'it'

function askedPhrase(by: TodayAsked['by'], name: string): string {
  switch (by) {
    case 'trial':
      return `your trial “${name}” asks for it`
    case 'series':
      return `it is next in “${name}”`
    case 'plan':
      return 'it is planned for today'
    case 'turn':
      return `it is ${name}’s turn`
    case 'form':
      return `this week is to have more of ${name}`
  }
}

/** What a part of the arc is practice of: "hardly any standing still". */
const PART_PRACTICE_WORDS: Record<ArcPart, string> = {
  arrive: 'arriving',
  loosen: 'loosening',
  wake: 'waking',
  work: 'work',
  stand: 'standing still',
  gather: 'gathering',
  settle: 'settling',
}
const SIDE_SHORT_WORDS: Record<Side, string> = {
  none: '',
  left: 'on the left',
  right: 'on the right',
  oneWay: 'one way',
  otherWay: 'the other way',
}

/** So many reasons are told. */
const MOST_REASONS = 3
/** The first reasons of an offer, each in words. */
export const reasonPhrases = ({ reasons }: Pick<TodayOffer, 'reasons'>, names: TodayNames): string[] =>
  reasons.slice(0, MOST_REASONS).map((reason) => reasonPhrase(reason, names))

/** Why a routine is offered: "done on 4 of the last six Tuesdays". */
export function reasonPhrase(reason: TodayReason, { nameOf, weekday }: TodayNames): string {
  switch (reason.kind) {
    case 'asked':
      return askedPhrase(reason.by, reason.name)
    case 'habit':
      return `done on ${reason.times} of the last 6 ${WEEKDAY_WORDS[weekday - 1]}s`
    case 'learning':
      return `you are learning ${listPhrase(reason.formIds.map(nameOf))}`
    case 'due':
      return [
        `${nameOf(reason.formIds[0]!)} was last practised ${agoPhrase(reason.days)}`,
        ...(reason.formIds.length > 1
          ? [`${reason.formIds.length - 1} more ${reason.formIds.length > 2 ? 'are' : 'is'} due`]
          : []),
      ].join(', and ')
    case 'areas':
      return `the last 7 days had little for ${listPhrase(reason.areas.map((area) => AREA_WORDS[area]))}`
    case 'short':
      return `${listPhrase(reason.areas.map((area) => AREA_WORDS[area]))} got less than the average area in the last 5 weeks`
    case 'parts':
      return `the last 7 days had hardly any ${listPhrase(reason.parts.map((part) => PART_PRACTICE_WORDS[part]))}`
    case 'sides':
      return `${listPhrase(reason.formIds.map(nameOf))} got less ${SIDE_SHORT_WORDS[reason.side]} in the last 7 days`
    case 'good':
      return `${outcomeName(reason.outcome)} was ${reason.outcome === 'pain' ? 'less' : 'better'} after ${withWhat(reason.formIds, nameOf)} in ${reason.better} of ${plural(reason.sessions, 'session')}, ${reason.outcome === 'pain' ? 'more' : 'worse'} in ${reason.worse}`
    case 'made':
      return 'made for this'
    case 'aim':
      return `${plural(Math.ceil(reason.minutes), 'minute')} are left of this week’s aim`
    case 'gentle':
      return 'it asks little'
    case 'wakes':
      return 'it has shaking, tapping or brushing'
    case 'back':
      return 'it moves the low back, without deep folds or strong turns'
    case 'seated':
      return 'it is done sitting'
    case 'evening':
      return 'it is for the end of the day'
    case 'recent':
      return `last done ${agoPhrase(reason.daysAgo)}`
    case 'new':
      return 'not done lately'
  }
}

/** Why a routine is not offered, or comes later. */
export function againstPhrase(against: TodayAgainst, { nameOf }: TodayNames): string {
  switch (against.kind) {
    case 'doneToday':
      return 'it was done today already'
    case 'repeated':
      return `it was done ${against.days} days running`
    case 'heavy':
      return 'it is hard on a tired day'
    case 'legs':
      return `with it the last 7 days ask ${percentPhrase(against.moreShare)} more of the legs than a usual week`
    case 'stirs':
      return 'it stirs too much for the evening'
    case 'forEvening':
      return 'it is for the end of the day'
    case 'unknownForm':
      return 'it has a form that is no longer here'
    case 'tooLong':
      return 'it is too long to be followed'
    case 'unclosed':
      return 'it would be left without its closing'
    case 'nothingLeft':
      return 'hardly anything of it would be left'
    case 'hurts':
      return `it works where it hurts: ${listPhrase(against.areas.map((area) => AREA_WORDS[area]))}`
    case 'notGood':
      return `in ${plural(against.sessions, 'session')} with ${withWhat(against.formIds, nameOf)} ${outcomeName(against.outcome)} went ${changedBy(against.outcome, against.gain)} on average, with others ${changedBy(against.outcome, against.othersGain)}`
    case 'leftOut':
      return `today it would go without ${listPhrase(against.formIds.map(nameOf))}`
    case 'cannotFit':
      return against.proven
        ? `with its closing kept it comes no nearer than ${durationPhrase(against.seconds)}`
        : `the nearest that was found with its closing kept is ${durationPhrase(against.seconds)}`
  }
}

/** An offer as it is read: `steps` is how many it is led in, `minutes` what was asked for. */
export const offerWords = (
  offer: Omit<TodayOffer, 'routine'> & { routine: { name: string } },
  steps: number,
  minutes: number | null,
  names: TodayNames,
): OfferWords => ({
  name: offer.routine.name,
  length: lengthPhrase(offer.seconds),
  steps: plural(steps, 'step'),
  reasons: reasonPhrases(offer, names),
  changed: changePhrase(offer, minutes, names),
})

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`

/** Why not a routine, in a sentence: what speaks against it, or only that others come before it. */
export function whyNotPhrase(against: readonly TodayAgainst[], names: TodayNames): string {
  if (against.length === 0) return 'Nothing speaks against it; more speaks for the others today.'
  return sentence(listPhrase(against.map((each) => againstPhrase(each, names))))
}

/** What an offer is other than planned; empty where nothing is. */
export function changePhrase(
  { refitted, milder, leftOut }: Pick<TodayOffer, 'refitted' | 'milder' | 'leftOut'>,
  minutes: number | null,
  { nameOf }: TodayNames,
): string {
  return [
    refitted && minutes !== null && `Fitted to ${plural(minutes, 'minute')}.`,
    milder.length > 0 && `In a milder version: ${listPhrase(milder.map(nameOf))}.`,
    leftOut.length > 0 && `Left out today: ${listPhrase(leftOut.map(nameOf))}.`,
  ]
    .filter(Boolean)
    .join(' ')
}

/** Why rest is an answer. */
export const REST_WORDS: Record<NonNullable<TodayJudgement['rest']>['why'], string> = {
  pain: 'With pain like that, rest is an answer. Pain that is new, sharp or stays is for a doctor.',
  lightHeaded: 'Sit or lie down until your head is clear. If it comes often, ask a doctor.',
  spent: 'Six days in a row or more, and tired: a day of rest is practice too.',
  doneToday: 'You have practised today. That may be enough.',
}
