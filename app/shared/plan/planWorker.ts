import { wrap, type Remote } from 'comlink'
import { toRaw } from 'vue'
import { CATALOGUE, SHIPPED_ROUTINES, shippedText } from '#data'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { plainCopy } from '~/shared/store/plainCopy'
import type { PlanWorker } from './plan.worker'
import type { SentSetting, TodaySetting } from './planRequests'

interface There {
  remote: Remote<PlanWorker>
  /** Never fulfilled; rejected where the worker cannot be had, and then another one is begun the next time. */
  broken: Promise<never>
  /** It has been told what ships. */
  knowsShipped: boolean
}
let there: There | null = null
/** The setting that the worker has been told. */
let told: TodaySetting | null = null

/** The one worker that judges what to practise, for as long as the application is open: begun with it, it is ready when the store is. */
export function planWorker(): There {
  if (there) return there
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => {
      there = null
      told = null
      worker.terminate()
      reject(new Error('The worker cannot be had.'))
    })
  })
  // Whoever does not ask just then need not hear of it.
  broken.catch(() => {})
  there = { remote: wrap<PlanWorker>(worker), broken, knowsShipped: false }
  return there
}

/** Whether the worker knows all of a setting already. */
export const isTold = (setting: TodaySetting): boolean => {
  const known = told
  return (
    known !== null &&
    (Object.keys(setting) as (keyof TodaySetting)[]).every((key) => toRaw(setting[key]) === toRaw(known[key]))
  )
}

/** The input of every plan, as the person has it now. */
export function settingNow(): TodaySetting {
  const { routines, setting } = useLibraryStore()
  return { routines, ...setting, conditions: useSettingsStore().settings.conditions }
}

/** A copy that can be sent. What ships is most of all: it is only named. */
function copyOf({ forms, routines, ...rest }: TodaySetting): SentSetting {
  const shipped = new Set<unknown>([...CATALOGUE, ...SHIPPED_ROUTINES])
  const own = <T extends { id: string }>(each: T) => (shipped.has(each) ? each.id : plainCopy(each))
  return { ...plainCopy(rest), forms: forms.map(own), routines: routines.map(own) }
}
/** Tell the worker the setting, and the first time what ships besides. */
function tell(worker: There, setting: TodaySetting): Promise<void> {
  return worker.remote.set(copyOf(setting), shippedFor(worker))
}

/** The worker has come to know this setting by itself. */
export const knowsAlready = (setting: TodaySetting) => void (told = setting)
/** What ships, as text, where the worker has not been told of it; it is then. */
export function shippedFor(worker: There): string | null {
  if (worker.knowsShipped) return null
  worker.knowsShipped = true
  return shippedText()
}

/**
 * Ask the worker, which knows the setting then: it hears both in one go, in their order, and need not wait until this page has time to send the second.
 * Rejected where it cannot be had; then it is told all again the next time.
 */
export async function askPlanner<T>(
  setting: TodaySetting,
  ask: (remote: Remote<PlanWorker>) => Promise<T>,
): Promise<T> {
  const worker = planWorker()
  const { remote, broken } = worker
  try {
    const heard = isTold(setting) ? null : tell(worker, setting)
    if (heard) told = setting
    const [answer] = await Promise.race([Promise.all([ask(remote), heard]), broken])
    return answer
  } catch (error) {
    told = null
    throw error
  }
}
