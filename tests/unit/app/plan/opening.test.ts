import { beforeEach, expect, it, vi } from 'vitest'
import { newPerson } from '#core/formats'
import { openWithWorker, takeOpening } from '~/shared/plan/opening'
import type { TodayFound } from '~/shared/plan/planRequests'
import { readLatest } from '~/shared/store/ahead'

/** The worker's part: what it has read, and what it tells of today, when a test lets it. */
const remote = { read: vi.fn(), today: vi.fn(), takeDemo: vi.fn() }
let breakDown: () => void
vi.mock('~/shared/plan/planWorker', () => ({
  planWorker: () => ({ remote, broken: new Promise((_, reject) => (breakDown = () => reject(new Error('gone')))) }),
  shippedFor: () => null,
}))
vi.mock('comlink', () => ({ proxy: (tell: unknown) => tell }))

const found = (isDone: boolean) => ({ offers: [], stepsOf: {}, others: [], rest: null, isDone }) as TodayFound
const about = { today: '2026-03-04' }
const open = async (person = newPerson()) => {
  remote.read.mockResolvedValue({ person, unreadable: [], isFullyLoaded: true })
  return (await readLatest({} as never, 'own')).person
}
beforeEach(() => {
  vi.clearAllMocks()
  remote.today.mockResolvedValue(about)
  openWithWorker()
})

it('what was begun when the store was opened is taken once, with all that was told meanwhile and what is told later', async () => {
  let tell: (now: TodayFound) => void = () => undefined
  remote.today.mockImplementation(async (_moment: unknown, _shipped: unknown, told: typeof tell) => {
    tell = told
    return Promise.resolve(about)
  })
  const person = await open()
  await vi.waitFor(() => expect(remote.today).toHaveBeenCalled())
  tell(found(false))
  const begun = takeOpening({ workspace: 'own', data: person })!
  expect(await begun.about).toBe(about)
  const heard: unknown[] = []
  begun.listen((now) => heard.push(now?.isDone))
  tell(found(true))
  expect(heard).toEqual([false, true])
  expect(takeOpening({ workspace: 'own', data: person })).toBeNull()
})

it.each(['settings', 'sessions', 'routines', 'planned'] as const)(
  'it is not taken where the %s have changed since: it was judged by what they were',
  async (list) => {
    const person = await open()
    const changed = { ...person, [list]: list === 'settings' ? { ...person.settings } : [...person[list]] }
    expect(takeOpening({ workspace: 'own', data: changed })).toBeNull()
  },
)

it('it is not taken in another workspace, nor where the page had to read by itself', async () => {
  const person = await open()
  expect(takeOpening({ workspace: 'demo', data: person })).toBeNull()
  remote.read.mockRejectedValue(new Error('The worker cannot be had.'))
  await readLatest({} as never, 'own').catch(() => undefined)
  expect(takeOpening({ workspace: 'own', data: person })).toBeNull()
})

it('a worker that breaks down says so to whoever listens, and the page asks by itself', async () => {
  remote.today.mockReturnValue(new Promise(() => undefined))
  const person = await open()
  const begun = takeOpening({ workspace: 'own', data: person })!
  const heard: unknown[] = []
  begun.listen((now) => heard.push(now))
  await new Promise((resolve) => setTimeout(resolve))
  breakDown()
  expect(await begun.about).toBeNull()
  expect(heard).toEqual([null])
})
