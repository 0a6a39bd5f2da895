/**
 * Invented people live 26 weeks by what Today says, and the same weeks by habit (what was done a week ago, else one after the other) and by
 * chance: each as it is planned, and with care, which leaves out and eases what Today would for the body of the day and rests where it would. What cannot
 * be fitted to the minutes at hand is begun, and left when they are over. What is offered is looked over by rules of its own; what they come to is counted. `LIVES=1000 WEEKS=26`, from life `FROM` on.
 */
import { chanceFrom, workOf } from '#core/basics'
import { fitRoutine } from '#core/compose'
import { isClosingPart, latestStages } from '#core/forms'
import { daysBetween, type SessionRecord } from '#core/journal'
import {
  AT_RISK_BELOW,
  bodyOf,
  canBeDone,
  rankRoutines,
  keptForms,
  latelyOf,
  adjustments,
  offersNow,
  prepareToday,
  REST_FROM,
  withAdjustment,
  type BodyNow,
  type Prepared,
} from '#core/plan'
import type { Routine } from '#core/routine'
import { NOT_SAID } from '#core/journal'
import { FIRST_DAY, invent, practised, WEEKS_BEFORE, type Invented } from './support/invented'
import { unsafeSteps } from './support/safeSteps'
import { SEED } from './support/seed'

const LIVES = Number(process.env.LIVES ?? 1000)
const FROM = Number(process.env.FROM ?? 0)
const WEEKS = Number(process.env.WEEKS ?? 26)
const RULES = { dayEndsAtHour: 0 }
/** A adjustment is taken at so many of the chances that there are. */
const TAKES = 0.5

const WAYS = ['today', 'habit', 'careful habit', 'chance', 'careful chance'] as const
type Way = (typeof WAYS)[number]
interface Tally {
  days: number
  offers: number
  unsafe: number
  offMinutes: number
  nothing: number
  rested: number
  repeated: number
  atRisk: number
  cameBack: number
  weeks: number
  met: number
  adjustments: number
  overLoad: number
  loadJumps: number
  loadWeeks: number
  alive: number
  kept: number
  balance: number
  lives: number
}
const nothing = (): Tally =>
  Object.fromEntries(
    'days offers unsafe offMinutes nothing rested repeated atRisk cameBack weeks met adjustments overLoad loadJumps loadWeeks alive kept balance lives'
      .split(' ')
      .map((name) => [name, 0]),
  ) as unknown as Tally
const tallies = Object.fromEntries(WAYS.map((way) => [way, nothing()])) as Record<Way, Tally>
/** Fits of one person, each made once: what is the same routine in the same minutes comes out the same. */
let fits = new Map<string, Routine | null>()
const fitTo = (routine: Routine, minutes: number, person: Invented) => {
  const key = `${minutes} ${JSON.stringify(routine.entries)}`
  if (!fits.has(key)) {
    const target = { targetSeconds: minutes * 60, toleranceSeconds: null, unexplained: true }
    const fit = fitRoutine({ routine, ...person.setting, ...target }, workOf(500_000))
    fits.set(key, fit.met && fit.closingKept ? fit.routine : null)
  }
  return fits.get(key)!
}

function live(person: Invented, way: Way, seed: number) {
  const tally = tallies[way]
  const chance = chanceFrom(seed)
  const { setting, conditions } = person
  let routines = [...person.routines]
  const sessions: SessionRecord[] = []
  const known = new Set(setting.forms.filter((form) => canBeDone(form, setting, conditions)).map(({ id }) => id))
  const stageOf = latestStages(person.stages)
  let next = 0
  const newId = () => `n${(next += 1)}`
  type Pain = (typeof person.days)[0]['pain']
  const keep = (routine: Routine, day: string, hour: number, luck: number, pain: Pain, leftAfter?: number) => {
    const ease = luck < 0.1 ? 2 : luck < 0.4 ? 3 : luck < 0.85 ? 4 : 5
    sessions.unshift(practised(routine, setting, { id: newId(), day, hour, after: { ease }, before: pain }, leftAfter))
  }
  // Five weeks of habit come before: every third day one routine after the other, as planned.
  for (let at = 0; at < (WEEKS_BEFORE * 7) / 2; at += 1) {
    const routine = routines[at % routines.length]!
    keep(routine, dayAt(-WEEKS_BEFORE * 7 + at * 2), 7, chance(), [])
  }
  const prepared = new Map<string, Prepared[]>()
  const keptOn = (today: string) =>
    keptForms(sessions, person.stages, { today, ...RULES, isKept: (formId) => known.has(formId) })
  /** Forms at risk: since when, and how many days with time there were since. */
  const risk = new Map<string, string>()
  let running = { id: '', days: 0, day: '' }
  person.days.forEach(({ day, minutes, hour, states, pain, luck }, at) => {
    const kept = keptOn(day)
    for (const { formId, recall } of kept) if (recall < AT_RISK_BELOW && !risk.has(formId)) risk.set(formId, day)
    const body = bodyOf({ ...NOT_SAID, pain }, states)
    if (minutes > 0) {
      tally.days += 1
      let chosen: Routine | null = null
      if (way === 'today') {
        const key = JSON.stringify([body, routines.map(({ id }) => id)])
        const request = {
          ...setting,
          routines,
          conditions,
          body,
          minutes,
          hour,
          today: day,
          asks: [],
          effects: [],
          lately: latelyOf(sessions, setting.forms, day, 0),
          stages: Object.fromEntries(stageOf),
          kept: Object.fromEntries(kept.map((form) => [form.formId, form])),
          minutesLacking: null,
          learnedIds: [...known.keys()],
          longestStillSeconds: 600,
          usualMinutes: null,
        }
        if (!prepared.has(key)) prepared.set(key, prepareToday(request))
        const judgement = rankRoutines(request, prepared.get(key)!)
        if (judgement.rest?.first) {
          tally.rested += 1
        } else {
          // Whoever follows Today begins with what stands in front.
          for (const offer of offersNow(judgement, request, newId)) {
            if (!('routine' in offer)) continue
            chosen = offer.routine
            break
          }
          if (!chosen) tally.nothing += 1
        }
      } else {
        const before = sessions.find((session) => daysBetween(session.startedAt.slice(0, 10), day) === 7)
        const habit = routines.find(({ id }) => id === before?.routineId) ?? routines[at % routines.length]!
        const routine = way.endsWith('habit') ? habit : routines[Math.floor(chance() * routines.length)]!
        const cared = way.startsWith('careful') ? carefully(routine, person, body) : routine
        if (cared === null) tally.rested += 1
        else chosen = fitTo(cared, minutes, person) ?? cared
      }
      if (chosen) {
        tally.offers += 1
        const asked = { ...setting, conditions, states, purpose: 'morning' } as never
        if (unsafeSteps({ routine: chosen } as never, asked).length > 0) tally.unsafe += 1
        // There is no more time than there is: what is longer is left when it is over.
        keep(chosen, day, hour, luck, pain, minutes + 1)
        const seconds = sessions[0]!.practisedSeconds
        const breath = setting.pace.settled.inSeconds + setting.pace.settled.outSeconds
        if (Math.abs(seconds - minutes * 60) > breath) tally.offMinutes += 1
        running = {
          id: chosen.id,
          days: running.id === chosen.id && daysBetween(running.day, day) === 1 ? running.days + 1 : 1,
          day,
        }
        if (running.days > 3) tally.repeated += 1
      }
    }
    const last = sessions[0]?.startedAt.startsWith(day) ? sessions[0].done : []
    const done = new Set(last.flatMap(({ formId, outcome }) => (outcome === 'skipped' ? [] : [formId])))
    for (const [formId, since] of risk) {
      const ago = daysBetween(since, day)
      if (done.has(formId)) {
        tally.atRisk += 1
        tally.cameBack += 1
        risk.delete(formId)
      } else if (ago >= 7) {
        // There was time where two days of the week had ten minutes, and a body that asked for nothing else.
        const had = person.days
          .slice(at - 6, at + 1)
          .filter((each) => each.minutes >= 10 && each.states.length === 0 && each.pain.length === 0)
        if (had.length >= 2) tally.atRisk += 1
        risk.delete(formId)
      }
    }
    if (at % 7 === 6) {
      const week = person.days.slice(at - 6, at + 1)
      // Days on which the body asks for rest are no time at hand.
      const mayPractise = week.filter(
        ({ states, pain }) => !states.includes('lightHeaded') && pain.every(({ level }) => level < REST_FROM),
      )
      const atHand = mayPractise.reduce((sum, each) => sum + each.minutes, 0)
      const seconds = sessions
        .filter((session) => daysBetween(session.startedAt.slice(0, 10), day) < 7)
        .reduce((sum, session) => sum + session.practisedSeconds, 0)
      if (atHand >= person.aimMinutes && person.aimMinutes > 0) {
        tally.weeks += 1
        if (seconds >= person.aimMinutes * 60 * 0.99) tally.met += 1
      }
      const loads = [0, 1, 2, 3, 4].map((weeksAgo) => legsOf(sessions, day, weeksAgo))
      const usual = loads.slice(1).reduce((sum, load) => sum + load, 0) / 4
      if (usual > 0) {
        tally.loadWeeks += 1
        if (loads[0]! > usual * 1.5) tally.loadJumps += 1
      }
      if (way === 'today') {
        const asked = {
          ...setting,
          routines,
          sessions,
          conditions,
          today: day,
          dayEndsAtHour: 0,
          stageOf: (formId: string) => stageOf.get(formId) ?? null,
        }
        for (
          let [adjustment] = adjustments(asked);
          adjustment && chance() < TAKES;
          [adjustment] = adjustments({ ...asked, routines })
        ) {
          const one = adjustment
          tally.adjustments += 1
          routines = routines.map((routine) => (routine.id === one.routineId ? withAdjustment(routine, one) : routine))
          prepared.clear()
          if (one.isOn && grownTooMuch(person, routines, sessions, day)) tally.overLoad += 1
        }
      }
    }
  })
  const end = keptOn(dayAt(WEEKS * 7 - 1))
  tally.kept += end.length
  tally.alive += end.filter(({ recall }) => recall >= AT_RISK_BELOW).length
  tally.balance += balanceOf(sessions, dayAt(0))
  tally.lives += 1
}
/** A routine as Today would ease it for the body of the day; null where it would not have it, or rest came first. */
function carefully(routine: Routine, person: Invented, body: BodyNow): Routine | null {
  const { setting, conditions } = person
  const rests = body.states.includes('lightHeaded') || body.pain.some(({ level }) => level >= REST_FROM)
  const [eased] = rests ? [] : prepareToday({ ...setting, conditions, body, routines: [routine] })
  return eased && 'routine' in eased ? eased.routine : null
}
const CATALOGUE_AREAS = new Map(invent(1, 0).setting.forms.map((form) => [form.id, form.areas]))
const dayAt = (at: number) => new Date(Date.parse(FIRST_DAY) + at * 86_400_000).toISOString().slice(0, 10)
const EFFORT = new Map(invent(1, 0).setting.forms.map((form) => [form.id, form.effort.legs]))
const legsOf = (sessions: readonly SessionRecord[], day: string, weeksAgo: number) =>
  sessions
    .filter((session) => Math.floor(daysBetween(session.startedAt.slice(0, 10), day) / 7) === weeksAgo)
    .flatMap(({ done }) => done)
    .reduce((sum, { formId, seconds }) => sum + seconds * (EFFORT.get(formId) ?? 0), 0)
/** Reckoned otherwise than by the plan: every session of the last four weeks, with its routine as it is now. */
function grownTooMuch(person: Invented, routines: readonly Routine[], sessions: readonly SessionRecord[], day: string) {
  const lately = sessions.filter((session) => daysBetween(session.startedAt.slice(0, 10), day) < 28)
  const legs = (of: readonly SessionRecord[]) =>
    of.flatMap(({ done }) => done).reduce((sum, { formId, seconds }) => sum + seconds * (EFFORT.get(formId) ?? 0), 0)
  const now = lately.map((session) => {
    const routine = routines.find(({ id }) => id === session.routineId)
    return routine ? practised(routine, person.setting, { id: 'x', day, hour: 7, after: {}, before: [] }) : session
  })
  const before = lately.map((session) => {
    const routine = person.routines.find(({ id }) => id === session.routineId)
    return routine ? practised(routine, person.setting, { id: 'x', day, hour: 7, after: {}, before: [] }) : session
  })
  // More than a tenth beyond both what was done and what was planned at the outset.
  return legs(now) > Math.max(legs(lately), legs(before)) * 1.1 + 1e-6
}
/** How evenly the areas were served before the closing, from 0 (one alone) to 1 (all alike): their evenness by Shannon's entropy. */
function balanceOf(sessions: readonly SessionRecord[], from: string): number {
  const seconds = new Map<string, number>()
  for (const { startedAt, done } of sessions) {
    if (startedAt < from) continue
    for (const { formId, part, seconds: of } of done)
      for (const area of isClosingPart(part) ? [] : (CATALOGUE_AREAS.get(formId) ?? []))
        seconds.set(area, (seconds.get(area) ?? 0) + of)
  }
  const all = [...seconds.values()].reduce((sum, each) => sum + each, 0)
  if (all === 0) return 0
  const entropy = [...seconds.values()]
    .filter((each) => each > 0)
    .reduce((sum, each) => sum - (each / all) * Math.log(each / all), 0)
  return entropy / Math.log(17)
}

const from = performance.now()
const spent = new Map<Way, number>()
for (let at = 0; at < LIVES; at += 1) {
  const person = invent(SEED * 100_003 + FROM + at, WEEKS)
  fits = new Map()
  for (const way of WAYS) {
    const began = performance.now()
    live(person, way, SEED * 7 + FROM + at)
    spent.set(way, (spent.get(way) ?? 0) + performance.now() - began)
  }
  if ((at + 1) % 50 === 0)
    console.log(`  ${at + 1} of ${LIVES} lives after ${((performance.now() - from) / 1000).toFixed(0)} s`)
}
console.log([...spent].map(([way, ms]) => `${way} ${(ms / LIVES / 1000).toFixed(1)} s a life`).join(', '))
const share = (part: number, of: number) => `${((100 * part) / Math.max(1, of)).toFixed(1)}%`
for (const way of WAYS) {
  const of = tallies[way]
  console.log(
    `lives by ${way}: ${of.lives} lives of ${WEEKS} weeks, ${of.days} days with time, ${of.offers} followed, ${of.rested} times rest came first, ${of.nothing} times nothing could be offered (${share(of.nothing, of.days)}); ` +
      `${of.unsafe} with something that a declared condition or state forbids (aim of Today: 0); ${share(of.offMinutes, of.offers)} further from the minutes than a breath (aim: under 1); ` +
      `${of.cameBack} of ${of.atRisk} forms at risk came back within a week when there was time (${share(of.cameBack, of.atRisk)}; aim: over 95); ` +
      `aim met in ${share(of.met, of.weeks)} of the weeks whose hours and body allowed it (aim: over 95); the same more than three days running ${share(of.repeated, of.offers)} (aim: under 2); ` +
      `kept alive at the end ${share(of.alive, of.kept)}; evenness of areas ${(of.balance / of.lives).toFixed(3)}; weeks with half as much again on the legs as usual ${share(of.loadJumps, of.loadWeeks)}; ` +
      `${of.adjustments} adjustments taken, ${of.overLoad} beyond a tenth (aim: 0)`,
  )
}
