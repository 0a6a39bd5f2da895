import { v4 as newUuid } from 'uuid'
import { computed, ref, watch } from 'vue'
import { allowedCounts, usualCount, type Form } from '#core/forms'
import { addDays, rulesOn, weekday, weekStart } from '#core/journal'
import {
  hoursFor,
  SEASON_LIMITS,
  seasonPlan,
  type DayTime,
  type Season,
  type SeasonGoal,
  type SeasonKind,
} from '#core/plan'
import type { Purpose } from '#core/compose'
import { possibleNow } from '~/shared/plan/possible'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { usePlan } from '~/shared/plan/usePlan'
import { useSeasons } from '~/shared/plan/useSeasons'
import { PURPOSE_WORDS } from '~/shared/words/practice'
import { laidFor } from './useSeasonKeeping'

/** So often a week where nobody says. Our choice. */
const USUAL_TIMES: Record<SeasonKind, number> = { learn: 4, grow: 4, purpose: 5 }
/** A week that is missed has room; a new form a week, and two for them to settle, is enough for most. Our choice. */
const SPARE_WEEKS = 1
const SETTLE_WEEKS = 2
/** What has no end by itself goes on for so long. Our choice. */
const USUAL_WEEKS = 8
/** With fewer days left in this week than so many, the next one is the first. Our choice. */
const LEAST_DAYS_LEFT = 4
const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** A season that is being thought of: what is chosen, what follows from it where nothing is, and how it would go. */
export function useSeasonDraft() {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const journal = useJournalStore()
  const planStore = usePlanStore()
  const { settings } = useSettingsStore()
  const isPossible = possibleNow()
  const { rules } = usePlan()
  const { requestOf } = useSeasons()
  const id = `season-${newUuid()}`

  const kind = ref<SeasonKind>('learn')
  const setName = ref<string | null>('The eight pieces')
  const chosenIds = ref<string[]>([])
  const stage = ref<(SeasonGoal & { kind: 'learn' })['stage']>('fromMemory')
  const formId = ref<string | undefined>()
  const from = ref(1)
  const to = ref(1)
  const purpose = ref<Purpose>('evening')
  /** A field that was emptied says nothing. */
  const minutes = ref<{ from: number | null; to: number | null }>({ from: 8, to: 15 })

  const sets = computed(() => {
    const found = new Map<string, Form[]>()
    for (const form of library.forms)
      if (form.set) found.set(form.set.name, [...(found.get(form.set.name) ?? []), form])
    return [...found]
      .filter(([, forms]) => forms.length > 1)
      .map(([name, forms]) => ({ name, forms: forms.sort((one, other) => one.set!.place - other.set!.place) }))
  })
  watch(
    setName,
    (name) => {
      const set = sets.value.find((each) => each.name === name)
      if (set) chosenIds.value = set.forms.filter((form) => isPossible(form.id)).map((form) => form.id)
    },
    { immediate: true },
  )
  const form = computed(() => (formId.value === undefined ? undefined : library.formsById.get(formId.value)))
  watch(form, (now) => {
    if (!now) return
    const amounts = allowedCounts(now)
    const done = doneOf(now)
    from.value = amounts.findLast((amount) => amount <= done) ?? amounts[0]!
    to.value = amounts.at(-1)!
  })
  /** What of a form was done last; its usual count where it was not. */
  function doneOf(of: Form): number {
    for (const { done } of journal.sessions) {
      const step = done.find((each) => each.formId === of.id && each.outcome === 'done')
      const count = step && Math.max(0, ...step.counts.map((each) => each.count))
      if (count) return of.sides !== 'none' && of.countScope === 'inAll' ? count * 2 : count
    }
    return usualCount(of)
  }

  const goal = computed<SeasonGoal | null>(() => {
    if (kind.value === 'learn')
      return chosenIds.value.length === 0 ? null : { kind: 'learn', formIds: chosenIds.value, stage: stage.value }
    if (kind.value === 'purpose') {
      const { from: fromMinutes, to: toMinutes } = minutes.value
      return fromMinutes && toMinutes ? { kind: 'purpose', purpose: purpose.value, fromMinutes, toMinutes } : null
    }
    return form.value && from.value < to.value
      ? { kind: 'grow', formId: form.value.id, from: from.value, to: to.value }
      : null
  })

  const nameSaid = ref<string | null>(null)
  const name = computed({
    get: () => nameSaid.value ?? nameFor(goal.value),
    set: (value) => (nameSaid.value = value),
  })
  function nameFor(of: SeasonGoal | null): string {
    if (of?.kind === 'grow') return form.value?.name ?? ''
    if (of?.kind === 'purpose') return capital(PURPOSE_WORDS[of.purpose])
    return setName.value ?? 'Forms to learn'
  }

  /* When: what is proposed, until it is said. */
  const beginsNext = ref(8 - weekday(journal.today) < LEAST_DAYS_LEFT)
  const startDay = computed(() => addDays(weekStart(journal.today), beginsNext.value ? 7 : 0))
  const proposed = computed(() =>
    hoursFor(USUAL_TIMES[kind.value], {
      sessions: journal.sessions,
      planned: planStore.planned,
      week: rules.value,
      today: journal.today,
      dayEndsAtHour: settings.dayEndsAtHour,
      restWeekdays: rulesOn(settings.restPlan, journal.today)?.weekdays ?? [],
    }),
  )
  const weekdaysSaid = ref<number[] | null>(null)
  const weekdays = computed(() => weekdaysSaid.value ?? proposed.value.map((each) => each.weekday))
  const timeSaid = ref<DayTime | null>(null)
  const time = computed<DayTime>({
    get: () =>
      timeSaid.value ??
      (goal.value?.kind === 'purpose' && goal.value.purpose === 'evening'
        ? 'evening'
        : (proposed.value[0]?.time ?? 'morning')),
    set: (value) => (timeSaid.value = value),
  })
  const lengthSaid = ref<number | null>(null)
  const length = computed({
    get: () =>
      lengthSaid.value ??
      (goal.value?.kind === 'purpose'
        ? goal.value.toMinutes
        : Math.min(...proposed.value.map((each) => each.minutes), 20)),
    set: (value) => (lengthSaid.value = value),
  })
  function toggle(day: number) {
    weekdaysSaid.value = weekdays.value.includes(day)
      ? weekdays.value.filter((each) => each !== day)
      : [...weekdays.value, day].sort()
  }
  const hours = computed(() => weekdays.value.map((day) => ({ weekday: day, time: time.value, minutes: length.value })))

  const seasonOf = (of: SeasonGoal, inWeeks: number): Season => ({
    id,
    name: name.value,
    startDay: startDay.value,
    weeks: inWeeks,
    goal: of,
  })
  function planOf(of: Season) {
    const laid = laidFor(of, hours.value, journal.today)
    return seasonPlan(requestOf(of, [...planStore.planned, ...laid]))
  }
  /** As many weeks as it takes and one to spare, until they are said. */
  const weeksSaid = ref<number | null>(null)
  const weeksNeeded = computed(() => {
    const of = goal.value
    if (!of || of.kind === 'purpose' || !workspace.isFullyLoaded || hours.value.length === 0) return USUAL_WEEKS
    const { weeks: limits } = SEASON_LIMITS
    const { missing, outlook } = planOf(seasonOf(of, limits.least))
    if (outlook.missing.length > 0 && outlook.weeksMore === null) return limits.most
    const calm = of.kind === 'learn' ? missing.length + SETTLE_WEEKS : 0
    return Math.min(limits.most, Math.max(calm, limits.least + (outlook.weeksMore ?? 0) + SPARE_WEEKS))
  })
  const weeks = computed({
    get: () => weeksSaid.value ?? weeksNeeded.value,
    set: (value) => (weeksSaid.value = value),
  })
  const season = computed(() => goal.value && seasonOf(goal.value, weeks.value))
  /** How it would go. */
  const plan = computed(() => (season.value && workspace.isFullyLoaded ? planOf(season.value) : null))
  return {
    kind,
    sets,
    setName,
    chosenIds,
    stage,
    form,
    formId,
    from,
    to,
    purpose,
    minutes,
    weeks,
    name,
    beginsNext,
    weekdays,
    toggle,
    time,
    length,
    hours,
    season,
    plan,
  }
}
