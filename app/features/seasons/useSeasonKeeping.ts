import { v4 as newUuid } from 'uuid'
import { shallowRef } from 'vue'
import { addDays, weekday } from '#core/journal'
import { isLaidFor, weekAt, type Laid, type Planned, type Season, type WeekHour } from '#core/plan'
import { usePersonStore } from '~/shared/store/person'

const newId = () => newUuid()
/** What was removed last, to be taken back. */
const removed = shallowRef<{ season: Season; laid: Laid[] } | null>(null)

const lastDayOf = ({ startDay, weeks }: Season) => addDays(startDay, weeks * 7 - 1)

/** What is laid for a season: each of its hours every week, from today on. */
export function laidFor(season: Season, hours: readonly WeekHour[], today: string): Laid[] {
  const from = today > season.startDay ? today : season.startDay
  return hours.flatMap((hour): Laid[] => {
    const day = addDays(from, (hour.weekday - weekday(from) + 7) % 7)
    if (day > lastDayOf(season)) return []
    return [
      {
        ...{ id: newId(), kind: 'practice', day, time: hour.time, minutes: hour.minutes, changes: 0 },
        what: { kind: 'season', seasonId: season.id },
        weekly: { untilDay: lastDayOf(season), notOn: [] },
      },
    ]
  })
}

/** Keeping seasons together with what is laid for them in the weeks. */
export function useSeasonKeeping() {
  const person = usePersonStore()
  const laidOf = (season: Season) =>
    person.person.planned.filter((each: Planned): each is Laid => isLaidFor(each, season.id))

  /** Begin a season. True when it is kept. */
  async function begin(season: Season, hours: readonly WeekHour[]): Promise<boolean> {
    if (!(await person.putSeason(season))) return false
    for (const laid of laidFor(season, hours, person.today)) await person.putPlanned(laid)
    return true
  }
  /** So many weeks more, with what comes to its end coming in them too. */
  async function lengthen(season: Season, weeks: number) {
    const longer = { ...season, weeks: season.weeks + weeks }
    if (!(await person.putSeason(longer))) return
    for (const laid of laidOf(season))
      if (laid.weekly && laid.weekly.untilDay === lastDayOf(season))
        await person.putPlanned({
          ...laid,
          weekly: { ...laid.weekly, untilDay: lastDayOf(longer) },
          changes: laid.changes + 1,
        })
  }
  /** This week is its last, and nothing more is laid for it after today. */
  async function endHere(season: Season) {
    const weeks = Math.max(1, Math.min(season.weeks, weekAt(season, person.today) + 1))
    if (!(await person.putSeason({ ...season, weeks }))) return
    for (const laid of laidOf(season)) {
      if (laid.day > person.today) await person.remove('planned', laid.id)
      else if (laid.weekly)
        await person.putPlanned({
          ...laid,
          weekly: { ...laid.weekly, untilDay: person.today },
          changes: laid.changes + 1,
        })
    }
  }
  async function remove(season: Season) {
    const laid = laidOf(season)
    if (!(await person.remove('seasons', season.id))) return
    for (const { id } of laid) await person.remove('planned', id)
    removed.value = { season, laid }
  }
  async function takeBack() {
    if (!removed.value) return
    const { season, laid } = removed.value
    if (!(await person.putSeason(season))) return
    for (const each of laid) await person.putPlanned(each)
    removed.value = null
  }
  return { begin, lengthen, endHere, remove, removed, takeBack }
}
