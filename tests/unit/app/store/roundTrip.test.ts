import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { createPinia, setActivePinia } from 'pinia'
import fc from 'fast-check'
import { expect, it, vi } from 'vitest'
import { nameWith } from '#core/basics'
import { readRoutineText, writeRoutineText } from '#core/formats'
import { ARC_PARTS, plainWay } from '#core/forms'
import { backToRecorded, corrected, elsewhereRecord, joined, splitInTwo } from '#core/journal'
import {
  changeStep,
  duplicate,
  emptyRoutine,
  groupSteps,
  insertByPart,
  removeEntry,
  setMark,
  splitStep,
  stepFor,
  stepsOf,
  ungroup,
  type Routine,
} from '#core/routine'
import { readyRunner, reduce, tick, type PlainCommand } from '#core/runner'
import { useRoutineEditing } from '~/features/routines/routineEditing'
import { useStores, type Stores } from '../../../stores'
import { recordFrom } from '~/shared/session/runningKeeper'
import { aForm, NO_WAITING } from '../../../helpers'
import { runsAll } from '../../../runsAll'

/** What a stores can do, each by its number among the forms, steps or counts that there are. */
const OPERATIONS = [
  'add',
  'duplicate',
  'split',
  'group',
  'ungroup',
  'mark',
  'count',
  'removeStep',
  'paste',
  'rename',
  'goBack',
  'ownForm',
  'removeForm',
  'way',
  'copy',
  'follow',
  'elsewhere',
  'putRight',
  'join',
  'divide',
  'asRecorded',
  'stage',
  'settings',
] as const
const operations = fc.array(fc.tuple(fc.constantFrom(...OPERATIONS), fc.nat(1000), fc.nat(5000)), {
  minLength: 4,
  maxLength: 25,
})
let made = 0
const newId = () => `made-${(made += 1)}`

async function operate(stores: Stores, name: (typeof OPERATIONS)[number], which: number, count: number) {
  const routines = stores.library.ownRoutines
  const routine = routines[which % Math.max(1, routines.length)]
  const editing = routine && useRoutineEditing(routine.id)
  const steps = routine ? stepsOf(routine) : []
  const step = steps[which % Math.max(1, steps.length)]
  const change = (next: Routine) => editing!.change(next)
  switch (name) {
    case 'add': {
      const form = stores.library.forms[which % stores.library.forms.length]!
      if (routine) return change(insertByPart(routine, stepFor(form, newId()), ARC_PARTS))
      return stores.library.putRoutine({ ...emptyRoutine(newId(), 'One'), entries: [stepFor(form, newId())] })
    }
    case 'copy':
      return routine && stores.library.putRoutine({ ...routine, id: newId(), name: nameWith(routine.name, ', my way') })
    case 'ownForm':
      return stores.library.putForm(aForm({ id: newId(), name: `Form ${'m'.repeat(which % 130)}` }))
    case 'removeForm': {
      const [form] = stores.library.ownForms
      return form && stores.workspace.remove('forms', form.id)
    }
    case 'way':
      return stores.library.putWay({ ...plainWay(newId(), stores.library.forms.at(-1)!.id), notes: 'n'.repeat(count) })
    case 'stage':
      return stores.library.putStage(stores.library.forms[which % stores.library.forms.length]!.id, 'slow')
    case 'settings':
      return stores.saveSettings({ dayEndsAtHour: which % 9 })
    case 'elsewhere': {
      const startedAt = new Date(count * 1e9).toISOString()
      const about = { id: newId(), title: 'A class', startedAt, timeZone: 'Europe/Lisbon', words: '' }
      return stores.journal.putSession(elsewhereRecord({ ...about, minutes: which }))
    }
    case 'putRight': {
      const session = stores.journal.sessions[which % Math.max(1, stores.journal.sessions.length)]
      if (!session) return
      const change = { words: 'w'.repeat(which), practisedSeconds: count * 60, title: `Right ${which}` }
      return stores.journal.changeSessions({ go: [], come: [corrected(session, change)] })
    }
    case 'join': {
      const [one, other] = stores.journal.sessions
      const both = one && other ? joined(one, { ...other, startedAt: one.startedAt, endedAt: one.endedAt }) : null
      if (both)
        await stores.journal.changeSessions({ go: [one!.id, other!.id].filter((id) => id !== both.id), come: [both] })
      return
    }
    case 'divide': {
      const session = stores.journal.sessions[which % Math.max(1, stores.journal.sessions.length)]
      const after =
        session && session.done.length > 1 ? { steps: 1 } : { seconds: (session?.practisedSeconds ?? 0) / 3 }
      const parts = session && splitInTwo(session, after, newId())
      return parts && stores.journal.changeSessions({ go: [], come: parts })
    }
    case 'asRecorded': {
      const back = stores.journal.sessions
        .map((session) => backToRecorded(session, stores.journal.sessions))
        .find(Boolean)
      return back && stores.journal.changeSessions(back)
    }
    case 'follow': {
      if (!routine || steps.length === 0 || steps.some(({ formId }) => !stores.library.formsById.has(formId))) return
      const start = Date.UTC(2026, 2, 10)
      const commands: PlainCommand[] = ['next', 'oneMore', 'pause', 'resume', 'shakeOut', 'endNow']
      let state = reduce(
        readyRunner({ routine, ...stores.library.setting, rules: NO_WAITING, closing: [] } as never),
        'start',
        start,
      )
      state = reduce(tick(state, start + count * 60), commands[which % commands.length]!, start + count * 100)
      state = reduce(state, 'endNow', start + which * 400_000_000)
      const record = recordFrom(state, {
        id: newId(),
        timeZone: 'UTC',
        before: { energy: null, calm: null, ease: null },
      })
      return record && stores.journal.putSession(record)
    }
  }
  if (!routine || !step) return
  switch (name) {
    case 'duplicate':
      return change(
        duplicate(
          routine,
          routine.entries.map(({ id }) => id),
          newId,
        ),
      )
    case 'split':
      return change(splitStep(routine, step.id, stores.library.formsById.get(step.formId) ?? aForm(), newId))
    case 'group':
      return change(
        groupSteps(
          routine,
          steps.slice(0, 3).map(({ id }) => id),
          'rounds',
          'Rounds',
          newId,
        ),
      )
    case 'ungroup':
      return change(ungroup(routine, routine.entries.find(({ kind }) => kind === 'group')?.id ?? ''))
    case 'mark':
      return change(setMark(routine, [step.id], 'optional', which % 2 === 0))
    case 'count':
      return change(changeStep(routine, step.id, { count, wayId: which % 3 === 0 ? 'no-such-way' : null }))
    case 'removeStep':
      return change(removeEntry(routine, step.id))
    case 'rename':
      return change({ ...routine, name: 'x'.repeat(count % 140) })
    case 'paste': {
      const text = writeRoutineText(routine, stores.library.forms).replace(/\b\d+ (times|breaths)/, `${count} $1`)
      return change({ ...readRoutineText(text, stores.library.forms, newId).routine, id: routine.id })
    }
    case 'goBack': {
      const [version] = editing!.versions.value
      return version && change({ ...version.routine, id: routine.id })
    }
  }
}

it.runIf(runsAll)('whatever is done, what is exported is imported, and exported again to the same letter', async () => {
  const done = new Set<string>()
  await fc.assert(
    fc.asyncProperty(operations, async (list) => {
      globalThis.indexedDB = new IDBFactory()
      vi.stubGlobal('localStorage', { getItem: () => 'own', setItem: () => undefined })
      vi.stubGlobal('BroadcastChannel', undefined)
      setActivePinia(createPinia())
      const stores = useStores()
      await stores.workspace.open()
      for (const [name, which, count] of list) {
        const before = (await stores.workspace.exportText()).replace(/"exportedAt".*/, '')
        await operate(stores, name, which, count)
        const text = await stores.workspace.exportText()
        const read = await stores.workspace.readText(text)
        if (!read.ok) throw new Error(`after ${name}: ${read.faults[0]!.message}`)
        if (text.replace(/"exportedAt".*/, '') !== before) done.add(name)
      }
      const text = (await stores.workspace.exportText()).replace(/"exportedAt".*/, '')
      const read = await stores.workspace.readText(await stores.workspace.exportText())
      if (!read.ok) throw new Error('it was good before')
      expect(await stores.workspace.takeArchive(read.value)).toBe('')
      expect(stores.workspace.unreadable).toEqual([])
      expect((await stores.workspace.exportText()).replace(/"exportedAt".*/, '')).toBe(text)
    }),
    { numRuns: 50 },
  )
  // Each of them has changed something at least once.
  expect([...done].sort()).toEqual([...OPERATIONS].sort())
})
