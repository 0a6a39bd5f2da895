import { steadyPace } from '#core/breath'
import { FIRST_SETTINGS } from '#core/formats'
import type { SessionRecord } from '#core/journal'
import type { StoredAlive, StoredRunning } from '~/shared/store/database'
import { aForm, NO_WAITING } from '../../../helpers'

/** What the session under test has stored, in memory. */
export const stored = {
  sessions: [] as SessionRecord[],
  removed: [] as string[],
  running: undefined as unknown,
  alive: undefined as unknown,
}
export function forgetStored() {
  Object.assign(stored, { sessions: [], removed: [], running: undefined, alive: undefined })
}

const FORMS = [
  aForm({ id: 'rise', name: 'Rise' }),
  aForm({ id: 'three-sweeps', part: 'gather' }),
  aForm({ id: 'settle', part: 'settle' }),
]

/** The modules of the stores that a session uses, for `vi.mock`. */
export const fakeWorkspace = {
  useWorkspaceStore: () => ({
    change: async (states: { list: string; id: string }[]) => {
      stored.removed.push(...states.map(({ list, id }) => `${list}/${id}`))
      stored.sessions = stored.sessions.filter((each) => !states.some(({ id }) => each.id === id))
    },
    tabs: { tell: () => undefined, listen: () => () => undefined },
    notify: () => undefined,
    wasDeleted: false,
    isRefused: () => false,
    kept: {
      putRunning: async (value: StoredRunning) => ((stored.running = value), true),
      putAlive: async (value: StoredAlive) => ((stored.alive = value), true),
      all: async () => ({ running: [stored.running].filter(Boolean), alive: [stored.alive].filter(Boolean) }),
      deleteRunning: async () => ((stored.running = stored.alive = undefined), true),
    },
  }),
}
export const fakeSettings = { useSettingsStore: () => ({ settings: FIRST_SETTINGS }) }
export const fakeJournal = {
  useJournalStore: () => ({ putSession: async (session: SessionRecord) => stored.sessions.push(session) > 0 }),
}
export const fakeLibrary = {
  useLibraryStore: () => ({
    routines: [],
    recordings: [],
    setting: { forms: FORMS, ways: [], pace: steadyPace(4, 6), rules: NO_WAITING },
    formsById: new Map(FORMS.map((form) => [form.id, form])),
    moveStages: async () => ['moved'],
  }),
}
