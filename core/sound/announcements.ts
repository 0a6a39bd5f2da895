import { CHOICE_NOTES } from '../forms'
import {
  companionGroups,
  endSeconds,
  standingLegOf,
  type CompanionHere,
  type Occurrence,
  type Segment,
  type Timeline,
} from '../timeline'
import {
  formPhrase,
  PART_PHRASES,
  phrase,
  PHRASES,
  sidePhrases,
  STANCE_PHRASES,
  stagePhrase,
  STANDING_LEG_PHRASES,
  VERSION_PHRASES,
} from './phrases'
import type { Phrase } from './types'

/** Something to be said from a time on. */
export interface Utterance {
  atSeconds: number
  phrases: Phrase[]
}

/** After a bell the voice waits so long. Our choice. */
export const AFTER_BELL_SECONDS = 0.6

/**
 * The announcement of a form: what comes, in which part, stance and side. It begins with so much lead time that it is over before the
 * stance has to be changed, as far as the exercise before it allows. Null where the form flows on without a word.
 */
export function announcementOf(
  timeline: Timeline,
  occurrence: Occurrence,
  secondsOf: (phrases: Phrase[]) => number,
): Utterance | null {
  const { segments, occurrences } = timeline
  const before = occurrences[occurrence.index - 1]
  const own = segments.filter((segment) => segment.occurrence === occurrence.index)
  const announce = own[0]
  if (!announce || occurrence.announce === 'none') return null
  if (occurrence.announce === 'name') {
    const atSeconds = occurrence.bodyStartSeconds
    const others = companionPhrases(occurrence, before)
    return { atSeconds, phrases: [formPhrase(occurrence), ...sidePhrases(announce), ...others] }
  }
  if (occurrence.announce !== 'foretold' && announce.kind !== 'announce') return null
  const stanceChange = own.find(
    ({ kind, startSeconds }) => kind === 'stanceChange' && startSeconds < occurrence.bodyStartSeconds,
  )
  const isSaid = occurrence.stage !== 'whole' && occurrence.stage !== 'seated'
  const phrases = [
    ...(before ? [phrase(PHRASES.next)] : []),
    ...(before?.part !== occurrence.part ? [phrase(PART_PHRASES[occurrence.part])] : []),
    formPhrase(occurrence),
    ...(isSaid ? [phrase(stagePhrase(occurrence.stage))] : []),
    ...(!before || stanceChange || occurrence.stage === 'seated' ? [phrase(STANCE_PHRASES[occurrence.stance])] : []),
    ...versionPhrases(occurrence, before),
    ...notePhrases(occurrence, before),
    ...companionPhrases(occurrence, before),
    ...sidePhrases(announce),
    ...standingLeg(announce, occurrence),
  ]
  const isForetold = occurrence.announce === 'foretold'
  const dueSeconds =
    stanceChange?.startSeconds ?? (isForetold ? occurrence.bodyStartSeconds : endSeconds(timeline, announce))
  const earliestSeconds = !before ? 0 : before.bodyStartSeconds + (before.isBetween ? 0 : before.bodySeconds)
  const wantedSeconds = Math.min(announce.startSeconds + AFTER_BELL_SECONDS, dueSeconds - secondsOf(phrases))
  return { atSeconds: Math.max(earliestSeconds, wantedSeconds), phrases }
}

/** The version in which it is done, unless the one before was done so too; that one sits is said with the stance. */
function versionPhrases({ version }: Occurrence, before: Occurrence | undefined): Phrase[] {
  return version && version !== 'seated' && before?.version !== version ? [phrase(VERSION_PHRASES[version])] : []
}

/** How each of those who practise with me does it, where that is not as it was: their names, and sitting, holding on, or resting. */
function companionPhrases({ companions, formStance }: Occurrence, before: Occurrence | undefined): Phrase[] {
  const was = (name: string) => before?.companions.find((each) => each.name === name)?.version ?? 'plain'
  const changed = companions
    .filter(({ name, version }) => version !== was(name))
    .map((each) => ({ ...each, change: '' }))
  return companionGroups(changed).flatMap(({ names, version }) => {
    const sat = names.every((name) => was(name) === 'seated' || was(name) === 'rests')
    return [...names.map(phrase), phrase(companionWords(version, sat && formStance !== 'seated'))]
  })
}
function companionWords(version: CompanionHere['version'], standsUp: boolean): string {
  if (version === 'plain') return standsUp ? PHRASES.standUp : PHRASES.wholeMovement
  if (version === 'rests') return PHRASES.rest
  return version === 'seated' ? STANCE_PHRASES.seated : VERSION_PHRASES[version]
}

/**
 * What the versions of those who practise with me change in a form, said as it begins: "Mira, only the arms rise and sink". Null where
 * nothing is changed, or it is no longer news: the form was done before, or the same was so in the form just before it.
 */
export function companionChanges({ occurrences }: Timeline, occurrence: Occurrence): Utterance | null {
  const isNews = !occurrences.slice(0, occurrence.index).some(({ formId }) => formId === occurrence.formId)
  const before = occurrences[occurrence.index - 1]?.companions ?? []
  const isSo = ({ name, change }: CompanionHere) => before.some((each) => each.name === name && each.change === change)
  const phrases = companionGroups(occurrence.companions.filter((each) => !isSo(each))).flatMap(({ names, change }) =>
    change ? [...names.map(phrase), phrase(change)] : [],
  )
  return isNews && phrases.length > 0 ? { atSeconds: occurrence.bodyStartSeconds + AFTER_BELL_SECONDS, phrases } : null
}

/** The leg that stands, where one does: a side alone does not tell. */
function standingLeg(segment: Pick<Segment, 'saidSide'>, { sideNames }: Occurrence): Phrase[] {
  const leg = standingLegOf(segment.saidSide, sideNames)
  return leg ? [phrase(STANDING_LEG_PHRASES[leg])] : []
}

/** What the choices say of breath and eyes, where that was not so before. */
function notePhrases({ spokenNotes }: Occurrence, before: Occurrence | undefined): Phrase[] {
  return CHOICE_NOTES.filter((note) => spokenNotes.includes(note) && !before?.spokenNotes.includes(note)).map(phrase)
}

/** The announcement of a change of sides, over before the second side begins where there is time for it. */
export function sideAnnouncement(
  segment: Segment,
  occurrence: Occurrence,
  secondsOf: (phrases: Phrase[]) => number,
): Utterance {
  const phrases = [phrase(PHRASES.changeSides), ...sidePhrases(segment), ...standingLeg(segment, occurrence)]
  const spareSeconds = segment.lengthSeconds - secondsOf(phrases) - AFTER_BELL_SECONDS
  return { atSeconds: segment.startSeconds + Math.min(0, spareSeconds) + AFTER_BELL_SECONDS, phrases }
}
