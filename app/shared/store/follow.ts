import { v4 as newUuid } from 'uuid'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { ledPlan, unadjusted, type LedPlan } from '#core/compose'
import { concernsOf } from '#core/forms'
import { NOT_SAID, type Felt, type SessionRecord } from '#core/journal'
import { asLearned, formIdsOf, inVersionToday, stepFor, type Routine, type TodayVersion } from '#core/routine'
import {
  currentPosition,
  nameOf,
  readyRunner,
  reduce,
  replay,
  tick,
  type Command,
  type CommandName,
  type NewRemainder,
  type RunnerState,
  type SessionPlan,
} from '#core/runner'
import type { Cue } from '#core/sound'
import { endSeconds, momentAt, type Companion } from '#core/timeline'
import { SPARE_CLOSING } from '#data'
import { deviceTimeZone, keepTime, nowMs, setSessionClock } from '~/shared/sound/clock'
import { createSessionSound } from '~/shared/sound/sessionSound'
import { useInterrupted } from './interrupted'
import { usePersonStore } from './person'
import { deletionOf } from './saving'
import type { StoredRunning } from './database'
import { createRunningKeeper, recordFrom, storedRunning } from './runningKeeper'
import { holdSession } from './tabs'

/** So many phases ahead the clock may be set right. */
const PHASES_AHEAD = 4
/** A beat that comes this late means that the device has slept. */
const SLEPT_MS = 5000
/** A session of less is not written down. Our choice. */
const NOTHING_BELOW_SECONDS = 1

/** What a session is besides a routine that is followed. */
export type Beside = Pick<SessionPlan, 'elsewhereSeconds' | 'lesson'>
/** How a session is done today. */
export interface Today {
  version: TodayVersion | null
  /** Of each wrist weight, with weights. */
  weightKg?: number
  /** Each form as far as it is learned. */
  leadsAsLearned?: boolean
  companions: readonly Companion[]
  /** Ignore the health settings this time. */
  asWritten?: boolean
}

/** When the next phases start, in milliseconds since 1970; null while nothing is going on, or it is waited. */
function nextPhasesMs(state: RunnerState): number[] | null {
  const here = state.status === 'running' && state.overrunSeconds === 0 ? currentPosition(state) : null
  if (!here) return null
  const { timeline, positionSeconds, clockMs } = state
  return timeline.segments
    .slice(here.segment.index, here.segment.index + PHASES_AHEAD)
    .map((segment) => clockMs + (endSeconds(timeline, segment) - positionSeconds) * 1000)
}

/** What a routine is followed from, with the plan's own closing for a routine that has none. */
function planOf(routine: Routine, person: ReturnType<typeof usePersonStore>) {
  const { forms, ways, ...setting } = person.setting
  const used = new Set([...formIdsOf(routine), ...SPARE_CLOSING])
  const closing = SPARE_CLOSING.flatMap((formId) => person.formsById.get(formId) ?? [])
  return {
    ...setting,
    routine,
    forms: forms.filter((form) => used.has(form.id)),
    ways: ways.filter((way) => used.has(way.formId)),
    closing: closing.map((form) => ({ ...stepFor(form, `closing-${form.id}`), restBreaths: 0 })),
  }
}

/**
 * The session under way: a runner driven by the clock, heard as it goes, written down as it goes. (A store is set up by one function; its
 * parts are functions of a few lines.)
 */
export const useFollowStore = defineStore('follow', () => {
  const person = usePersonStore()
  const state = shallowRef<RunnerState | null>(null)
  const record = shallowRef<SessionRecord | null>(null)
  const before = shallowRef<Felt>(NOT_SAID)
  /** What was last done at a command, or could not be; and that the device slept. */
  const answer = shallowRef<{ name: CommandName | 'slept'; done: boolean } | null>(null)
  /** What was laid out, whatever of it is done otherwise today. */
  let asPlanned: { routine: Routine; beside: Beside } | null = null
  /** The same routine as it is written, in the way of today. */
  const written = shallowRef<Routine | null>(null)
  /** The plan as adjusted for the health settings, and whether the person is asked before it starts. */
  const led = shallowRef<LedPlan | null>(null)
  /** Stages of learning that this session has moved: taken back with its end. */
  let movedStages: string[] = []
  let id = ''
  let timeZone = ''
  let keeper: ReturnType<typeof createRunningKeeper> | null = null
  /** Whether the record of the session that has ended is in the journal yet. */
  const kept = shallowRef<'being written' | 'kept' | 'not kept' | 'nothing'>('being written')
  /** Another tab has the session now; the screen that showed it leaves. */
  const takenOver = shallowRef(false)
  let letGo: (() => void) | null = null
  const about = () => ({ id, timeZone, before: before.value })
  const sound = createSessionSound(
    () => ({ sound: person.settings.sound, voice: person.settings.voice, recordings: person.profile.recordings }),
    beat,
  )
  const { interrupted, elsewhere, ...interruption } = useInterrupted(() => isUnderWay(state.value))

  const moment = computed(() => (state.value ? momentAt(state.value.timeline, state.value.positionSeconds) : null))
  const timeline = computed(() => state.value?.timeline ?? null)
  const leader = computed(() => state.value?.leader ?? 'it')
  /** All that is heard and said, in the order of time. */
  const cues = computed<Cue[]>(() => (timeline.value ? sound.cuesFor(timeline.value, leader.value !== 'me') : []))

  /** Lay out a routine to be followed; nothing runs yet. It may close what was practised elsewhere, or be a lesson of a series. */
  function prepare(routine: Routine, beside: Beside = {}) {
    leave()
    takenOver.value = false
    setSessionClock()
    asPlanned = { routine: asWritten(routine), beside }
    state.value = readyRunner(lead({ ...planOf(asPlanned.routine, person), ...beside }))
    record.value = null
    before.value = NOT_SAID
    answer.value = null
    sound.prepare()
    void sound.learnWords(state.value.timeline)
    id = newUuid()
    timeZone = deviceTimeZone()
  }
  /** What Today and the week propose is adjusted already: as it is written, the record can say so, and the person can choose. */
  function asWritten(routine: Routine): Routine {
    const stored = person.routines.find(({ id: storedId }) => storedId === routine.id)
    const concerns = concernsOf(person.settings.conditions)
    return stored && concerns.size > 0 ? unadjusted({ ...person.setting, routine }, stored, concerns) : routine
  }
  /** Adjust a plan for the health settings; every session passes here. */
  function lead(plan: SessionPlan, asWritten = false): SessionPlan {
    written.value = plan.routine
    led.value = ledPlan(plan, concernsOf(person.settings.conditions), asWritten)
    return led.value.plan
  }
  /**
   * How it is done today: all of it in a version, wherever a form has that (as planned without one), each form as far as it is learned, and
   * who practises with me. Only before it begins.
   */
  function doToday({ version, weightKg, leadsAsLearned, companions, asWritten }: Today) {
    if (!asPlanned || state.value?.status !== 'ready') return
    const { leader } = state.value
    const { routine: planned, beside } = asPlanned
    const learned = leadsAsLearned ? asLearned(planned, person.stageOf) : planned
    const routine = version ? inVersionToday(learned, person.setting, version, weightKg) : learned
    const together = companions.length > 0 ? { companions: companions.map((companion) => ({ ...companion })) } : {}
    const plan = lead({ ...planOf(routine, person), ...beside, ...together }, asWritten)
    state.value = { ...readyRunner(plan), leader }
    void sound.learnWords(state.value.timeline)
  }
  /** A session may have been laid out for hours: what its record says of its start is taken as it starts. */
  function beginAt() {
    setSessionClock()
    timeZone = deviceTimeZone()
    void hold(false)
  }
  /** Follow as the only tab that does. False when another tab has it. */
  async function hold(takesOver: boolean): Promise<boolean> {
    const sessionId = id
    const held = await holdSession(sessionId, takesOver, () => id === sessionId && givenUp())
    if (id === sessionId) letGo = held
    else held?.()
    return held !== null
  }
  /** Another tab has taken the session over. */
  function givenUp() {
    if (!isUnderWay(state.value)) return
    leave()
    takenOver.value = true
    person.notify('taken over', 'The session goes on in another tab.')
  }
  person.tabs.listen((message) => {
    if (message.kind === 'yield' && message.sessionId === id && isUnderWay(state.value)) void yieldIt()
  })
  /** All that happened is written before the other tab goes on from it. */
  async function yieldIt() {
    catchUp()
    write()
    await keeper?.finally(() => Promise.resolve())
    givenUp()
  }

  /** Begin, or carry out any other command now. Whether it made sense is answered. */
  function command(given: Command): boolean {
    if (!state.value) return false
    if (given === 'start' && led.value?.asksFirst) return false
    if (given === 'start' || given === 'resume' || given === 'undo') sound.open()
    if (given === 'start' && state.value.status === 'ready') beginAt()
    catchUp()
    const earlier = state.value
    const later = reduce(earlier, given, earlier.status === 'ready' ? nowMs() : Math.max(nowMs(), earlier.clockMs))
    const done = later.given.length > earlier.given.length
    if (earlier.status === 'ended' && later.status !== 'ended') awaken()
    take(later)
    if (later.status === 'paused' || later.status === 'dizzy' || given === 'endNow') sound.hush()
    tell(given, done)
    putOnClock()
    write()
    return done
  }

  /** Put another remainder in the place of what is still to come; false where there is none to be had. Who fits is known to who asks. */
  function takeRemainder(remainderOf: (now: RunnerState) => NewRemainder | null): boolean {
    catchUp()
    const remainder = state.value && remainderOf(state.value)
    return remainder ? command(remainder) : false
  }

  /** Commands that are heard or seen at once need no answer. */
  function tell(given: Command, done: boolean) {
    const name = nameOf(given)
    if (name === 'start' || name === 'signal' || name === 'breathIn' || name === 'breathOut') return
    answer.value = { name, done }
    sound.answer(name, done, moment.value?.secondsLeft ?? 0)
  }

  /** Let the clock's time pass; called by the worker's beat. */
  function beat(sinceMs = 0) {
    const current = state.value
    if (!current || current.status === 'ended' || current.status === 'ready') return
    if (sinceMs > SLEPT_MS && current.status === 'running') return sleptThrough(current)
    // Only here, where what is due is put on the clock just after: a step of the clock is of use when the sound knows it in time.
    keepTime(nextPhasesMs(current))
    catchUp()
    putOnClock()
    write()
  }
  function catchUp() {
    if (state.value) take(tick(state.value, nowMs()))
  }
  /** The device slept, and nothing was heard: the session is paused where it was. */
  function sleptThrough(current: RunnerState) {
    take(reduce(current, 'pause', current.clockMs))
    sound.hush()
    keepTime(null)
    answer.value = { name: 'slept', done: true }
    write()
  }
  function take(next: RunnerState) {
    const ended = next.status === 'ended' && state.value?.status !== 'ended'
    state.value = next
    if (ended) finish()
  }
  function putOnClock() {
    if (state.value) sound.schedule(state.value, cues.value)
  }

  function write() {
    if (!state.value || !isUnderWay(state.value)) return
    keeper ??= createRunningKeeper(person.kept, about())
    void keeper.keep(state.value)
  }
  function finish() {
    record.value = state.value && recordFrom(state.value, about())
    const finished = record.value
    if (!finished) return
    keeper ??= createRunningKeeper(person.kept, about())
    kept.value = 'being written'
    const endedId = id
    void keeper.finally(async () => {
      // A session that ended at once is not stored.
      if (finished.practisedSeconds < NOTHING_BELOW_SECONDS) {
        kept.value = 'nothing'
        await person.kept.deleteRunning(endedId)
        return
      }
      const isKept = await person.putSession(finished)
      movedStages = isKept ? await person.moveStages(finished) : []
      if (record.value?.id === endedId) kept.value = isKept ? 'kept' : 'not kept'
      // What it was followed from goes only when its record is there.
      if (isKept) await person.kept.deleteRunning(endedId)
    })
    letGo?.()
    sound.endBeat()
  }
  /** A session out of the journal, with the stages that it moved. */
  const withoutRecord = (sessionId: string) => [
    deletionOf('sessions', sessionId),
    ...movedStages.map((stageId) => deletionOf('stages', stageId)),
  ]
  /** The end was taken back: the session is under way again. */
  function awaken() {
    record.value = null
    void keeper?.finally(async () => {
      await person.change(withoutRecord(id))
    })
    keeper = null
    void hold(false)
    sound.reopen()
  }
  /** Take the session that has ended out of the journal, with the stages that it moved. */
  async function discard() {
    if (!record.value) return
    const { id: discardedId } = record.value
    await keeper?.finally(() => Promise.resolve())
    await person.change(withoutRecord(discardedId))
    movedStages = []
  }
  /** Add how it felt to the record that was kept at the end. */
  async function note(said: Pick<SessionRecord, 'after' | 'exertion' | 'recall' | 'sensations' | 'words'>) {
    if (!record.value || kept.value === 'nothing') return
    await keeper?.finally(() => Promise.resolve())
    record.value = { ...record.value, ...said }
    const noted = record.value
    kept.value = (await person.putSession(noted)) ? 'kept' : 'not kept'
    // What had to be looked up may move no form on that was moved on by the session's end.
    if (said.recall === undefined || movedStages.length === 0) return
    await person.change(movedStages.map((stageId) => deletionOf('stages', stageId)))
    movedStages = await person.moveStages(noted)
  }

  // A database that was deleted under the session, and one that was written back, gets all of the session anew.
  watch(
    () => person.wasDeleted,
    () => (keeper = null),
  )
  // What could not be written at first may be written later.
  watch(
    () => record.value !== null && person.isRefused('sessions', record.value.id),
    (isUnkept, wasUnkept) => {
      if (!wasUnkept || isUnkept || kept.value !== 'not kept' || !record.value) return
      kept.value = 'kept'
      void person.kept.deleteRunning(record.value.id)
    },
  )

  /** Take up the interrupted session where it was last seen, paused. False when another tab was sooner. */
  async function takeUp(): Promise<boolean> {
    return interrupted.value ? takeUpStored(interrupted.value, false) : false
  }
  /** Take over the session that another tab follows, paused where that tab comes to. */
  async function takeOver(): Promise<boolean> {
    const other = elsewhere.value
    if (!other) return false
    person.tabs.tell({ kind: 'yield', sessionId: other.id })
    return takeUpStored(other, true)
  }
  async function takeUpStored(stored: StoredRunning, takesOver: boolean): Promise<boolean> {
    leave()
    takenOver.value = false
    id = stored.id
    if (!(await hold(takesOver))) {
      id = ''
      await interruption.lookForInterrupted()
      return false
    }
    const { sessions } = await storedRunning(person.kept)
    const latest = sessions.find((each) => each.id === stored.id) ?? stored
    // The wall clock may have been set back since: time does not run backward in a session.
    setSessionClock(latest.running.aliveAtMs)
    state.value = tick(replay(latest.running), nowMs())
    void sound.learnWords(state.value.timeline)
    record.value = null
    before.value = latest.before
    timeZone = latest.timeZone
    interruption.leaveOut(stored.id)
    elsewhere.value = null
    // The tab that gave it up, and any other, can say now where it is.
    person.tabs.tell({ kind: 'changed', workspace: person.workspace, what: 'running' })
    return true
  }
  /** Close the sound and forget the session on the screen; what is stored stays. */
  function leave() {
    sound.close()
    letGo?.()
    letGo = null
    keeper = null
    state.value = null
  }

  return {
    state,
    record,
    before,
    answer,
    moment,
    cues,
    led,
    written,
    prepare,
    doToday,
    command,
    takeRemainder,
    beat,
    note,
    discard,
    takenOver,
    unsaid: sound.unsaid,
    takeUp,
    takeOver,
    leave,
    kept,
    interrupted,
    elsewhere,
    ...interruption,
  }
})

const isUnderWay = (state: RunnerState | null) => state !== null && state.status !== 'ready' && state.status !== 'ended'
