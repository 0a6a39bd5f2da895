import { expose } from 'comlink'
import { afterEach, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { useReading } from '../../../../app/shared/files/reading'

type Told = (share: number) => Promise<void>
const ANSWER = { kind: 'archive', read: { ok: false, faults: [] } }

/** A worker whose work is told here; what it tells a share by is kept beyond its answer. */
function workAs(readText: (text: string, told: Told) => unknown) {
  vi.stubGlobal('Worker', function () {
    const { port1, port2 } = new MessageChannel()
    expose({ readText }, port1)
    return Object.assign(port2, { terminate: () => port2.close() })
  })
}
afterEach(() => vi.unstubAllGlobals())

it('a share that is told after the answer leaves the reading as over', async () => {
  let late: Told = () => Promise.resolve()
  workAs(async (_, told) => {
    await told(0.5)
    late = told
    return ANSWER
  })
  const scope = effectScope()
  const { progress, read } = scope.run(useReading)!
  expect(await read('{}')).toEqual(ANSWER)
  await late(0.73)
  expect(progress.value).toBeNull()
  scope.stop()
})

it('the share that is read is told while it is read', async () => {
  const shares: (number | null)[] = []
  const scope = effectScope()
  const { progress, read } = scope.run(useReading)!
  workAs(async (_, told) => {
    await told(0.5)
    shares.push(progress.value)
    return ANSWER
  })
  await read('{}')
  expect(shares).toEqual([0.5])
  scope.stop()
})
