import { type Fault, validate } from '#core/basics'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { InferType, Schema } from 'yup'
import {
  newPerson,
  PERSON_LISTS,
  readArchive,
  recordingSchema,
  settingsSchema,
  toArchive,
  writeArchive,
  type Archive,
  type ListName,
  type PersonData,
  type Recording,
  type Settings,
} from '#core/formats'
import { measureSchema, type BreathMeasure } from '#core/breath'
import { formSchema, stageHistory, stageSchema, waySchema, type Form, type LearningStage, type Way } from '#core/forms'
import { practiceDay, storedSessionSchema, type SessionRecord } from '#core/journal'
import type { PracticeSetting } from '#core/timeline'
import { routineSchema, routineVersionSchema, type Routine, type RoutineVersion } from '#core/routine'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { deviceTimeZone, wallMs } from '~/shared/sound/clock'
import {
  eraseAll,
  isEmpty,
  openWorld,
  putNow,
  readAll,
  replaceAll,
  type Database,
  type StoredAlive,
  type StoredRunning,
  type World,
} from './database'
import { plainCopy } from './plainCopy'
import type { KeptRunning } from './runningKeeper'

const WORLD_KEY = 'pebblebrook.world'
const LIST_SCHEMAS: { [List in ListName]: Schema<PersonData[List][number]> } = {
  forms: formSchema,
  ways: waySchema,
  routines: routineSchema,
  routineVersions: routineVersionSchema,
  sessions: storedSessionSchema,
  breathMeasures: measureSchema,
  stages: stageSchema,
  recordings: recordingSchema,
}

/**
 * Everything of the person who practises here, kept in the browser; or of the demo, kept apart. (A store is set up by one function; its
 * parts are functions of a few lines.)
 */
export const usePersonStore = defineStore('person', () => {
  const world = ref<World>('own')
  const opened = ref(false)
  const openingFault = ref('')
  const person = shallowRef<PersonData>(newPerson())
  /** Stored things that could not be read; they stay in the store untouched. */
  const unreadable = ref<string[]>([])
  const nowAtLook = ref(wallMs())
  let database: Database

  const settings = computed(() => person.value.settings)
  const forms = computed<Form[]>(() => [...CATALOGUE, ...person.value.forms])
  const formsById = computed(() => new Map(forms.value.map((form) => [form.id, form])))
  const routines = computed<Routine[]>(() => [...person.value.routines, ...SHIPPED_ROUTINES])
  const ways = computed(() => person.value.ways)
  /** With these, any routine becomes a Timeline at my pace, in my way and by my house rules. */
  const setting = computed<PracticeSetting>(() => {
    const { pace, rules } = settings.value
    return { forms: forms.value, ways: ways.value, pace, rules }
  })
  const sessions = computed(() =>
    [...person.value.sessions].sort((one, other) => other.startedAt.localeCompare(one.startedAt)),
  )
  const today = computed(() =>
    practiceDay(new Date(nowAtLook.value).toISOString(), deviceTimeZone(), settings.value.dayEndsAtHour),
  )
  const isShipped = (routineId: string) => SHIPPED_ROUTINES.some(({ id }) => id === routineId)

  /** Open the right world: the one last used, or on a first visit the demo if the server was started with it. */
  async function open() {
    try {
      const remembered = localStorage.getItem(WORLD_KEY)
      if (remembered === 'demo' || remembered === 'own') await enter(remembered)
      else {
        await enter('own')
        if ((await isEmpty(database)) && (await serverShowsDemo())) await loadDemo()
      }
      opened.value = true
    } catch (error) {
      openingFault.value = `The store of this browser could not be opened: ${(error as Error).message}`
    }
  }

  async function enter(next: World) {
    database?.close()
    database = await openWorld(next)
    world.value = next
    await load()
  }

  async function load() {
    const stored = await readAll(database)
    const next = newPerson()
    unreadable.value = []
    const readable = <S extends Schema>(schema: S, value: unknown, name: string): InferType<S>[] => {
      const checked = validate(schema, value, name)
      if (checked.ok) return [checked.value]
      unreadable.value = [...unreadable.value, `${name}: ${checked.faults[0]?.message ?? ''}`]
      return []
    }
    const [settings = next.settings] =
      stored.settings === undefined ? [] : readable(settingsSchema, stored.settings, 'settings')
    const lists = PERSON_LISTS.map((list, index) => [
      list,
      stored.lists[index]!.flatMap((item) => readable(LIST_SCHEMAS[list], item, list)),
    ])
    person.value = { ...next, settings, ...Object.fromEntries(lists) }
    look()
  }

  /** Take notice of the present time, for all that depends on today. */
  function look() {
    nowAtLook.value = wallMs()
  }

  async function put<K extends ListName>(list: K, item: PersonData[K][number]) {
    const plain = plainCopy(item)
    await putNow(database, list, plain as never)
    const rest = (person.value[list] as { id: string }[]).filter(({ id }) => id !== plain.id)
    person.value = { ...person.value, [list]: [...rest, plain] }
  }

  async function remove(list: ListName, id: string) {
    await database.delete(list, id)
    person.value = {
      ...person.value,
      [list]: (person.value[list] as { id: string }[]).filter((item) => item.id !== id),
    }
  }

  /** Change settings; faulty ones are refused and named, and nothing is written. */
  async function saveSettings(change: Partial<Settings>): Promise<Fault[]> {
    const checked = validate(settingsSchema, JSON.parse(JSON.stringify({ ...settings.value, ...change })), 'settings')
    if (!checked.ok) return checked.faults
    await putNow(database, 'kept', checked.value, 'settings')
    person.value = { ...person.value, settings: checked.value }
    return []
  }

  /** Everything as the text of an archive. */
  function exportText(): string {
    return writeArchive(toArchive(person.value, new Date(wallMs()).toISOString()))
  }

  /** Check an archive; only `takeArchive` writes. */
  const readText = (text: string) => readArchive(text, { shippedFormIds: CATALOGUE.map(({ id }) => id) })

  async function takeArchive(archive: Archive) {
    await replaceAll(database, archive.person)
    await load()
  }

  async function erase() {
    await eraseAll(database)
    await load()
  }

  async function serverShowsDemo(): Promise<boolean> {
    try {
      const mode: unknown = await (await fetch('/api/mode')).json()
      return typeof mode === 'object' && mode !== null && 'demo' in mode && mode.demo === true
    } catch {
      return false
    }
  }

  /** Fetch the demo as of today into its own database and go there. */
  async function loadDemo() {
    const query = new URLSearchParams({ date: today.value, zone: deviceTimeZone() })
    const answer = await fetch(`/api/demo?${query}`)
    const read = readText(await answer.text())
    if (!answer.ok || !read.ok) throw new Error('The server did not give the demo.')
    const demo = await openWorld('demo')
    await replaceAll(demo, read.value.person)
    demo.close()
    localStorage.setItem(WORLD_KEY, 'demo')
    await enter('demo')
  }

  /** Leave the demo for good and come to one's own, which was never touched. */
  async function leaveDemo() {
    if (world.value !== 'demo') return
    await eraseAll(database)
    localStorage.setItem(WORLD_KEY, 'own')
    await enter('own')
  }

  /** The open database, for the session under way. */
  const kept: KeptRunning = {
    getRunning: async () => (await database.get('kept', 'running')) as StoredRunning | undefined,
    getAlive: async () => (await database.get('kept', 'alive')) as StoredAlive | undefined,
    putRunning: (value) => putNow(database, 'kept', value, 'running'),
    putAlive: (value) => putNow(database, 'kept', value, 'alive'),
    async deleteRunning() {
      await database.delete('kept', 'running')
      await database.delete('kept', 'alive')
    },
  }

  return {
    world,
    opened,
    openingFault,
    person,
    unreadable,
    settings,
    forms,
    formsById,
    routines,
    ways,
    setting,
    sessions,
    today,
    isShipped,
    open,
    look,
    putForm: (form: Form) => put('forms', form),
    putWay: (way: Way) => put('ways', way),
    putRoutine: (routine: Routine) => put('routines', routine),
    putRoutineVersion: (version: RoutineVersion) => put('routineVersions', version),
    putMeasure: (measure: BreathMeasure) => put('breathMeasures', measure),
    stagesOf: (formId: string) => stageHistory(person.value.stages, formId),
    /** From today on, the form stands at this stage. */
    putStage: (formId: string, stage: LearningStage) =>
      put('stages', { id: `${formId}-${today.value}`.slice(-64), formId, stage, day: today.value }),
    putRecording: (recording: Recording) => put('recordings', recording),
    putSession: (session: SessionRecord) => put('sessions', session),
    remove,
    saveSettings,
    exportText,
    readText,
    takeArchive,
    erase,
    loadDemo,
    leaveDemo,
    kept,
  }
})
