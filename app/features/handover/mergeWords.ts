import { wallDay } from '#core/basics'
import type { Form } from '#core/forms'
import { ofMark, type ListName } from '#core/formats'
import { differingFields, type MergeItem } from '#core/merge'
import { wordsFor } from '~/shared/store/storedPerson'
import { CONDITION_WORDS } from '~/shared/words/body'
import { shortDayPhrase, timeOfDayPhrase } from '~/shared/words/time'

const SETTING_WORDS: Record<string, string> = {
  pace: 'my breath',
  rules: 'my style',
  dayEndsAtHour: 'the hour at which the day ends',
  restPlan: 'planned rest',
  sound: 'how it sounds',
  voice: 'what is said',
  resting: 'forms that I let rest',
  week: 'what is said of all weeks',
}

/** What a thing of a merge is, in words: its kind, and its name, form or day. */
export function mergeItemWords(
  { id, list, mine, becomes }: Pick<MergeItem, 'id' | 'list' | 'mine' | 'becomes'>,
  formsById: ReadonlyMap<string, Form>,
): string {
  const { itemId } = ofMark(id)
  if (list === 'settings') {
    const condition = /^condition:(.+)$/.exec(itemId)?.[1]
    if (condition) return `declared: ${CONDITION_WORDS[condition as keyof typeof CONDITION_WORDS] ?? condition}`
    return `the setting: ${SETTING_WORDS[itemId] ?? itemId}`
  }
  const item = (becomes ?? mine) as Record<string, unknown>
  const words = wordsFor(list, item)
  const form =
    typeof item.formId === 'string' && !('name' in item && list === 'forms') ? formsById.get(item.formId) : null
  if (form) return `${wordsFor(list)} “${form.name}”`
  // The hour distinguishes two sessions of the same name on one day.
  if (typeof item.startedAt === 'string' && typeof item.timeZone === 'string') {
    const { startedAt, timeZone } = item
    return `${words}, ${shortDayPhrase(wallDay(startedAt, timeZone, 0))}, ${timeOfDayPhrase(startedAt, timeZone)}`
  }
  const day = typeof item.day === 'string' ? item.day : ''
  return day ? `${words}, ${shortDayPhrase(day)}` : words
}

/** What may differ between two states of a thing, in words; of a field that nobody sees there are none. */
const FIELD_WORDS: Record<string, string> = {
  title: 'its name',
  name: 'its name',
  words: 'what I wrote',
  startedAt: 'when it began',
  endedAt: 'when it ended',
  before: 'how it felt before',
  after: 'how it felt after',
  exertion: 'how hard it was',
  recall: 'whether it went by heart',
  sensations: 'what I noticed',
  done: 'what was done',
  asides: 'what went otherwise',
  companions: 'who practised with me',
  planned: 'what was planned',
  practisedSeconds: 'how long it was',
  day: 'the day',
  time: 'the time of day',
  at: 'the hour',
  what: 'what is practised',
  minutes: 'the minutes',
  weekly: 'whether it comes every week',
  lastDay: 'its last day',
  why: 'why',
  stage: 'the stage',
  counts: 'how often',
  pace: 'the pace',
  manner: 'how it is done',
  bytes: 'the sound',
}
/** A state's field in a line: words and numbers as they are; null where that would say nothing to anybody. */
const shown = (value: unknown): string | null =>
  value === undefined || value === ''
    ? 'nothing'
    : typeof value === 'string' || typeof value === 'number'
      ? `“${value}”`
      : null

/** In what two states differ, in lines. */
export function differenceWords(one: unknown, other: unknown): string[] {
  const [here, there] = [one, other].map((each) => Object(each) as Record<string, unknown>)
  return differingFields(one, other).flatMap((field) => {
    const name = FIELD_WORDS[field]
    if (!name) return []
    const mine = shown(here![field])
    const theirs = shown(there![field])
    return mine && theirs && !field.endsWith('At') ? [`${name}: ${mine} stands, ${theirs} is kept`] : [name]
  })
}

export const MERGE_WORDS: Record<MergeItem['is'], { one: string; many: string }> = {
  comes: { one: 'comes in', many: 'come in: they are not here yet' },
  newer: { one: 'takes the newer state', many: 'take the newer state, which is theirs' },
  both: {
    one: 'changed on both: the newer stands, the other is kept',
    many: 'changed on both: the newer stands, the other is kept',
  },
  back: { one: 'comes back', many: 'come back: removed here, changed there' },
  removed: { one: 'goes', many: 'go: they were removed there' },
}
export const MERGE_KINDS = Object.keys(MERGE_WORDS) as MergeItem['is'][]

/** Lists in the order in which a person looks for something. */
export const LIST_NAMES: Record<ListName | 'settings', [one: string, many: string]> = {
  sessions: ['session', 'sessions'],
  routines: ['routine', 'routines'],
  forms: ['form', 'forms'],
  ways: ['way of a form', 'ways of forms'],
  settings: ['setting', 'settings'],
  series: ['series', 'series'],
  seasons: ['season', 'seasons'],
  trials: ['trial', 'trials'],
  planned: ['thing that is planned', 'things that are planned'],
  stages: ['stage of learning', 'stages of learning'],
  breathMeasures: ['measured breath', 'measured breaths'],
  recordings: ['recording', 'recordings'],
  routineVersions: ['earlier state of a routine', 'earlier states of routines'],
}
