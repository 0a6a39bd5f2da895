import { v4 as newUuid } from 'uuid'
import { shallowRef } from 'vue'
import { addDays, weekday } from '#core/journal'
import { isPlannedFor, weekAt, type PlannedSession, type Planned, type Season, type WeekHour } from '#core/plan'
import { useJournalStore } from '~/shared/store/journal'
import { usePlanStore } from '~/shared/store/plan'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { deletionOf, stateOf } from '~/shared/store/saving'

const newId = () => newUuid()
/** What was removed last, to be taken back. */
const removed = shallowRef<{ season: Season; laid: PlannedSession[] } | null>(null)

const lastDayOf = ({ startDay, weeks }: Season) => addDays(startDay, weeks * 7 - 1)

/** What is laid for a season: each of its hours every week, from today on. */
export function laidFor(season: Season, hours: readonly WeekHour[], today: string): PlannedSession[] {
  const from = today > season.startDay ? today : season.startDay
  return hours.flatMap((hour): PlannedSession[] => {
    const day = addDays(from, (hour.weekday - weekday(from) + 7) % 7)
    if (day > lastDayOf(season)) return []
    return [
      {
        id: newId(),
        kind: 'practice',
        day,
        time: hour.time,
        minutes: hour.minutes,
        changes: 0,
        what: { kind: 'season', seasonId: season.id },
        weekly: { untilDay: lastDayOf(season), notOn: [] },
      },
    ]
  })
}

const withUntilDay = (laid: PlannedSession, untilDay: string): PlannedSession => ({
  ...laid,
  weekly: { ...laid.weekly!, untilDay },
  changes: laid.changes + 1,
})

/** Keeping seasons together with what is laid for them in the weeks. */
export function useSeasonKeeping() {
  const workspace = useWorkspaceStore()
  const journal = useJournalStore()
  const plan = usePlanStore()
  const laidOf = (season: Season) =>
    plan.planned.filter((each: Planned): each is PlannedSession => isPlannedFor(each, season.id))

  const plannedStates = (planned: readonly Planned[]) => planned.map((each) => stateOf('planned', each))

  /** Begin a season. True when it is stored with all of its planned sessions. */
  const begin = (season: Season, hours: readonly WeekHour[]): Promise<boolean> =>
    workspace.change([stateOf('seasons', season), ...plannedStates(laidFor(season, hours, journal.today))])
  /** So many weeks more, with what comes to its end coming in them too. */
  async function lengthen(season: Season, weeks: number) {
    const longer = { ...season, weeks: season.weeks + weeks }
    const untilItsEnd = laidOf(season).filter(({ weekly }) => weekly?.untilDay === lastDayOf(season))
    const planned = untilItsEnd.map((laid) => withUntilDay(laid, lastDayOf(longer)))
    await workspace.change([stateOf('seasons', longer), ...plannedStates(planned)])
  }
  /** This week is its last, and nothing more is laid for it after today. */
  async function endHere(season: Season) {
    const weeks = Math.max(1, Math.min(season.weeks, weekAt(season, journal.today) + 1))
    const laid = laidOf(season)
    const later = laid.filter(({ day }) => day > journal.today)
    const weekly = laid.filter((each) => each.weekly && !later.includes(each))
    await workspace.change([
      stateOf('seasons', { ...season, weeks }),
      ...later.map(({ id }) => deletionOf('planned', id)),
      ...plannedStates(weekly.map((each) => withUntilDay(each, journal.today))),
    ])
  }
  async function remove(season: Season) {
    const laid = laidOf(season)
    const deletions = laid.map(({ id }) => deletionOf('planned', id))
    if (await workspace.change([deletionOf('seasons', season.id), ...deletions])) removed.value = { season, laid }
  }
  async function takeBack() {
    if (!removed.value) return
    const { season, laid } = removed.value
    if (await workspace.change([stateOf('seasons', season), ...plannedStates(laid)])) removed.value = null
  }
  return { begin, lengthen, endHere, remove, removed, takeBack }
}
