import { v4 as newUuid } from 'uuid'
import { expose } from 'comlink'
import { fitRoutine } from '#core/compose'
import { readArchive } from '#core/formats'
import type { Form } from '#core/forms'
import { NOT_SAID } from '#core/journal'
import { inStage, type Lesson, type Routine } from '#core/routine'
import {
  bodyOf,
  rankRoutines,
  generateSession,
  makeWeek,
  adjustments,
  offersNow,
  type PlannedSession,
  type Adjustment,
  prepareToday,
  seasonRoutine,
  type Prepared,
  type Season,
  type SeasonSession,
  type TodayOffer,
} from '#core/plan'
import { readPerson } from '~/shared/store/checks'
import { openWorkspace, type Workspace } from '~/shared/store/database'
import { replaceAll } from '~/shared/store/writing'
import type { StoredPerson } from '~/shared/store/storedPerson'
import { aboutToday, openOn, type AboutToday } from './facts'
import { factsOfStored, type Moment } from './factsOfStored'
import type { AdjustmentAsk, SeasonAsk, SentSetting, TodayAsk, TodayFound, TodaySetting, WeekAsk } from './planRequests'
import { stepsLed } from './stepsLed'

type LedStage = NonNullable<Lesson['stage']>

const byId = <T extends { id: string }>(all: readonly T[]) => new Map(all.map((each) => [each.id, each]))
const whole = <T>(sent: readonly (T | string)[], named: ReadonlyMap<string, T>): T[] =>
  sent.map((each) => (typeof each === 'string' ? named.get(each)! : each))
let shipped = { forms: byId<Form>([]), routines: byId<Routine>([]) }
function learnShipped(text: string | null) {
  if (text === null) return
  const [those, all] = JSON.parse(text) as [Form[], Routine[]]
  shipped = { forms: byId(those), routines: byId(all) }
}
let setting: TodaySetting | null = null
let prepared: { body: string; all: Prepared[] } | null = null
function preparedFor(now: TodaySetting, body: TodayAsk['body']): Prepared[] {
  const key = JSON.stringify(body)
  if (prepared?.body !== key) prepared = { body: key, all: prepareToday({ ...now, body }) }
  return prepared.all
}
/** How often was asked: whoever is not the last stops. */
let asked = 0
let weekAsked = 0

/** What was read last, until it is asked what it says of today. */
let read: Promise<StoredPerson> | null = null
async function readLatest(workspace: Workspace): Promise<StoredPerson> {
  const database = await openWorkspace(workspace)
  try {
    return await readPerson(database, true)
  } finally {
    database.close()
  }
}

const planWorker = {
  /** Read what a store holds, with the latest of many sessions. */
  read(workspace: Workspace): Promise<StoredPerson> {
    read = readLatest(workspace)
    return read
  },
  /** Put the demo, as an archive's text, into its store; false where it cannot be read. */
  async takeDemo(text: string): Promise<boolean> {
    const archive = readArchive(text, { shippedFormIds: [], shippedRoutineIds: [] })
    if (!archive.ok) return false
    const database = await openWorkspace('demo')
    try {
      await replaceAll(database, archive.value.person)
    } finally {
      database.close()
    }
    return true
  },
  /**
   * What the person who was read is to practise at this moment, told as it is found (null where that comes to nothing), before the page itself could
   * ask; its setting is known from then on. Answers what it was judged by; null where the page has to ask: a season's session has to be made first. `shippedText` as for `set`.
   */
  async today(
    moment: Moment,
    shippedText: string | null,
    tell: (found: TodayFound | null) => void,
  ): Promise<AboutToday | null> {
    learnShipped(shippedText)
    const stored = await read
    if (!stored) return null
    const [facts, now] = factsOfStored(stored, shipped, moment)
    setting = now
    prepared = null
    const open = openOn(facts)
    if (open.some(({ laid }) => laid.what.kind === 'season')) return null
    const about = aboutToday(facts, open, moment.hour)
    const body = bodyOf(NOT_SAID, [])
    planWorker.judge({ ...about, body, minutes: null, effects: [] }, tell).catch(() => tell(null))
    return about
  },
  /** `shippedText` is all that ships, as `[forms, routines]`; null where it was told before. */
  set({ forms, routines, ...rest }: SentSetting, shippedText: string | null) {
    learnShipped(shippedText)
    setting = { ...rest, forms: whole(forms, shipped.forms), routines: whole(routines, shipped.routines) }
    prepared = null
  },
  /** The small changes that practice suggests. */
  adjustments({ routineIds, stages, ...ask }: AdjustmentAsk): Adjustment[] {
    if (!setting) return []
    const those = new Set(routineIds)
    const stageOf = new Map(stages)
    const routines = setting.routines.filter(({ id }) => those.has(id))
    return adjustments({ ...setting, ...ask, routines, stageOf: (formId) => stageOf.get(formId) ?? null })
  },
  /** A session made for now; null where none can be. */
  make(ask: TodayAsk): TodayOffer | null {
    const request = setting && { ...setting, ...ask }
    return request && generateSession(request, newId)
  },
  /** A week, proposed; told as far as it is, and answered whole; null where it was stopped: by whoever asks again, or asks for less. */
  async week(ask: WeekAsk, tell: (laid: PlannedSession[]) => void): Promise<PlannedSession[] | null> {
    const mine = (weekAsked += 1)
    if (!setting) return null
    const laid: PlannedSession[] = []
    for (const each of makeWeek({ ...setting, ...ask }, newId)) {
      laid.push(each)
      tell(laid)
      await new Promise((resolve) => setTimeout(resolve))
      if (mine !== weekAsked) return null
    }
    return laid
  },
  /** One routine as it is begun from the plan: eased by what was declared, and brought to its minutes; null where that cannot be. */
  fitted(routineId: string, minutes: number | null, stage?: LedStage): Routine | null {
    if (!setting) return null
    const those = setting.routines.filter(({ id }) => id === routineId)
    const routines = stage ? those.map((routine) => inStage(routine, stage)) : those
    const [eased] = prepareToday({ ...setting, routines, body: { states: [], pain: [] } })
    if (!eased || 'not' in eased) return null
    if (minutes === null) return eased.routine
    const target = { targetSeconds: minutes * 60, toleranceSeconds: null }
    const request = { ...setting, routine: eased.routine, ...target }
    const fit = fitRoutine(request)
    return fit.met && fit.closingKept ? fit.routine : null
  },
  /** The session of a season; null where none can be made. */
  season(season: Season, session: SeasonSession, ask: SeasonAsk): Routine | null {
    const request = setting && { ...setting, ...ask }
    return request && seasonRoutine(season, session, request, newId)
  },
  stopWeek() {
    weekAsked += 1
  },
  /** Judge, and tell what was found as it is found. */
  async judge(ask: TodayAsk, tell: (found: TodayFound) => void): Promise<void> {
    const mine = (asked += 1)
    if (!setting) return
    const request = { ...setting, ...ask }
    const judgement = rankRoutines(request, preparedFor(setting, ask.body))
    const offers: TodayOffer[] = []
    const steps: TodayFound['stepsOf'] = {}
    const not = [...judgement.unsuited]
    const found = (isDone: boolean): TodayFound => {
      const named = new Set([...offers, ...not].map(({ routineId }) => routineId))
      const later = judgement.offers.filter(({ routineId }) => !named.has(routineId))
      const others = [...not, ...later.map(({ routineId, against }) => ({ routineId, against }))]
      return { offers, stepsOf: steps, others, rest: judgement.rest, isDone }
    }
    for (const each of offersNow(judgement, request, newId)) {
      if ('routine' in each) {
        offers.push(each)
        steps[each.routineId] = stepsLed(setting, each.routine)
      } else not.push(each)
      if ('routine' in each) tell(found(false))
      // What was asked since comes first.
      await new Promise((resolve) => setTimeout(resolve))
      if (mine !== asked) return
    }
    tell(found(true))
  },
}

const newId = () => `s-${newUuid().slice(0, 8)}`
export type PlanWorker = typeof planWorker
expose(planWorker)
