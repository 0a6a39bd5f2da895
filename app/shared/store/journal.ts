import { dequal } from 'dequal/lite'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { BreathMeasure } from '#core/breath'
import type { Trial } from '#core/evidence'
import { practiceDay, type JournalChange, type SessionRecord, type SteadinessRules } from '#core/journal'
import { deviceTimeZone } from '~/shared/clock/wallClock'
import { unlessEqual } from './byField'
import { deletionOf, stateOf } from './saving'
import { useSettingsStore } from './settings'
import { useWorkspaceStore } from './workspace'

/** Sessions, the current practice day, breath measures and comparisons. */
export const useJournalStore = defineStore('journal', () => {
  const workspace = useWorkspaceStore()
  const { settings } = useSettingsStore()
  const { data, put } = workspace

  /** The latest first. (Instants are written alike: their letters are in the order of time; stored ones are in it already.) */
  const sessions = computed(() =>
    [...data.sessions].sort((one, other) => (one.startedAt < other.startedAt ? -1 : 1)).reverse(),
  )
  const steadinessRules = unlessEqual<SteadinessRules>(() => {
    const { dayEndsAtHour, restPlan } = settings
    const pauses = data.planned.filter((each) => each.kind === 'pause')
    return { dayEndsAtHour, restPlan, timeZoneToday: deviceTimeZone(), pauses }
  })
  /** Change the journal: all of it or nothing. */
  const changeSessions = ({ go, come }: JournalChange) =>
    workspace.change([
      ...go.filter((id) => !come.some((session) => session.id === id)).map((id) => deletionOf('sessions', id)),
      ...come.map((session) => stateOf('sessions', session)),
    ])

  return {
    sessions,
    steadinessRules,
    today: computed(() =>
      practiceDay(new Date(workspace.nowAtLook).toISOString(), deviceTimeZone(), settings.dayEndsAtHour),
    ),
    breathMeasures: computed(() => data.breathMeasures),
    trials: computed(() => data.trials),
    changeSessions,
    putSession: (session: SessionRecord) => put('sessions', session),
    putMeasure: (measure: BreathMeasure) => put('breathMeasures', measure),
    putTrial: (trial: Trial) => put('trials', trial),
    /** Whether a session is still as it was when it was looked at: another tab may have changed or deleted it since. */
    isAsSeen: (session: SessionRecord) => dequal(workspace.find('sessions', session.id), session),
  }
})
