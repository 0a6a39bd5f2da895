import { v4 as newUuid } from 'uuid'
import { proxy } from 'comlink'
import { computed, ref, shallowRef } from 'vue'
import { addDays, isRestOn, rulesOn, weekStart } from '#core/journal'
import { latestStages } from '#core/forms'
import {
  amountsDone,
  amountsInAll,
  amountsPlanned,
  changedFrom,
  NO_AMOUNTS,
  relaid,
  plannedRoutineId,
  withoutDay,
} from '#core/plan'
import type { Amounts, DayTime, PlannedSession, Planned, PlannedDay, PlannedPractice } from '#core/plan'
import { askPlanner } from '~/shared/plan/planWorker'
import { useKept } from '~/shared/plan/useKept'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { deletionOf, stateOf } from '~/shared/store/saving'
import { plainCopy } from '~/shared/store/plainCopy'
import { wallMs } from '~/shared/clock/wallClock'
import { usePlan } from '~/shared/plan/usePlan'
import { usePlanned } from '~/shared/plan/usePlanned'

const newId = () => newUuid()
const isOfSeries = (each: Planned, seriesId: string) =>
  each.kind === 'practice' && each.what.kind === 'series' && each.what.seriesId === seriesId

/** The week that is looked at: what stands on its days, what it comes to, and how it is changed; each change can be taken back. */
export function useWeek() {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const journal = useJournalStore()
  const plan = usePlanStore()
  const { settings } = useSettingsStore()
  const { rules, weekFrom } = usePlan()
  const { kept } = useKept()
  const from = ref(weekStart(journal.today))
  /** A week that was proposed and not kept yet. */
  const proposed = shallowRef<PlannedSession[] | null>(null)
  const making = ref(false)
  const failed = ref(false)
  const days = computed(() => weekFrom(from.value))
  const { setting, routineOf, nameOf, minutesOf, fitted } = usePlanned()

  /** What stands on a day with what is proposed for it. */
  const proposedOn = (day: string, time: DayTime) =>
    (proposed.value ?? []).filter((laid) => laid.day === day && laid.time === time)

  const planAmounts = (laid: PlannedSession, routineId: string | null): Amounts => {
    const routine = routineOf(routineId)
    if (routine) return amountsPlanned(routine, minutesOf(laid), library.setting, library.formsById)
    return laid.what.kind === 'season' ? { ...NO_AMOUNTS, seconds: (laid.minutes ?? 0) * 60 } : NO_AMOUNTS
  }
  /** What a day comes to as it is planned, with what is proposed, and as it was done. */
  const amounts = computed(() =>
    days.value.map(({ day, practice, besides }) => ({
      planned: amountsInAll([
        ...practice.map(({ laid, routineId }) => planAmounts(laid, routineId)),
        ...(proposed.value ?? [])
          .filter((laid) => laid.day === day)
          .map((laid) => planAmounts(laid, plannedRoutineId(laid.what))),
      ]),
      done: amountsInAll(
        [...besides, ...practice.flatMap(({ session }) => session ?? [])].map((session) =>
          amountsDone(session, library.formsById),
        ),
      ),
    })),
  )

  const said = ref('')
  const before = shallowRef<{ come: Planned[]; go: string[] } | null>(null)
  /** Change the plan; the words say what was done. */
  async function change(come: readonly Planned[], go: readonly string[], words: string) {
    const ids = new Set([...come.map(({ id }) => id), ...go])
    const stood = plan.planned.filter(({ id }) => ids.has(id))
    const isNew = come.map(({ id }) => id).filter((id) => !stood.some((each) => each.id === id))
    // A series that is planned is begun: only then do its sessions count.
    const begunAt = new Date(wallMs()).toISOString()
    const begun = library.series
      .filter((series) => series.begunAt === undefined && come.some((each) => isOfSeries(each, series.id)))
      .map((series) => stateOf('series', { ...series, begunAt }))
    const deletions = go.map((id) => deletionOf('planned', id))
    const isSaved = await workspace.change([...come.map((each) => stateOf('planned', each)), ...begun, ...deletions])
    if (!isSaved) return
    before.value = { come: stood, go: isNew }
    said.value = words
  }
  async function takeBack() {
    if (!before.value) return
    const { come, go } = before.value
    await change(come, go, 'Undone.')
    before.value = null
  }

  const laidOf = (practice: PlannedPractice) => plan.planned.find(({ id }) => id === practice.laid.id) as PlannedSession
  const move = (practice: PlannedPractice, to: { day: string; time: DayTime }, words: string) =>
    change(relaid(laidOf(practice), practice.laidOn, to, newId), [], words)
  /** Take practice off: this once, or (of what comes every week) with all that comes after. */
  function takeOff(practice: PlannedPractice, always: boolean, words: string) {
    const laid = laidOf(practice)
    if (!laid.weekly || (always && practice.laidOn === laid.day)) return change([], [laid.id], words)
    if (!always) return change([withoutDay({ ...laid, weekly: laid.weekly }, practice.laidOn)], [], words)
    const untilDay = addDays(practice.laidOn, -1)
    return change([{ ...laid, weekly: { ...laid.weekly, untilDay }, changes: laid.changes + 1 }], [], words)
  }
  const lay = (laid: Omit<PlannedSession, 'id' | 'kind' | 'changes'>, words: string) =>
    change([{ id: newId(), kind: 'practice', changes: 0, ...laid }], [], words)
  const edit = (
    practice: PlannedPractice,
    so: Partial<Pick<PlannedSession, 'minutes' | 'weekly' | 'what'>>,
    words: string,
  ) => change(changedFrom(laidOf(practice), practice.laidOn, so, newId), [], words)

  /** All that stands in this week comes every week from now on. */
  async function everyWeek() {
    const those = days.value.flatMap(({ practice }) => practice.filter(({ laid }) => !laid.weekly).map(laidOf))
    const come = those.map((laid): PlannedSession => ({ ...laid, weekly: { notOn: [] }, changes: laid.changes + 1 }))
    await change(come, [], `${come.length} now come every week.`)
  }

  /** Propose a week: where nothing is laid yet, from today on. */
  async function makeMeAWeek() {
    making.value = true
    failed.value = false
    proposed.value = []
    const aims = rulesOn(settings.restPlan, addDays(from.value, 6))
    const ask = {
      series: library.series,
      sessions: journal.sessions,
      planned: plan.planned,
      seasonIds: plan.seasons.map(({ id }) => id),
      stages: Object.fromEntries(latestStages(library.stages)),
      stageDays: library.stages,
      keptIds: kept.value.map(({ formId }) => formId),
      from: from.value,
      today: journal.today,
      dayEndsAtHour: settings.dayEndsAtHour,
      week: rules.value,
      restDays: days.value.map(({ day }) => day).filter((day) => isRestOn(journal.steadinessRules, day)),
      aimDays: aims?.aimDaysAWeek ?? null,
      aimMinutes: aims?.aimMinutesAWeek ?? null,
    }
    try {
      const tell = proxy((laid: PlannedSession[]) => {
        if (making.value) proposed.value = laid
      })
      const whole = await askPlanner(setting.value, (remote) => remote.week(plainCopy(ask), tell))
      // What was told last may come after the answer.
      if (making.value && whole) proposed.value = whole
    } catch {
      failed.value = true
      proposed.value = null
    }
    making.value = false
    if (proposed.value?.length !== 0) return
    proposed.value = null
    said.value = 'There is nothing to add: what I aim at (or mostly do) is there, or no time is left in this week.'
  }
  async function keepProposed() {
    const laid = proposed.value ?? []
    proposed.value = null
    await change(laid, [], 'The week is planned. Move what you like.')
  }
  async function dropProposed() {
    making.value = false
    proposed.value = null
    await askPlanner(setting.value, (remote) => remote.stopWeek())
  }

  const pauseOn = (day: string, lastDay: string, why: 'rest' | 'holiday' | 'illness', words: string) =>
    change([{ id: newId(), kind: 'pause', day, lastDay, why }], [], words)
  const endPause = ({ pause }: PlannedDay, words: string) => (pause ? change([], [pause.id], words) : undefined)

  return {
    from,
    days,
    rules,
    amounts,
    said,
    before,
    takeBack,
    nameOf,
    routineOf,
    planAmounts,
    proposed,
    proposedOn,
    making,
    failed,
    makeMeAWeek,
    keepProposed,
    dropProposed,
    fitted,
    isRest: (day: string) => isRestOn(journal.steadinessRules, day),
    lay,
    move,
    edit,
    takeOff,
    everyWeek,
    pauseOn,
    endPause,
  }
}
