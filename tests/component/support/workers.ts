import { vi } from 'vitest'

type Api = Record<string, (...given: unknown[]) => unknown>
const exposed: Api[] = []

/** Workers run in this process: their module is imported, and what it exposes is called with copies, as over a channel. */
export class WorkerHere {
  readonly api: Promise<Api>
  constructor(url: URL | string) {
    this.api = import(/* @vite-ignore */ new URL(url).pathname).then(() => exposed.at(-1)!)
  }
  addEventListener() {}
  terminate() {}
}
const copy = (given: unknown) => (typeof given === 'function' ? given : structuredClone(given))

export const comlinkHere = {
  releaseProxy: Symbol('release'),
  expose: (api: Api) => void exposed.push(api),
  proxy: <T>(given: T) => given,
  transfer: <T>(given: T) => given,
  wrap: (worker: WorkerHere) =>
    new Proxy(
      {},
      {
        get:
          (_, name: string) =>
          async (...given: unknown[]) =>
            (await worker.api)[name]?.(...given.map(copy)),
      },
    ),
}
export const stubWorkers = () => vi.stubGlobal('Worker', WorkerHere)
