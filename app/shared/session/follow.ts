import { v4 as newUuid } from 'uuid'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { NOT_SAID, type Felt } from '#core/journal'
import type { Routine } from '#core/routine'
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
} from '#core/runner'
import type { Cue } from '#core/sound'
import { endSeconds, momentAt } from '#core/timeline'
import { keepTime, nowMs, setSessionClock } from '~/shared/clock/sessionClock'
import { deviceTimeZone } from '~/shared/clock/wallClock'
import { createSessionSound } from '~/shared/sound/sessionSound'
import { useInterrupted } from './interrupted'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import type { StoredRunning } from '~/shared/store/database'
import { storedRunning } from './runningKeeper'
import { createSessionPlan, type Beside, type Today } from './sessionPlan'
import { createSessionRecord } from './sessionRecord'
import { holdSession } from '~/shared/store/tabs'

/** So many phases ahead the clock may be set right. */
const PHASES_AHEAD = 4
/** A beat that comes this late means that the device has slept. */
const SLEPT_MS = 5000
/** When the next phases start, in milliseconds since 1970; null while nothing is going on, or it is waited. */
function nextPhasesMs(state: RunnerState): number[] | null {
  const here = state.status === 'running' && state.overrunSeconds === 0 ? currentPosition(state) : null
  if (!here) return null
  const { timeline, positionSeconds, clockMs } = state
  return timeline.segments
    .slice(here.segment.index, here.segment.index + PHASES_AHEAD)
    .map((segment) => clockMs + (endSeconds(timeline, segment) - positionSeconds) * 1000)
}

/** The session under way: a runner driven by the clock, heard as it goes (`sessionSound`), stored as it goes (`sessionRecord`). `sessionPlan` prepares it. */
export const useFollowStore = defineStore('follow', () => {
  const workspaceStore = useWorkspaceStore()
  const library = useLibraryStore()
  const { settings } = useSettingsStore()
  const state = shallowRef<RunnerState | null>(null)
  const before = shallowRef<Felt>(NOT_SAID)
  /** What was last done at a command, or could not be; and that the device slept. */
  const answer = shallowRef<{ name: CommandName | 'slept'; done: boolean } | null>(null)
  let id = ''
  let timeZone = ''
  /** Another tab has the session now; the screen that showed it leaves. */
  const takenOver = shallowRef(false)
  let letGo: (() => void) | null = null
  const { written, led, planRoutine, planToday } = createSessionPlan()
  const stored = createSessionRecord(() => ({ id, timeZone, before: before.value }))
  const { record, kept } = stored
  const sound = createSessionSound(
    () => ({ sound: settings.sound, voice: settings.voice, recordings: library.recordings }),
    beat,
  )
  const { interrupted, elsewhere, ...interruption } = useInterrupted(() => isUnderWay(state.value))

  const moment = computed(() => (state.value ? momentAt(state.value.timeline, state.value.positionSeconds) : null))
  const timeline = computed(() => state.value?.timeline ?? null)
  const leader = computed(() => state.value?.leader ?? 'app')
  /** All that is heard and said, in the order of time. */
  const cues = computed<Cue[]>(() => (timeline.value ? sound.cuesFor(timeline.value, leader.value !== 'self') : []))

  /** Lay out a routine to be followed; nothing runs yet. It may close what was practised elsewhere, or be a lesson of a series. */
  function prepare(routine: Routine, beside: Beside = {}) {
    leave()
    takenOver.value = false
    setSessionClock()
    state.value = readyRunner(planRoutine(routine, beside))
    record.value = null
    before.value = NOT_SAID
    answer.value = null
    sound.prepare()
    void sound.learnWords(state.value.timeline)
    id = newUuid()
    timeZone = deviceTimeZone()
  }
  /** How it is done today. Only before it begins. */
  function doToday(today: Today) {
    if (state.value?.status !== 'ready') return
    const { leader } = state.value
    const plan = planToday(today)
    if (!plan) return
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
    workspaceStore.notify('taken over', 'The session goes on in another tab.')
  }
  workspaceStore.tabs.listen((message) => {
    if (message.kind === 'yield' && message.sessionId === id && isUnderWay(state.value)) void yieldIt()
  })
  /** All that happened is written before the other tab goes on from it. */
  async function yieldIt() {
    catchUp()
    write()
    await stored.settled()
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
    if (state.value && isUnderWay(state.value)) stored.write(state.value)
  }
  function finish() {
    if (!state.value || !stored.finish(state.value)) return
    letGo?.()
    sound.endBeat()
  }
  /** The end was taken back: the session is under way again. */
  function awaken() {
    stored.takeBack()
    void hold(false)
    sound.reopen()
  }

  /** Take up the interrupted session where it was last seen, paused. False when another tab was sooner. */
  async function takeUp(): Promise<boolean> {
    return interrupted.value ? takeUpStored(interrupted.value, false) : false
  }
  /** Take over the session that another tab follows, paused where that tab comes to. */
  async function takeOver(): Promise<boolean> {
    const other = elsewhere.value
    if (!other) return false
    workspaceStore.tabs.tell({ kind: 'yield', sessionId: other.id })
    return takeUpStored(other, true)
  }
  async function takeUpStored(running: StoredRunning, takesOver: boolean): Promise<boolean> {
    leave()
    takenOver.value = false
    id = running.id
    if (!(await hold(takesOver))) {
      id = ''
      await interruption.lookForInterrupted()
      return false
    }
    const { sessions } = await storedRunning(workspaceStore.kept)
    const latest = sessions.find((each) => each.id === running.id) ?? running
    // The wall clock may have been set back since: time does not run backward in a session.
    setSessionClock(latest.running.aliveAtMs)
    state.value = tick(replay(latest.running), nowMs())
    void sound.learnWords(state.value.timeline)
    record.value = null
    before.value = latest.before
    timeZone = latest.timeZone
    interruption.leaveOut(running.id)
    elsewhere.value = null
    // The tab that gave it up, and any other, can say now where it is.
    workspaceStore.tabs.tell({ kind: 'changed', workspace: workspaceStore.workspace, what: 'running' })
    return true
  }
  /** Close the sound and forget the session on the screen; what is stored stays. */
  function leave() {
    sound.close()
    letGo?.()
    letGo = null
    stored.letGo()
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
    note: stored.note,
    discard: stored.discard,
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
