import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useDebounceFn, useManualRefHistory } from '@vueuse/core'
import type { Form } from '#core/forms'
import { plainCopy } from '~/shared/store/plainCopy'
import { layDraft } from '~/shared/store/drafts'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { begunForm } from './formDraft'

/** Letters and pulls that follow so quickly on each other are one step. */
const SETTLE_MS = 250
/** What is left of a form without its words and figures: it changes when something is added or taken out. */
const shapeOf = (json: string) => json.replace(/"(?:[^"\\]|\\.)*"|[\d.]+/g, '')

/**
 * What is written of a form, step by step: all of it can be taken back, and what was begun and not kept stands there again. `of` is what it is known by
 * meanwhile; `connect` gives it the fields that it watches.
 */
export function useWritten(initial: Form, of: string) {
  const { workspace } = useWorkspaceStore()
  const begun = begunForm(workspace, of)
  const untouched = JSON.stringify(initial)
  const written = ref(untouched)
  const history = useManualRefHistory(written, { capacity: 200 })
  let fields = (begun ?? initial) as Partial<Form>
  let setFields: (form: Partial<Form>) => void = () => undefined
  let seen = written.value
  let isOver = false
  const now = () => JSON.stringify(fields)

  /** Whoever has left the demo meanwhile has left what was begun in it, too. */
  function lay(json: string) {
    if (useWorkspaceStore().workspace === workspace) layDraft(workspace, of, json === untouched ? null : json)
  }
  function keepStep(json: string) {
    if (isOver) return
    lay(json)
    if (json === written.value) return
    written.value = json
    history.commit()
  }
  if (begun) keepStep(now())

  function connect(values: Partial<Form>, set: (form: Partial<Form>) => void) {
    fields = values
    setFields = set
    const keepSettled = useDebounceFn(() => keepStep(now()), SETTLE_MS)
    watch(
      values,
      () => {
        const json = now()
        if (shapeOf(json) !== shapeOf(seen)) {
          keepStep(seen)
          keepStep(json)
        }
        seen = json
        void keepSettled()
      },
      { deep: true },
    )
    onBeforeUnmount(() => keepStep(now()))
  }
  function goBack(direction: 'undo' | 'redo') {
    if (direction === 'undo') keepStep(now())
    history[direction]()
    seen = written.value
    setFields(JSON.parse(written.value) as Form)
    lay(written.value)
  }
  return {
    begun,
    connect,
    goBack,
    /** Nothing that was written so far is lost, whatever comes. */
    keepNow: () => keepStep(now()),
    /** Some of a form comes into what is written; it can be taken back like all else. */
    take(some: Partial<Form>) {
      keepStep(now())
      setFields({ ...plainCopy(fields), ...some })
    },
    /** It is among my forms: nothing of it is laid aside any more. */
    end() {
      isOver = true
      layDraft(workspace, of, null)
    },
    canUndo: computed(() => history.canUndo.value || now() !== written.value),
    canRedo: history.canRedo,
  }
}
