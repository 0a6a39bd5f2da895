import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { closeNow, refitRest } from '#core/compose'
import { NOT_SAID, type Felt, type SessionRecord } from '#core/journal'
import { stepFor, stepsOf, type Routine } from '#core/routine'
import {
  hereOf,
  nameOf,
  readyRunner,
  reduce,
  replay,
  tick,
  waitsFrom,
  type Command,
  type CommandName,
  type RunnerState,
} from '#core/runner'
import { answerSaid, cuesOf, spokenCues, type Cue } from '#core/sound'
import { endSeconds, momentAt } from '#core/timeline'
import { SPARE_CLOSING } from '#data'
import { audioSecondsAt, deviceTimeZone, driveBy, keepTime, nowMs, setSessionClock } from '~/composables/clock'
import { createLingerCues } from '~/composables/lingerCues'
import { createPlayer, type Player } from '~/composables/player'
import { startSoundWorker, type SoundWorkerClient } from '~/composables/soundWorker'
import { createSpeaker } from '~/composables/speaker'
import type { StoredRunning } from './database'
import { usePersonStore } from './person'
import { createRunningKeeper, recordFrom, recordOfStored, storedRunning } from './runningKeeper'

const BEAT_MS = 200
/** So many phases ahead the clock may be set right. */
const PHASES_AHEAD = 4
/** A beat that comes this late means that the device has slept. */
const SLEPT_MS = 5000

/** The session under way: a runner driven by the clock, heard through a player, written down as it goes. */
export const useFollowStore = defineStore('follow', () => {
  const person = usePersonStore()
  const state = shallowRef<RunnerState | null>(null)
  const record = shallowRef<SessionRecord | null>(null)
  /** A session that was under way when the application was last closed. */
  const interrupted = shallowRef<StoredRunning | null>(null)
  const before = shallowRef<Felt>(NOT_SAID)
  /** What was last done at a command, or could not be; and that the device slept. */
  const answer = shallowRef<{ name: CommandName | 'slept'; done: boolean } | null>(null)
  const speaker = createSpeaker()
  const spokenReady = shallowRef(false)
  let id = ''
  let timeZone = ''
  let worker: SoundWorkerClient | null = null
  let player: Player | null = null
  let keeper: ReturnType<typeof createRunningKeeper> | null = null
  const cuesWhileLingering = createLingerCues()
  const about = () => ({ id, timeZone, before: before.value })

  const moment = computed(() => (state.value ? momentAt(state.value.timeline, state.value.positionSeconds) : null))
  const timeline = computed(() => state.value?.timeline ?? null)
  const lead = computed(() => state.value?.lead ?? 'it')
  /** All that is heard and said, in the order of time. */
  const cues = computed<Cue[]>(() => {
    if (!timeline.value) return []
    const { voice } = person.settings
    speaker.set(voice, person.person.recordings)
    const said = spokenReady.value ? spokenCues(timeline.value, voice, speaker.secondsOf) : []
    const sounds = cuesOf(timeline.value, { breathTones: lead.value !== 'me' })
    return [...sounds, ...said].sort((one, other) => one.atSeconds - other.atSeconds)
  })

  /** Lay out a routine to be followed; nothing runs yet. */
  function prepare(routine: Routine) {
    leave()
    setSessionClock()
    const closing = SPARE_CLOSING.flatMap((formId) => person.formsById.get(formId) ?? [])
    const used = new Set([...stepsOf(routine).map(({ formId }) => formId), ...SPARE_CLOSING])
    const { pace, rules } = person.settings
    state.value = readyRunner({
      routine,
      forms: person.forms.filter((form) => used.has(form.id)),
      ways: person.ways.filter((way) => used.has(way.formId)),
      pace,
      rules,
      closing: closing.map((form) => ({ ...stepFor(form, `closing-${form.id}`), restBreaths: 0 })),
    })
    record.value = null
    before.value = NOT_SAID
    answer.value = null
    // At hand before the first key: the first bell is due with it.
    worker = startSoundWorker(BEAT_MS, beat)
    openVoice()
    id = crypto.randomUUID()
    timeZone = deviceTimeZone()
  }

  /** Begin, or carry out any other command now. Whether it made sense is answered. */
  function command(given: Command): boolean {
    if (!state.value) return false
    if (given === 'start' || given === 'resume' || given === 'undo') openSound()
    catchUp()
    const earlier = state.value
    const later = reduce(earlier, given, earlier.status === 'ready' ? nowMs() : Math.max(nowMs(), earlier.clockMs))
    const done = later.given.length > earlier.given.length
    if (earlier.status === 'ended' && later.status !== 'ended') awaken()
    take(later)
    if (later.status === 'paused' || later.status === 'dizzy' || given === 'endNow') player?.hush()
    tell(given, done)
    sound()
    write()
    return done
  }

  /** "I have N minutes left", or straight to the closing. */
  function minutesLeft(minutes: number): boolean {
    catchUp()
    const relay = state.value && refitRest(state.value, minutes * 60)
    return relay ? command(relay) : false
  }
  function close(): boolean {
    catchUp()
    const relay = state.value && closeNow(state.value)
    return relay ? command(relay) : false
  }

  /** Answer a command by a word, or by a small bell where nothing is said. */
  function tell(given: Command, done: boolean) {
    const name = nameOf(given)
    if (name === 'start' || name === 'signal' || name === 'breathIn' || name === 'breathOut') return
    answer.value = { name, done }
    if (!player) return
    const said = answerSaid(name, done, moment.value?.secondsLeft ?? 0)
    if (said.length > 0 && person.settings.voice.announces)
      player.say(said.map((text) => ({ text, formId: '', cue: '' })))
    else if (done) player.now({ kind: 'bell', bell: 'heard', quiet: person.settings.sound.quiet })
  }

  /** Let the clock's time pass; called by the worker's beat. */
  function beat(sinceMs = 0) {
    const current = state.value
    if (!current || current.status === 'ended' || current.status === 'ready') return
    if (sinceMs > SLEPT_MS && current.status === 'running') return sleptThrough()
    // Only here, where what is due is put on the clock just after: a step of the clock is of use when the sound knows it in time.
    keepTime(phasesMs(current))
    catchUp()
    sound()
    write()
  }

  function catchUp() {
    const current = state.value
    if (!current) return
    take(tick(current, nowMs()))
  }

  /** When the next phases start; null while nothing is going on, or it is waited. */
  function phasesMs(current: RunnerState): number[] | null {
    const here = current.status === 'running' && current.overrunSeconds === 0 ? hereOf(current) : null
    if (!here) return null
    const { timeline: now, positionSeconds, clockMs } = current
    return now.segments
      .slice(here.segment.index, here.segment.index + PHASES_AHEAD)
      .map((segment) => clockMs + (endSeconds(now, segment) - positionSeconds) * 1000)
  }

  /** The device slept, and nothing was heard: the session is paused where it was. */
  function sleptThrough() {
    const current = state.value!
    take(reduce(current, 'pause', current.clockMs))
    player?.hush()
    keepTime(null)
    answer.value = { name: 'slept', done: true }
    write()
  }

  function take(next: RunnerState) {
    const ended = next.status === 'ended' && state.value?.status !== 'ended'
    state.value = next
    if (ended) finish()
  }

  function sound() {
    const current = state.value
    if (!player || !current || current.status !== 'running') return
    player.set(person.settings.sound)
    if (player.context.state !== 'running') void player.unlock()
    const originMs = current.clockMs - current.positionSeconds * 1000
    const dueAt = (atSeconds: number) => audioSecondsAt(originMs + atSeconds * 1000)
    if (audioSecondsAt(originMs) === null) return
    // What lies beyond a waiting has no time yet.
    const until = waitsFrom(current)
    const heard = cuesWhileLingering(current, cues.value)
    player.schedule(until === null ? heard : heard.filter(({ atSeconds }) => atSeconds < until), dueAt)
  }

  function openSound() {
    worker ??= startSoundWorker(BEAT_MS, beat)
    if (!player) {
      player = createPlayer(worker, speaker, person.settings.sound)
      player.prepare()
      const { context } = player
      driveBy(context)
      context.addEventListener('statechange', () => beat())
    }
    void player.unlock()
    openVoice()
  }

  function openVoice() {
    speaker.set(person.settings.voice, person.person.recordings)
    void speaker.open().then(() => (spokenReady.value = true))
  }

  function write() {
    const current = state.value
    if (!current || current.status === 'ready' || current.status === 'ended') return
    keeper ??= createRunningKeeper(person.kept, about())
    void keeper.keep(current)
  }

  function finish() {
    const current = state.value
    record.value = current && recordFrom(current, about())
    const finished = record.value
    if (!finished) return
    const keep = async () => {
      await person.putSession(finished)
      await person.kept.deleteRunning()
      interrupted.value = null
    }
    keeper ??= createRunningKeeper(person.kept, about())
    void keeper.finally(keep)
    worker?.end()
    worker = null
  }

  /** The end was taken back: the session is under way again. */
  function awaken() {
    record.value = null
    void keeper?.finally(() => person.remove('sessions', id))
    keeper = null
    player?.hush()
    driveBy(null)
    player?.close()
    player = null
    openSound()
  }

  /** Add how it felt to the record that was kept at the end. */
  async function note(said: Pick<SessionRecord, 'after' | 'sensations' | 'words'>) {
    if (!record.value) return
    await keeper?.finally(() => Promise.resolve())
    record.value = { ...record.value, ...said }
    await person.putSession(record.value)
  }

  /** Look for a session that was interrupted. */
  async function lookForInterrupted() {
    if (state.value && state.value.status !== 'ready' && state.value.status !== 'ended') return
    interrupted.value = (await storedRunning(person.kept)) ?? null
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

  /** Log the interrupted session as far as it went. */
  async function logInterrupted() {
    const stored = interrupted.value
    if (!stored) return
    const logged = recordOfStored(stored)
    if (logged) await person.putSession(logged)
    await forgetInterrupted()
  }

  async function forgetInterrupted() {
    await person.kept.deleteRunning()
    interrupted.value = null
  }

  /** Close the sound and forget the session on the screen; what is stored stays. */
  function leave() {
    driveBy(null)
    player?.close()
    worker?.end()
    player = null
    worker = null
    keeper = null
    state.value = null
  }

  return {
    state,
    record,
    interrupted,
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
    lookForInterrupted,
    takeUp,
    logInterrupted,
    forgetInterrupted,
    leave,
  }
})
