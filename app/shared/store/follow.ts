import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { closeNow, refitRemainder } from '#core/compose'
import { NOT_SAID, type Felt, type SessionRecord } from '#core/journal'
import { stepFor, stepsOf, type Routine } from '#core/routine'
import {
  hereOf,
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
import { SPARE_CLOSING } from '#data'
import { deviceTimeZone, keepTime, nowMs, setSessionClock } from '~/shared/sound/clock'
import { createSessionSound } from '~/shared/sound/sessionSound'
import { useInterrupted } from './interrupted'
import { usePersonStore } from './person'
import { createRunningKeeper, recordFrom } from './runningKeeper'

/** So many phases ahead the clock may be set right. */
const PHASES_AHEAD = 4
/** A beat that comes this late means that the device has slept. */
const SLEPT_MS = 5000

/** When the next phases start, in milliseconds since 1970; null while nothing is going on, or it is waited. */
function nextPhasesMs(state: RunnerState): number[] | null {
  const here = state.status === 'running' && state.overrunSeconds === 0 ? hereOf(state) : null
  if (!here) return null
  const { timeline, positionSeconds, clockMs } = state
  return timeline.segments
    .slice(here.segment.index, here.segment.index + PHASES_AHEAD)
    .map((segment) => clockMs + (endSeconds(timeline, segment) - positionSeconds) * 1000)
}

/** What a routine is followed from, with the plan's own closing for a routine that has none. */
function planOf(routine: Routine, person: ReturnType<typeof usePersonStore>) {
  const { forms, ways, ...setting } = person.setting
  const used = new Set([...stepsOf(routine).map(({ formId }) => formId), ...SPARE_CLOSING])
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
  let id = ''
  let timeZone = ''
  let keeper: ReturnType<typeof createRunningKeeper> | null = null
  const about = () => ({ id, timeZone, before: before.value })
  const sound = createSessionSound(
    () => ({ sound: person.settings.sound, voice: person.settings.voice, recordings: person.person.recordings }),
    beat,
  )
  const { interrupted, ...interruption } = useInterrupted(() => isUnderWay(state.value))

  const moment = computed(() => (state.value ? momentAt(state.value.timeline, state.value.positionSeconds) : null))
  const timeline = computed(() => state.value?.timeline ?? null)
  const leader = computed(() => state.value?.leader ?? 'it')
  /** All that is heard and said, in the order of time. */
  const cues = computed<Cue[]>(() => (timeline.value ? sound.cuesFor(timeline.value, leader.value !== 'me') : []))

  /** Lay out a routine to be followed; nothing runs yet. */
  function prepare(routine: Routine) {
    leave()
    setSessionClock()
    state.value = readyRunner(planOf(routine, person))
    record.value = null
    before.value = NOT_SAID
    answer.value = null
    sound.prepare()
    id = crypto.randomUUID()
    timeZone = deviceTimeZone()
  }

  /** Begin, or carry out any other command now. Whether it made sense is answered. */
  function command(given: Command): boolean {
    if (!state.value) return false
    if (given === 'start' || given === 'resume' || given === 'undo') sound.open()
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

  /** "I have N minutes left", or straight to the closing. */
  const minutesLeft = (minutes: number) => takeOver((now) => refitRemainder(now, minutes * 60))
  const close = () => takeOver(closeNow)
  function takeOver(remainderOf: (now: RunnerState) => NewRemainder | null): boolean {
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
    void keeper.finally(async () => {
      await person.putSession(finished)
      await interruption.forgetInterrupted()
    })
    sound.endBeat()
  }
  /** The end was taken back: the session is under way again. */
  function awaken() {
    record.value = null
    void keeper?.finally(() => person.remove('sessions', id))
    keeper = null
    sound.reopen()
  }
  /** Add how it felt to the record that was kept at the end. */
  async function note(said: Pick<SessionRecord, 'after' | 'sensations' | 'words'>) {
    if (!record.value) return
    await keeper?.finally(() => Promise.resolve())
    record.value = { ...record.value, ...said }
    await person.putSession(record.value)
  }

  /** Take up the interrupted session where it was last seen, paused. */
  function takeUp() {
    const stored = interrupted.value
    if (!stored) return
    leave()
    setSessionClock()
    state.value = tick(replay(stored.running), nowMs())
    record.value = null
    before.value = stored.before
    ;({ id, timeZone } = stored)
    interrupted.value = null
  }
  /** Close the sound and forget the session on the screen; what is stored stays. */
  function leave() {
    sound.close()
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
    prepare,
    command,
    minutesLeft,
    close,
    beat,
    note,
    takeUp,
    leave,
    interrupted,
    ...interruption,
  }
})

const isUnderWay = (state: RunnerState | null) => state !== null && state.status !== 'ready' && state.status !== 'ended'
