import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Cue, Sample, SoundSettings } from '#core/sound'
import { AHEAD_SECONDS, createPlayer, HEARD, type Player } from '~/shared/sound/player'
import type { Speaker } from '~/shared/sound/speaker'

/** An audio graph that only notes what is started and stopped on its clock. */
const played: { at: number; offset: number; stoppedAt: number | null; cut: boolean }[] = []
class FakeGain {
  gain = { value: 1, setTargetAtTime: () => undefined }
  connect() {}
  disconnect() {
    const last = played.at(-1)
    if (last && last.stoppedAt === null) last.cut = true
  }
}
class FakeBuffer {
  duration: number
  constructor({ length, sampleRate }: { length: number; sampleRate: number }) {
    this.duration = length / sampleRate
  }
  copyToChannel() {}
}
class FakeSource {
  onended: (() => void) | null = null
  private entry = { at: 0, offset: 0, stoppedAt: null as number | null, cut: false }
  connect() {}
  start(at: number, offset: number) {
    Object.assign(this.entry, { at, offset })
    played.push(this.entry)
  }
  stop(at = 0) {
    this.entry.stoppedAt = at
  }
}
const RATE = 1000
const context = {
  currentTime: 0,
  state: 'running',
  sampleRate: RATE,
  destination: {},
  resume: async () => undefined,
  close: async () => undefined,
}
const lengthOf = (sample: Sample) =>
  sample.kind === 'breath' ? sample.lengthSeconds : sample.kind === 'bell' ? 2 : 0.1
const worker = { samples: vi.fn(async (sample: Sample) => new Float32Array(Math.round(lengthOf(sample) * RATE))) }
const speaker = {
  buffersOf: async () => [],
  bellOf: () => null,
  speakAt: vi.fn(() => () => undefined),
  hush: vi.fn(),
} as unknown as Speaker
const SETTINGS: SoundSettings = {
  silent: false,
  quiet: false,
  timbre: 'reed',
  breathVolume: 1,
  bellVolume: 1,
  voiceVolume: 1,
}
const heard: string[] = []

let player: Player
beforeEach(() => {
  vi.stubGlobal('GainNode', FakeGain)
  vi.stubGlobal('AudioBuffer', FakeBuffer)
  vi.stubGlobal('AudioBufferSourceNode', FakeSource)
  const window = new EventTarget()
  vi.stubGlobal('window', window)
  window.addEventListener(HEARD, (event) => heard.push((event as CustomEvent<{ cue: Cue }>).detail.cue.kind))
  played.length = 0
  heard.length = 0
  worker.samples.mockClear()
  context.currentTime = 0
  context.state = 'running'
  player = createPlayer(worker as never, speaker, SETTINGS, context as never)
})

const bell = (atSeconds: number): Cue => ({ kind: 'bell', atSeconds, bell: 'form' })
const breath = (atSeconds: number, lengthSeconds = 4): Cue => ({
  kind: 'breath',
  atSeconds,
  lengthSeconds,
  fromLevel: 0,
  toLevel: 1,
  breath: 'in',
})
const soon = () => new Promise((resolve) => setTimeout(resolve))
/** Put cues on the clock, at a time of it, where the session's axis begins at `origin`. */
async function schedule(cues: Cue[], now = 0, origin = 0) {
  context.currentTime = now
  player.schedule(cues, (atSeconds) => atSeconds + origin)
  await soon()
}

describe('the schedule of what is heard', () => {
  it('puts on the clock what falls due soon, once, and tells the page', async () => {
    const cues = [bell(1), breath(1), bell(AHEAD_SECONDS + 5)]
    await schedule(cues)
    await schedule(cues, 0.2)
    expect(played.map(({ at }) => at)).toEqual([1, 1])
    expect(heard).toEqual(['bell', 'breath'])
    await schedule(cues, 6)
    expect(played.at(-1)!.at).toBe(AHEAD_SECONDS + 5)
  })
  it('takes back what is no longer wanted, and leaves a bell that was struck to ring out', async () => {
    await schedule([bell(1), bell(3)])
    await schedule([bell(1)], 0.5)
    expect(played[1]!.stoppedAt).not.toBeNull()
    await schedule([], 1.5)
    expect(played[0]!.stoppedAt).toBeNull()
  })
  it('breaks off a breath that goes on when it is no longer wanted', async () => {
    await schedule([breath(1)])
    await schedule([], 2)
    expect(played[0]!.stoppedAt).toBeGreaterThan(2)
  })
  it('puts anew what comes at another time, and not for a millisecond or two', async () => {
    await schedule([bell(4)])
    await schedule([bell(4)], 1, 0.002)
    expect(played).toHaveLength(1)
    await schedule([bell(4)], 1, 0.5)
    expect(played.map(({ at }) => at)).toEqual([4, 4.5])
    expect(played[0]!.stoppedAt).not.toBeNull()
  })
  it('leaves out a bell that is too late, and joins a breath where it would be by now', async () => {
    await schedule([bell(1), breath(1)], 3)
    expect(played).toHaveLength(1)
    expect(played[0]).toMatchObject({ at: 3, offset: 2 })
  })
  it('makes a bell once, and each breath for its length', async () => {
    await schedule([bell(1), breath(1), bell(2), breath(5)])
    expect(worker.samples.mock.calls.map(([sample]) => sample.kind).sort()).toEqual(['bell', 'breath', 'breath'])
  })
  it('rings a bell of my own where there is one, and makes none in its place', async () => {
    const own = { getChannelData: () => new Float32Array(3 * RATE) }
    const ringer = { ...speaker, bellOf: async (name: string) => (name === 'form' ? own : null) } as unknown as Speaker
    player = createPlayer(worker as never, ringer, SETTINGS, context as never)
    await schedule([bell(1)])
    expect(worker.samples).not.toHaveBeenCalled()
    expect(played).toMatchObject([{ at: 1 }])
  })
  it('puts nothing on a clock that stands still', async () => {
    context.state = 'suspended'
    await schedule([bell(1)])
    expect(played).toEqual([])
  })
  it('is hushed at once, and goes on afterwards', async () => {
    await schedule([breath(0), bell(2)], 1)
    player.hush()
    expect(played.every(({ stoppedAt }) => stoppedAt !== null)).toBe(true)
    await schedule([bell(2)], 1.2)
    expect(played.at(-1)).toMatchObject({ at: 2, stoppedAt: null })
  })
  it('lets the device speak where it has a voice, when it is due, and calls it off', async () => {
    const voice: Cue = {
      kind: 'voice',
      atSeconds: 2,
      lengthSeconds: 1,
      phrases: [{ text: 'next', formId: '', cue: '' }],
    }
    const calledOff = vi.fn()
    const device = { ...speaker, buffersOf: async () => null, speakAt: vi.fn(() => calledOff) } as unknown as Speaker
    player = createPlayer(worker as never, device, { ...SETTINGS, voiceVolume: 0.8 }, context as never)
    await schedule([voice], 0.5)
    expect(device.speakAt).toHaveBeenCalledWith(voice.phrases, 1.5, 0.8)
    await schedule([], 1)
    expect(calledOff).toHaveBeenCalledOnce()
  })
})
