import { defineStore } from 'pinia'
import { computed } from 'vue'
import { latestStages, stageHistory, type Form, type LearningStage, type Way } from '#core/forms'
import type { Recording } from '#core/formats'
import type { SessionRecord } from '#core/journal'
import type { Routine, RoutineVersion, Series } from '#core/routine'
import type { PracticeSetting } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { stateOf } from './saving'
import { useSettingsStore } from './settings'
import { useJournalStore } from './journal'
import { useWorkspaceStore } from './workspace'

/** Forms and routines: those of the catalogue and the person's own, with the person's ways, learning stages, series and recorded cues. */
export const useLibraryStore = defineStore('library', () => {
  const workspace = useWorkspaceStore()
  const { settings } = useSettingsStore()
  const { data, put } = workspace

  const forms = computed<Form[]>(() => [...CATALOGUE, ...data.forms])
  const formsById = computed(() => new Map(forms.value.map((form) => [form.id, form])))
  /** With this, any routine becomes a Timeline at the person's pace, ways and rules. */
  const setting = computed<PracticeSetting>(() => {
    return { forms: forms.value, ways: data.ways, pace: settings.pace, rules: settings.rules }
  })

  /** From today on, the form has this stage. Answers the id of the note. */
  async function putStage(formId: string, stage: LearningStage): Promise<string> {
    const day = useJournalStore().today
    const id = `${formId}-${day}`.slice(-64)
    await put('stages', { id, formId, stage, day })
    return id
  }
  const latest = computed(() => latestStages(data.stages))
  /** The learning stage of a form now; null where none is noted. */
  const stageOf = (formId: string) => latest.value.get(formId) ?? null
  /** Note the new stages of forms whose lesson or season day this session completes. Answers the ids of the notes. */
  async function moveStages(session: SessionRecord): Promise<string[]> {
    await workspace.untilWhole()
    const { movedOn } = await import('./movedOn')
    const { conditions, dayEndsAtHour } = settings
    const known = { person: data, stageOf, forms: formsById.value, setting: setting.value, conditions, dayEndsAtHour }
    const moved: string[] = []
    for (const { formId, stage } of movedOn(session, known)) moved.push(await putStage(formId, stage))
    return moved
  }

  return {
    forms,
    formsById,
    routines: computed<Routine[]>(() => [...data.routines, ...SHIPPED_ROUTINES]),
    ownForms: computed(() => data.forms),
    ownRoutines: computed(() => data.routines),
    routineVersions: computed(() => data.routineVersions),
    series: computed(() => data.series),
    ways: computed(() => data.ways),
    stages: computed(() => data.stages),
    recordings: computed(() => data.recordings),
    setting,
    isShipped: (routineId: string) => SHIPPED_ROUTINES.some(({ id }) => id === routineId),
    /** Save a form of the person's own; `from` is the state that was edited, if that may be older than the one in memory. */
    putForm: (form: Form, from?: Form) => workspace.change([{ ...stateOf('forms', form), from }]),
    putWay: (way: Way) => put('ways', way),
    putRoutine: (routine: Routine) => put('routines', routine),
    putRoutineVersion: (version: RoutineVersion) => put('routineVersions', version),
    putSeries: (series: Series) => put('series', series),
    putRecording: (recording: Recording) => put('recordings', recording),
    putStage,
    stageOf,
    stagesOf: (formId: string) => stageHistory(data.stages, formId),
    moveStages,
  }
})
