import { Temporal } from 'temporal-polyfill'
import type { Form } from '../forms'
import { addDays, FEELING_SCALES, NOT_SAID, practiceDay, weekday, type Felt } from '../journal'
import type { ReadingFor } from './countText'
import { readStep } from './stepText'

/** What a line says of a practice done elsewhere. */
export interface ElsewhereLine {
  title: string
  /** The date (YYYY-MM-DD) and time (HH:MM) by the clock where I am. */
  day: string
  time: string
  minutes: number | null
  after: Felt
  exertion: number | null
  forms: { form: Form; count: number }[]
  words: string
  /** Parts of the line that were not understood and must be asked for. */
  asks: ('day' | 'minutes' | 'felt')[]
}

/** Where and when the line is written. */
export interface WrittenAt extends ReadingFor {
  /** Milliseconds since 1970. */
  nowMs: number
  timeZone: string
  dayEndsAtHour: number
  /** HH:MM at which I usually practise: what stands where another day is named without a time. */
  usualTime: string
  /** The practice day that is meant where the line names none; today where it is left out. */
  onDay?: string
  forms: readonly Form[]
}

/** Times of day in words. Our choice. */
const TIMES: Record<string, string> = {
  morning: '07:30',
  noon: '12:00',
  midday: '12:00',
  afternoon: '15:00',
  evening: '18:30',
  night: '21:00',
}
const WEEKDAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday']
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const NUMBERS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']
const number = (word: string) =>
  /^\d/.test(word) ? Number(word.replace(',', '.')) : NUMBERS.indexOf(word.toLowerCase()) + 1
const MONTH = `(${MONTHS.join('|')})[a-z]*`
/** As sure as this, a few words are a form, and not a line of words. Our choice. */
const SURE_SHARE = 0.6

/** A text from which what was understood is taken away, piece by piece. */
function taker(text: string) {
  let rest = text
  return {
    take(pattern: RegExp): RegExpExecArray | null {
      const read = pattern.exec(rest)
      if (read) rest = `${rest.slice(0, read.index)} ${rest.slice(read.index + read[0].length)}`
      return read
    },
    /** The same, but only of the first piece or of a short one: a longer one is a line of words, and stays as it is. */
    takeWord(pattern: RegExp): RegExpExecArray | null {
      const read = pattern.exec(rest)
      if (!read) return null
      const begins = Math.max(rest.lastIndexOf(',', read.index), rest.lastIndexOf(';', read.index))
      const piece = rest.slice(begins + 1).split(/[,;]/)[0]!
      return begins < 0 || piece.trim().split(/\s+/).length <= SHORT_WORDS ? this.take(pattern) : null
    },
    rest: () => rest,
  }
}
/** So many words are no sentence. Our choice. */
const SHORT_WORDS = 4
type Taker = ReturnType<typeof taker>

/**
 * Read "class 60 min yesterday 18:30, felt 4": what it was, how long (null where that is not said), when, how it felt after and how hard
 * it was, forms and words. What is not understood stands in the title, or after a comma in the words; nothing is lost. A day without a
 * time has the usual one; today without a time ended just now.
 */
export function readElsewhereLine(text: string, at: WrittenAt): ElsewhereLine {
  const line = taker(text.slice(0, 1000))
  const words = [line.take(/["“]([^"”]*)["”]/)?.[1] ?? '']
  const { after, exertion, isUnclear } = feltOf(line)
  const minutes = minutesOf(line)
  const saidDate = dateOf(line, at)
  const date = saidDate ?? at.onDay ?? null
  const time = timeOf(line)
  const [head = '', ...others] = line
    .rest()
    .split(/[,;]/)
    .map((piece) =>
      piece
        .replace(/\s+/g, ' ')
        .trim()
        .replace(/^(?:at|on|for|and|with|in the|of)\b ?|[ .:–-]+$|^[ .:–-]+/gi, '')
        .trim(),
    )
  const forms: ElsewhereLine['forms'] = []
  const alone = formOf(head, at)
  if (alone) forms.push(alone)
  for (const piece of others) {
    const form = formOf(piece, at)
    if (form) forms.push(form)
    else words.push(piece)
  }
  const title = (alone?.form.name || head || 'Practice').slice(0, 120).trim()
  return {
    title: title[0]!.toUpperCase() + title.slice(1),
    ...whenOf(date, time, minutes, at),
    minutes,
    after,
    exertion,
    forms,
    words: words.filter(Boolean).join(', '),
    asks: [
      ...(saidDate === null && NAMES_DAY.test(line.rest()) ? (['day'] as const) : []),
      ...(minutes === null || NAMES_LENGTH.test(line.rest()) ? (['minutes'] as const) : []),
      ...(isUnclear ? (['felt'] as const) : []),
    ],
  }
}
/** Words of a day or a length that were not understood. */
const NAMES_DAY =
  /\b(?:(?:mon|tues?|wednes|thurs?|fri|satur|sun)day|yesterday|week(?:s|end)? ago|days? ago|last (?:week|night|month)|fortnight)\b/i
const NAMES_LENGTH = /\b(?:hours?|minutes?|mins?|quarters?)\b/i

/** "calm 3" says it of one scale; of which "felt 4" says it nobody knows: it stays in the words, and is asked. */
function feltOf(line: Taker): Pick<ElsewhereLine, 'after' | 'exertion'> & { isUnclear: boolean } {
  const after = { ...NOT_SAID }
  for (const scale of FEELING_SCALES) {
    const said = line.take(new RegExp(`\\b(?:felt )?${scale}(?: of body)? ([1-5])\\b`, 'i'))
    if (said) after[scale] = Number(said[1])
  }
  const hard = line.take(/\b(?:effort|exertion|how hard|hard) (10|\d)(?: of 10|\/10)?\b/i)
  const isUnclear = /\b(?:felt|feeling) (?:10|\d)\b/i.test(line.rest())
  return { after, exertion: hard ? Number(hard[1]) : null, isUnclear }
}

function minutesOf(line: Taker): number | null {
  const part = line.take(/\b(half|(?:a )?quarter of|three[- ]quarters of) (?:an|one) hour\b/i)
  if (part) return partMinutes(part[1])
  const spoken = line.take(SPOKEN_HOURS)
  if (spoken) return number(spoken[1]!.replace(/^an?$/i, 'one')) * 60 + partMinutes(spoken[2])
  const hours = line.take(/\b(\d+(?:[.,]\d+)?) ?(?:hours?|hrs?|h)(?: ?(?:and )?([0-5]?\d) ?(?:minutes?|mins?|m)?)?\b/i)
  if (hours) return Math.round(number(hours[1]!) * 60) + Number(hours[2] ?? 0)
  const minutes = line.take(/\b(\d+(?:[.,]\d+)?) ?(?:minutes?|mins?|m)\b/i)
  return minutes ? number(minutes[1]!) : null
}

/** "an hour", "two hours and a quarter", "an hour and twenty minutes". */
const SPOKEN_HOURS = new RegExp(
  `\\b(an?|${NUMBERS.join('|')}) hours?(?:,? (?:and )?(a half|half|(?:a )?quarter|three[- ]quarters|(?:\\d+|${[...NUMBERS, 'twenty', 'thirty', 'forty'].join('|')})(?= ?(?:minutes?|mins?|m)\\b))(?: ?(?:minutes?|mins?|m)\\b)?)?\\b`,
  'i',
)
const TENS: Record<string, number> = { twenty: 20, thirty: 30, forty: 40 }
/** A part of an hour in words, in minutes. */
function partMinutes(words: string | undefined): number {
  if (!words) return 0
  if (/three/i.test(words) && /quarter/i.test(words)) return 45
  if (/half/i.test(words)) return 30
  if (/quarter/i.test(words)) return 15
  return TENS[words.toLowerCase()] ?? number(words)
}

/** A date that is said, and null where none is. */
function dateOf(line: Taker, at: WrittenAt): string | null {
  const today = practiceDay(new Date(at.nowMs).toISOString(), at.timeZone, at.dayEndsAtHour)
  const iso = line.take(/\b(\d{4})-(\d{1,2})-(\d{1,2})\b/)
  if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]))
  const dotted = line.take(/\b(\d{1,2})\.(\d{1,2})\.(\d{4})?/)
  if (dotted) return dated(Number(dotted[1]), Number(dotted[2]), dotted[3], today)
  const dayFirst = line.take(
    new RegExp(`\\b(?:on )?(?:the )?(\\d{1,2})(?:st|nd|rd|th)?(?: of)? ${MONTH}\\b\\.?(?: (\\d{4}))?`, 'i'),
  )
  if (dayFirst) return dated(Number(dayFirst[1]), monthOf(dayFirst[2]!), dayFirst[3], today)
  const monthFirst = line.take(new RegExp(`\\b(?:on )?${MONTH}\\.? (\\d{1,2})(?:st|nd|rd|th)?\\b(?:,? (\\d{4}))?`, 'i'))
  if (monthFirst) return dated(Number(monthFirst[2]), monthOf(monthFirst[1]!), monthFirst[3], today)
  if (line.takeWord(/\b(?:the )?day before yesterday\b/i)) return addDays(today, -2)
  if (line.takeWord(/\byesterday\b/i)) return addDays(today, -1)
  if (/\blast night\b/i.test(line.rest())) return line.takeWord(/\blast(?= night)/i) && addDays(today, -1)
  const ago = line.take(new RegExp(`\\b(\\d+|${NUMBERS.join('|')}) (days?|weeks?) ago\\b`, 'i'))
  if (ago) return addDays(today, -number(ago[1]!) * (ago[2]!.toLowerCase().startsWith('week') ? 7 : 1))
  const named = line.takeWord(
    new RegExp(
      `\\b(?:on )?(last )?(${WEEKDAYS.map((name) => `${name.slice(0, 3)}(?:${name.slice(3)})?`).join('|')}|tues|thurs?)\\b( before last)?`,
      'i',
    ),
  )
  const lastWeek = line.takeWord(/\blast week(?:'s|’s)?/i)
  if (named) {
    const wanted = WEEKDAYS.findIndex((name) => name.startsWith(named[2]!.toLowerCase().slice(0, 3))) + 1
    if (lastWeek) return addDays(today, wanted - weekday(today) - 7)
    const back = (weekday(today) - wanted + 7) % 7
    return addDays(today, -(back === 0 && named[1] ? 7 : back) - (named[3] ? 7 : 0))
  }
  if (lastWeek) return addDays(today, -7)
  return line.takeWord(/\btoday\b|\bthis(?= morning| afternoon| evening)/i) ? today : null
}
const monthOf = (word: string) => MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1
function dayOf(year: number, month: number, day: number): string | null {
  try {
    return Temporal.PlainDate.from({ year, month, day }, { overflow: 'reject' }).toString()
  } catch {
    return null
  }
}
/** A day and month without a year is the last one that has been. */
function dated(day: number, month: number, year: string | undefined, today: string): string | null {
  if (year) return dayOf(Number(year), month, day)
  const thisYear = Number(today.slice(0, 4))
  const here = dayOf(thisYear, month, day)
  return here && here <= today ? here : dayOf(thisYear - 1, month, day)
}

/** HH:MM; null where no time is said. */
function timeOf(line: Taker): string | null {
  const clock = line.take(/\b(?:at |from )?([01]?\d|2[0-3])[:.h]([0-5]\d) ?(am|pm)?\b/i)
  if (clock) return clockTime(Number(clock[1]), Number(clock[2]), clock[3])
  const half = line.take(/\b(?:at |from )?(1[0-2]|[1-9]) ?(am|pm)\b/i)
  if (half) return clockTime(Number(half[1]), 0, half[2])
  const whole = line.take(/\bat ([01]?\d|2[0-3])\b(?! ?(?:min|m\b|h\b|hour))/i)
  if (whole) return clockTime(Number(whole[1]), 0, undefined)
  const said = line.takeWord(
    new RegExp(`\\b(?:in the |at )?(${Object.keys(TIMES).join('|')})\\b(?! class| practice| group)`, 'i'),
  )
  if (said) return TIMES[said[1]!.toLowerCase()]!
  // The evening class was in the evening, and keeps its name.
  const named = new RegExp(`\\b(${Object.keys(TIMES).join('|')}) (?:class|practice|group)\\b`, 'i').exec(line.rest())
  return named ? TIMES[named[1]!.toLowerCase()]! : null
}
function clockTime(hour: number, minute: number, half: string | undefined): string {
  const isAfternoon = half?.toLowerCase() === 'pm'
  const hours = half ? (hour % 12) + (isAfternoon ? 12 : 0) : hour
  return `${String(hours).padStart(2, '0')}:${String(minute).padStart(2, '0')}`
}

/** The day and time on the clock. A time before the day's end is that of the night after the day that is named. */
function whenOf(date: string | null, time: string | null, minutes: number | null, at: WrittenAt) {
  const now = Temporal.Instant.fromEpochMilliseconds(at.nowMs).toZonedDateTimeISO(at.timeZone)
  const today = practiceDay(new Date(at.nowMs).toISOString(), at.timeZone, at.dayEndsAtHour)
  if (time === null && (date === null || date === today)) {
    const began = now.subtract({ minutes: Math.round(minutes ?? 0) })
    return { day: began.toPlainDate().toString(), time: began.toPlainTime().toString({ smallestUnit: 'minute' }) }
  }
  const clock = time ?? at.usualTime
  const onClock = (day: string) => (Number(clock.slice(0, 2)) < at.dayEndsAtHour ? addDays(day, 1) : day)
  const day = onClock(date ?? today)
  const isAhead = `${day}T${clock}` > now.toPlainDateTime().toString({ smallestUnit: 'minute' })
  // A time alone that is still to come today was yesterday's.
  return { day: date === null && isAhead ? addDays(day, -1) : day, time: clock }
}

/** A few words that name a form surely, with its count. */
function formOf(piece: string, at: WrittenAt): ElsewhereLine['forms'][number] | null {
  if (piece.length < 3) return null
  const read = readStep(piece, at.forms, null, () => 'elsewhere', at)
  if (!read || read.share < SURE_SHARE) return null
  const form = at.forms.find(({ id }) => id === read.step.formId)!
  return { form, count: read.step.count }
}
