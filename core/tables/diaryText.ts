import ical, { ICalCalendarMethod } from 'ical-generator'
import { dayOf, type SessionRecord } from '../journal'

/** Words as they stand in Markdown: nothing of them is taken for its signs, and no line begins anything. */
export const plainMarkdown = (words: string): string =>
  words
    .replace(/[\\`*_{}[\]<>#|!~&]/g, '\\$&')
    .replace(/^(\s*)([-+=]|\d+[.)])/gm, '$1\\$2')
    .replace(/\r?\n/g, '  \n')

/** What the diary says in words, so that it speaks as the screens do. */
export interface DiaryWords {
  day: (day: string) => string
  time: (session: SessionRecord) => string
  length: (seconds: number) => string
  /** How many of a form, with the unit. */
  counts: (step: SessionRecord['done'][number]) => string
  felt: (session: SessionRecord) => string[]
}

/** The journal as a diary to read: a heading for each practice day, latest last. */
export function writeDiary(sessions: readonly SessionRecord[], dayEndsAtHour: number, words: DiaryWords): string {
  const days = new Map<string, SessionRecord[]>()
  for (const session of [...sessions].sort((one, other) => one.startedAt.localeCompare(other.startedAt))) {
    const day = dayOf(session, dayEndsAtHour)
    days.set(day, [...(days.get(day) ?? []), session])
  }
  const text = [...days].map(([day, there]) => {
    const entries = there.map((session) => {
      const forms = session.done
        .filter(({ outcome }) => outcome !== 'skipped')
        .map((step) => `${step.formName} ${words.counts(step)}`)
      return [
        `**${plainMarkdown(session.title)}**, ${words.time(session)}, ${words.length(session.practisedSeconds)}`,
        forms.length > 0 ? plainMarkdown(forms.join(', ')) : '',
        plainMarkdown(words.felt(session).join('; ')),
        session.words ? `> ${plainMarkdown(session.words).replaceAll('\n', '\n> ')}` : '',
      ]
        .filter(Boolean)
        .join('\n\n')
    })
    return `## ${words.day(day)}\n\n${entries.join('\n\n')}`
  })
  return `# Practice diary\n\n${text.join('\n\n')}\n`
}

/** Sessions as a calendar (RFC 5545), each an event at its time, with its words. */
export function writeCalendar(sessions: readonly SessionRecord[], length: (seconds: number) => string): string {
  const calendar = ical({
    name: 'Practice',
    prodId: { company: 'Pebblebrook', product: 'Journal' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const session of sessions) {
    calendar.createEvent({
      id: `${session.id}@pebblebrook`,
      start: new Date(session.startedAt),
      end: new Date(session.endedAt),
      stamp: new Date(session.endedAt),
      summary: session.title,
      description: [length(session.practisedSeconds), session.words].filter(Boolean).join('\n'),
    })
  }
  return calendar.toString()
}
