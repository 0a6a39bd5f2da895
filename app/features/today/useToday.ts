import { computed, onScopeDispose, ref, shallowRef, toRaw, watch } from 'vue'
import { proxy } from 'comlink'
import type { TodayState } from '#core/compose'
import { trialAsks, trialDays, trialRoutine } from '#core/evidence'
import { latestStages } from '#core/forms'
import { NOT_SAID, weekday, weekReports, type Felt } from '#core/journal'
import { bodyOf, latelyOf, seriesState, type TodayRequest } from '#core/plan'
import type { LessonTaken } from '#core/runner'
import { wallMs } from '~/shared/sound/clock'
import { usePersonStore } from '~/shared/store/person'
import { plainCopy } from '~/shared/store/plainCopy'
import type { TodayAsk, TodayFound, TodaySetting } from './today.worker'
import { todayWorker } from './todayWorker'

/** The setting that the worker has been told. */
let told: TodaySetting | null = null
const same = (one: TodaySetting, other: TodaySetting) =>
  (Object.keys(one) as (keyof TodaySetting)[]).every((key) => toRaw(one[key]) === toRaw(other[key]))

/** What to practise now: what is asked, and what was found for it; found anew whenever the minutes, the body or the journal change. */
export function useToday() {
  const person = usePersonStore()
  /** The minutes at hand; null for as planned. */
  const minutes = ref<number | null>(null)
  const states = ref<TodayState[]>([])
  const felt = ref<Felt>({ ...NOT_SAID })
  const found = shallowRef<TodayFound | null>(null)
  const failed = ref(false)
  /** What stands there is of something else that was asked: the first offer for what is asked now is still to come. */
  const looking = ref(false)

  const setting = computed<TodaySetting>(() => {
    const { conditions } = person.settings
    return { routines: person.routines, ...person.setting, conditions }
  })
  const lately = computed(() => latelyOf(person.sessions, person.forms, person.today, person.settings.dayEndsAtHour))
  /** The lessons that are next, by the routine; one that is led in a stage is begun from its series. */
  const lessons = computed(
    () =>
      new Map(
        person.person.series.flatMap((series): [string, { lesson: LessonTaken; name: string }][] => {
          const { next, doneToday } = seriesState(series, person.sessions, person.today, person.settings.dayEndsAtHour)
          if (series.begunAt === undefined || !next || next.stage || doneToday) return []
          return [[next.routineId, { lesson: { seriesId: series.id, lessonId: next.id }, name: series.name }]]
        }),
      ),
  )
  const asks = computed<TodayRequest['asks'][number][]>(() => [
    ...person.person.trials.flatMap((trial) => {
      const arm = trialAsks(trial, person.today)
      const days = trialDays(trial, person.sessions, person.today, person.settings.dayEndsAtHour)
      if (!arm || days.find(({ day }) => day === person.today)?.kept === 'done') return []
      const routineId = trialRoutine(trial, arm, person.routines)?.id
      return routineId ? [{ routineId, by: 'trial' as const, name: trial.name }] : []
    }),
    ...[...lessons.value].map(([routineId, { name }]) => ({ routineId, by: 'series' as const, name })),
  ])
  const minutesLacking = computed(() => {
    if (!person.isWhole) return null
    const week = weekReports(person.sessions, person.today, person.steadinessRules).at(-1)
    return week?.aimMinutes ? Math.max(0, week.aimMinutes - week.seconds / 60) : null
  })
  const ask = computed<TodayAsk>(() => ({
    lately: lately.value,
    stages: Object.fromEntries(latestStages(person.person.stages)),
    body: bodyOf(felt.value, states.value),
    minutes: minutes.value,
    hour: hourNow(),
    asks: asks.value,
    minutesLacking: minutesLacking.value,
  }))

  /** Only what was asked last is shown. */
  let asked = 0
  async function look() {
    const mine = (asked += 1)
    failed.value = false
    looking.value = true
    const { remote, broken } = todayWorker()
    try {
      if (!told || !same(told, setting.value)) {
        told = setting.value
        await Promise.race([remote.set(plainCopy(told)), broken])
      }
      const tell = proxy((now: TodayFound) => {
        if (mine !== asked) return
        found.value = now
        looking.value = false
      })
      await Promise.race([remote.judge(plainCopy(ask.value), tell), broken])
    } catch {
      told = null
      if (mine === asked) [failed.value, looking.value] = [true, false]
    }
  }
  let before = ''
  watch(
    [setting, ask],
    () => {
      // More of the journal that changes nothing of what is asked is no reason to look again.
      const now = JSON.stringify(ask.value)
      if (now === before && told && same(told, setting.value)) return
      before = now
      void look()
    },
    { immediate: true },
  )
  onScopeDispose(() => (asked += 1))

  const lessonOf = (routineId: string) => lessons.value.get(routineId)?.lesson
  return {
    minutes,
    states,
    felt,
    found,
    failed,
    looking,
    look,
    lessonOf,
    weekday: computed(() => weekday(person.today)),
  }
}

function hourNow(): number {
  const now = new Date(wallMs())
  return now.getHours() + now.getMinutes() / 60
}
