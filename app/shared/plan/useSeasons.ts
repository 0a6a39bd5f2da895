import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { latestStages } from '#core/forms'
import {
  latelyOf,
  isPlannedFor,
  seasonPlan,
  seasonSessionOn,
  type Season,
  type SeasonDay,
  type SeasonRequest,
} from '#core/plan'
import { addDays, weekStart } from '#core/journal'
import type { Routine } from '#core/routine'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { useSettingsStore } from '~/shared/store/settings'
import { inOrderOfNames } from '~/shared/words/order'
import { plainCopy } from '~/shared/store/plainCopy'
import type { TodaySetting } from './planRequests'
import { settingNow, askPlanner } from './planWorker'
import { possibleNow } from './possible'
import { useKept } from './useKept'
import { usePlan } from './usePlan'

/** What is open today or comes next is looked for in so many weeks. */
const WEEKS_AHEAD = 2

/** My seasons: where each stands, and the session that is next in it. */
export function useSeasons() {
  const library = useLibraryStore()
  const journal = useJournalStore()
  const plan = usePlanStore()
  const { settings } = useSettingsStore()
  const { openToday, weekFrom } = usePlan()
  const { keptById, learnedIds, longestStill } = useKept()

  const requestOf = (season: Season, planned = plan.planned): SeasonRequest => ({
    season,
    planned,
    sessions: journal.sessions,
    stages: library.stages,
    forms: library.formsById,
    isPossible: possibleNow(),
    today: journal.today,
    dayEndsAtHour: settings.dayEndsAtHour,
  })
  const planOf = (season: Season) => seasonPlan(requestOf(season))
  const seasons = computed(() =>
    [...plan.seasons].sort((one, other) => other.startDay.localeCompare(one.startDay) || inOrderOfNames(one, other)),
  )

  /** The day of a season that is next: open today, or the first that is laid ahead; null where nothing is. */
  function nextDay(season: Season): SeasonDay | null {
    const open = openToday.value.find(({ laid }) => isPlannedFor(laid, season.id))
    if (open) return { day: journal.today, minutes: open.laid.minutes }
    const monday = weekStart(journal.today < season.startDay ? season.startDay : journal.today)
    for (let week = 0; week < WEEKS_AHEAD; week += 1) {
      const next = weekFrom(addDays(monday, 7 * week))
        .flatMap(({ practice }) => practice)
        .find(({ laid, state }) => state === 'ahead' && isPlannedFor(laid, season.id))
      if (next) return { day: next.day, minutes: next.laid.minutes }
    }
    return null
  }
  /** What the next session of a season is for; today's, where nothing more is laid. */
  const nextSession = (season: Season) =>
    seasonSessionOn(requestOf(season), nextDay(season) ?? { day: journal.today, minutes: null })

  const setting = computed(settingNow)
  const running = computed(() =>
    seasons.value.filter(({ startDay, weeks }) => addDays(startDay, weeks * 7) > journal.today),
  )
  const asked = computed(() =>
    running.value.flatMap((season) => {
      const session = nextSession(season)
      return session ? [{ season, session }] : []
    }),
  )
  /** The session that is next in each season that runs, once it has been made; null where none can be. */
  const routines = shallowRef<ReadonlyMap<string, Routine | null>>(new Map())
  /** Whether that has been tried for what is asked now. */
  const isSettled = ref(false)
  let turn = 0
  let before: [setting: TodaySetting | null, ask: string] = [null, '']
  watch(
    [asked, setting],
    async () => {
      const mine = (turn += 1)
      if (asked.value.length === 0) {
        if (routines.value.size > 0) routines.value = new Map()
        before = [null, '']
        isSettled.value = true
        return
      }
      const ask = {
        stages: Object.fromEntries(latestStages(library.stages)),
        kept: keptById.value,
        learnedIds: learnedIds.value,
        longestStillSeconds: longestStill.value,
        lately: latelyOf(journal.sessions, library.forms, journal.today, settings.dayEndsAtHour),
        today: journal.today,
      }
      const now = JSON.stringify([asked.value, ask])
      if (now === before[1] && setting.value === before[0]) return
      before = [setting.value, now]
      isSettled.value = false
      const made = new Map<string, Routine | null>()
      for (const { season, session } of asked.value) {
        const routine = await askPlanner(setting.value, (remote) =>
          remote.season(plainCopy(season), plainCopy(session), plainCopy(ask)),
        ).catch(() => undefined)
        if (mine !== turn) return
        if (routine !== undefined) made.set(season.id, routine)
        else before = [null, '']
      }
      routines.value = made
      isSettled.value = true
    },
    { immediate: true },
  )
  onScopeDispose(() => (turn += 1))
  /** What can be followed of them. */
  const sessionRoutines = computed(() => [...routines.value.values()].filter((routine) => routine !== null))
  return { seasons, requestOf, planOf, nextDay, nextSession, routines, sessionRoutines, isSettled, setting }
}
