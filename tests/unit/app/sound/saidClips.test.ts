import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it } from 'vitest'
import { writeWav } from '#core/formats'
import { eraseSaid, saidClips, type SaidFrom } from '~/shared/sound/saidClips'

/** A second of a word between two silences. */
const samples = Float32Array.from({ length: 16_000 }, (_, at) =>
  at > 4000 && at < 12_000 ? 0.5 * Math.sin(at / 8) : 0,
)
const WAV = writeWav(samples, 16_000)

/** A server that answers in turn as it is told, and is asked no more than that. */
function server(...answers: (number | 'gone')[]) {
  const asked: string[] = []
  const paused: number[] = []
  const from: SaidFrom = {
    ask(text) {
      asked.push(text)
      const answer = answers.length > 1 ? answers.shift()! : answers[0]!
      if (answer === 'gone') return Promise.reject(new TypeError('offline'))
      return Promise.resolve(new Response(answer === 200 ? WAV.slice() : '{}', { status: answer }))
    },
    decode: () => Promise.resolve(samples),
    pause: (ms) => Promise.resolve(void paused.push(ms)),
  }
  return { from, asked, paused }
}

describe('words of my own', () => {
  beforeEach(() => void (globalThis.indexedDB = new IDBFactory()))

  it('are asked for once, trimmed, and kept for the next session, however they are written', async () => {
    const first = server(200)
    const clips = await saidClips(['Moon over the well', 'moon over the well '], first.from)
    expect(clips.map(({ id }) => id)).toEqual(['moon over the well'])
    // Half a second of sound, with a little before and after.
    expect(clips[0]!.seconds).toBeGreaterThan(0.5)
    expect(clips[0]!.seconds).toBeLessThan(0.75)
    expect(first.asked).toHaveLength(1)
    const second = server('gone')
    expect(await saidClips(['Moon over the well'], second.from)).toEqual(clips)
    expect(second.asked).toEqual([])
  })
  it('that cannot be had are asked for no more in this session, and asked again in the next', async () => {
    const off = server('gone')
    expect(await saidClips(['One', 'Two', 'Three'], off.from)).toEqual([])
    expect(off.asked).toEqual(['One'])
    expect(await saidClips(['One', 'Two'], server(200).from)).toHaveLength(2)
  })
  it('are waited for where the server has too much to do, three times at most', async () => {
    const busy = server(429, 429, 200)
    expect(await saidClips(['One'], busy.from)).toHaveLength(1)
    expect(busy.paused).toEqual([2000, 2000])
    expect(await saidClips(['Two'], server(429).from)).toEqual([])
  })
  it('that no voice can say are not asked for, or not again', async () => {
    const none = server(422)
    expect(await saidClips(['気功', '…', 'x'.repeat(121)], none.from)).toEqual([])
    expect(none.asked).toEqual([])
    expect(await saidClips(['zzz'], none.from)).toEqual([])
  })
  it('are forgotten when everything is', async () => {
    await saidClips(['One'], server(200).from)
    await eraseSaid()
    const again = server(200)
    await saidClips(['One'], again.from)
    expect(again.asked).toEqual(['One'])
  })
})
