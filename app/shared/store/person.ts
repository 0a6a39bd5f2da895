import type { Fault } from '#core/basics'
import { dequal } from 'dequal/lite'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { newPerson, type ListName, type PersonData, type Recording } from '#core/formats'
import type { BreathMeasure } from '#core/breath'
import { latestStages, stageHistory, type Form, type LearningStage } from '#core/forms'
import type { Trial } from '#core/evidence'
import { practiceDay, type SessionRecord, type SteadinessRules } from '#core/journal'
import type { Planned, Season } from '#core/plan'
import type { PracticeSetting } from '#core/timeline'
import type { Routine, RoutineVersion, Series } from '#core/routine'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { deviceTimeZone, wallMs } from '~/shared/clock/wallClock'
import { demoTakenElsewhere, openStore, rememberedWorkspace, rememberWorkspace, workspaceToOpen } from './ahead'
import { isEmpty, openWorkspace, type Workspace } from './database'
import { eraseAll, removeNow, replaceAll } from './writing'
import { createArchives } from './archives'
import { untilChecks } from './checking'
import { demoText, serverShowsDemo } from './demo'
import { forgetDrafts } from './drafts'
import { keptRunning } from './keptRunning'
import { createLaidAside } from './laidAside'
import { createReading } from './reading'
import { createSaving } from './saving'
import { personBeforeReading } from './lastAppearance'
import { personByList, settingsByField, unlessEqual } from './byField'
import { idOf, type Unreadable } from './storedPerson'
import { openTabs } from './tabs'
import { createWriteQueue, type Write } from './writeQueue'

/**
 * Everything of the person who practises here, kept in the browser; or of the demo, kept apart. (A store is set up by one function; its
 * parts are functions of a few lines.)
 */
export const usePersonStore = defineStore('person', () => {
  const workspace = ref<Workspace>(workspaceToOpen() ?? 'own')
  const opened = ref(false)
  const openingFault = ref('')
  const profile = shallowRef<PersonData>(personBeforeReading())
  /** What was told of the store and must be seen: what was refused, changed by another tab, or is waited for. */
  const notices = shallowRef<{ key: string; words: string }[]>([])
  const nowAtLook = ref(wallMs())
  const tabs = openTabs()
  const queue = createWriteQueue({
    workspace: () => workspace.value,
    open: (which) =>
      openStore(which, {
        onBlocked: () =>
          notify(
            'blocked',
            'Pebblebrook waits for another tab that has an older version open. Close that tab, or load it again.',
          ),
        onClosed: (why) => {
          queue.close(which)
          if (which === loadedWorkspace && why !== 'newer version') void lookWhetherDeleted(why)
        },
        onCreated: () => void (which === loadedWorkspace && noteDeleted()),
      }),
    onWrite: () => laidAside.update(),
  })
  const laidAside = createLaidAside(queue.changesOf)

  const settings = settingsByField(() => profile.value.settings)
  // A list stays the same one while other things change: a tick in the settings is no reason to sort the journal.
  const own = personByList(() => profile.value)
  const forms = computed<Form[]>(() => [...CATALOGUE, ...own.forms])
  const formsById = computed(() => new Map(forms.value.map((form) => [form.id, form])))
  const routines = computed<Routine[]>(() => [...own.routines, ...SHIPPED_ROUTINES])
  const ways = computed(() => own.ways)
  const pace = computed(() => settings.pace)
  const rules = computed(() => settings.rules)
  /** With these, any routine becomes a Timeline at my pace, in my way and by my house rules. */
  const setting = computed<PracticeSetting>(() => {
    return { forms: forms.value, ways: ways.value, pace: pace.value, rules: rules.value }
  })
  /** The latest first. (Instants are written alike: their letters are in the order of time; stored ones are in it already.) */
  const sessions = computed(() =>
    [...own.sessions].sort((one, other) => (one.startedAt < other.startedAt ? -1 : 1)).reverse(),
  )
  const today = computed(() =>
    practiceDay(new Date(nowAtLook.value).toISOString(), deviceTimeZone(), settings.dayEndsAtHour),
  )
  const pauses = computed(() => own.planned.filter((each) => each.kind === 'pause'))
  const steadinessRules = unlessEqual<SteadinessRules>(() => {
    const { dayEndsAtHour, restPlan } = settings
    return { dayEndsAtHour, restPlan, timeZoneToday: deviceTimeZone(), pauses: pauses.value }
  })
  const isShipped = (routineId: string) => SHIPPED_ROUTINES.some(({ id }) => id === routineId)

  /** Open the right workspace: the one last used, or on a first visit the demo if the server was started with it. */
  const open = () => (opening ??= openNow())
  let opening: Promise<void> | null = null
  async function openNow() {
    try {
      const remembered = rememberedWorkspace()
      if (remembered) await enter(remembered, true)
      else if ((await queue.read(isEmpty)) && (await serverShowsDemo())) await loadDemo(true)
      else await enter('own', true)
      opened.value = true
    } catch (error) {
      openingFault.value = `The store of this browser could not be opened: ${(error as Error).message}`
    }
  }

  function notify(key: string, words: string) {
    notices.value = [...notices.value.filter((each) => each.key !== key), { key, words }]
  }
  const dismiss = (key: string) => void (notices.value = notices.value.filter((each) => each.key !== key))
  const dismissAll = () => void (notices.value = [])

  /** Go to a workspace. Where it opens early, the latest sessions are there when this is done, and the rest when it is asked for. */
  async function enter(next: Workspace, opensEarly = false) {
    await queue.settled()
    queue.close(workspace.value)
    loadedWorkspace = null
    workspace.value = next
    wasDeleted.value = false
    await (opensEarly ? loadLatest() : load())
    loadedWorkspace = next
    await laidAside.takeUp(next, change)
  }

  /** Whether the database was deleted while the page holds what was in it: the person decides what becomes of that. */
  const wasDeleted = ref(false)
  let loadedWorkspace: Workspace | null = null
  const noteDeleted = () => void (wasDeleted.value ||= !dequal(profile.value, newPerson()))
  async function lookWhetherDeleted(why: 'deleted' | 'closed') {
    // A database that cannot be read is told by whoever reads next.
    if (why === 'deleted' || (await queue.read(isEmpty).catch(() => false))) noteDeleted()
  }
  /** Write all that is in memory into the database that was deleted. Answers why it was refused; empty when it is done. */
  async function writeBack(): Promise<string> {
    const refusal = await queue.replace((database) => replaceAll(database, profile.value))
    if (refusal) return refusal
    wasDeleted.value = false
    tell('all')
    return ''
  }
  /** Go on with the empty database. */
  async function acceptDeletion() {
    wasDeleted.value = false
    queue.dropRefused(workspace.value)
    await load()
  }

  /** Try again what the database refused; then this page and other tabs read anew. Answers what is stored now. */
  async function retryRefused(): Promise<Write[]> {
    const stored = await queue.retry()
    for (const where of new Set(stored.map((each) => each.workspace))) {
      if (where === workspace.value) await loadAnew()
      tell('all', where)
    }
    return stored
  }

  const { isFullyLoaded, unreadable, load, loadLatest, loadAnew, untilWhole } = createReading({
    queue,
    workspace,
    person: profile,
    openingFault,
    look,
    wasDeleted,
  })
  // Another tab has gone, and left something.
  if (typeof window !== 'undefined')
    window.addEventListener(
      'storage',
      ({ newValue }) => void (newValue && opened.value && laidAside.takeUp(workspace.value, change)),
    )
  tabs.listen((message) => {
    if (message.kind !== 'changed' || message.workspace !== workspace.value || message.what === 'running') return
    // Another tab has written back what was deleted.
    if (message.what === 'all') wasDeleted.value = false
    void loadAnew()
  })
  const tell = (what: ListName | 'settings' | 'running' | 'all', where = workspace.value) =>
    tabs.tell({ kind: 'changed', workspace: where, what })

  /** Take notice of the present time, for all that depends on today. */
  function look() {
    nowAtLook.value = wallMs()
  }

  const find = <K extends ListName>(list: K, id: string) =>
    (profile.value[list] as PersonData[K][number][]).find((each) => each.id === id)
  const saving = createSaving({ queue, workspace, person: profile, notify, tell, find })
  const { change, put, remove, changeSessions, saveSettings } = saving

  /** Whether an entry still stands as it was looked at: another tab may have changed or removed it since. */
  const isAsSeen = (session: SessionRecord) => dequal(find('sessions', session.id), session)

  /** From today on, the form stands at this stage. The id of what was noted. */
  async function putStage(formId: string, stage: LearningStage): Promise<string> {
    const id = `${formId}-${today.value}`.slice(-64)
    await put('stages', { id, formId, stage, day: today.value })
    return id
  }
  const latest = computed(() => latestStages(own.stages))
  /** How far a form is learned now; null where nothing is said of it. */
  const stageOf = (formId: string) => latest.value.get(formId) ?? null
  /** Where a lesson of a series, or a day of a season, is through with this session, its forms move on in learning. The ids of what was noted. */
  async function moveStages(session: SessionRecord): Promise<string[]> {
    await untilWhole()
    const { movedOn } = await import('./movedOn')
    const { conditions, dayEndsAtHour } = settings
    const known = { person: own, stageOf, forms: formsById.value, setting: setting.value, conditions, dayEndsAtHour }
    const moved: string[] = []
    for (const { formId, stage } of movedOn(session, known)) moved.push(await putStage(formId, stage))
    return moved
  }
  /** Put a mended item in the place of one that could not be read; the faults when it still cannot be. */
  async function mend(faulty: Unreadable, value: unknown): Promise<Fault[]> {
    const { checkItem, checkSettings } = await untilChecks()
    if (faulty.list === 'settings') {
      const checked = checkSettings(value)
      return checked.ok ? saveSettings(checked.value) : checked.faults
    }
    const checked = checkItem(faulty.list, value)
    if (!checked.ok) return checked.faults
    if (idOf(value) !== faulty.id && faulty.id) await discard(faulty)
    if (await put(faulty.list, checked.value)) unreadable.value = unreadable.value.filter((each) => each !== faulty)
    return []
  }
  /** Remove one that could not be read. */
  async function discard(faulty: Unreadable) {
    const kept = await queue.write({ key: `faulty/${faulty.id}`, what: 'deleting a faulty item' }, (database) =>
      removeNow(database, [faulty.list === 'settings' ? 'kept' : faulty.list], faulty.id),
    )
    if (kept) unreadable.value = unreadable.value.filter((each) => each !== faulty)
  }

  /** Fetch the demo as of today into its own database and go there. */
  async function loadDemo(opensEarly = false) {
    queue.dropRefused('demo')
    const text = await demoText(today.value, deviceTimeZone())
    if (!(await demoTakenElsewhere(text))) {
      const read = await archives.readText(text)
      if (!read.ok) throw new Error('The demo could not be made.')
      const demo = await openWorkspace('demo')
      await replaceAll(demo, read.value.person)
      demo.close()
    }
    rememberWorkspace('demo')
    await enter('demo', opensEarly)
  }

  /** Leave the demo for good and come to one's own, which was never touched. */
  async function leaveDemo() {
    await opening
    if (workspace.value !== 'demo') return
    const refusal = await queue.replace((database) => eraseAll(database))
    if (refusal) notify('demo', `The demo data could not be deleted: ${refusal}.`)
    queue.dropRefused('demo')
    forgetDrafts('demo')
    rememberWorkspace('own')
    await enter('own')
  }

  const archives = createArchives({
    queue,
    workspace: () => workspace.value,
    person: () => profile.value,
    untilWhole,
    load,
    put,
    saveSettings,
    tell: () => tell('all'),
  })

  /** Where a session under way is written to. */
  const kept = keptRunning(queue, () => tell('running'))

  return {
    workspace,
    opened,
    isFullyLoaded,
    untilWhole,
    openingFault,
    profile: own,
    unreadable,
    notices,
    dismiss,
    dismissAll,
    notify,
    refused: queue.refused,
    isRefused: (list: ListName, id: string) =>
      queue.refused.value.some(({ change: items }) => items?.some((item) => item.list === list && item.id === id)),
    retryRefused,
    slow: queue.slow,
    layAside: laidAside.layAside,
    wasDeleted,
    writeBack,
    acceptDeletion,
    tabs,
    settings,
    forms,
    formsById,
    routines,
    ways,
    setting,
    sessions,
    today,
    steadinessRules,
    isShipped,
    open,
    look,
    change,
    putRoutine: (routine: Routine) => put('routines', routine),
    putSeries: (series: Series) => put('series', series),
    putForm: saving.putForm,
    putWay: saving.putWay,
    putRoutineVersion: (version: RoutineVersion) => put('routineVersions', version),
    putMeasure: (measure: BreathMeasure) => put('breathMeasures', measure),
    stagesOf: (formId: string) => stageHistory(own.stages, formId),
    putStage,
    stageOf,
    putTrial: (trial: Trial) => put('trials', trial),
    putPlanned: (planned: Planned) => put('planned', planned),
    putSeason: (season: Season) => put('seasons', season),
    putRecording: (recording: Recording) => put('recordings', recording),
    putSession: (session: SessionRecord) => put('sessions', session),
    changeSessions,
    isAsSeen,
    moveStages,
    remove,
    saveSettings,
    ...archives,
    reload: load,
    mend,
    discard,
    loadDemo: () => loadDemo(),
    leaveDemo,
    kept,
  }
})
