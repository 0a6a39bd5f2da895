import fc from 'fast-check'
import { blankForm, type Form } from '#core/forms'
import { newPerson, PERSON_LISTS, type ListName, type Mark, type PersonData, type Settings } from '#core/formats'
import {
  DEVICE_SETTINGS,
  marksAfter,
  markWithout,
  mayBeBeside,
  mergePersons,
  parentOf,
  settingItems,
  type Device,
  type MarkedPerson,
} from '#core/merge'
import { versionsOf } from '#core/merge/marks'

type Item = { id: string }

/** A device in memory, that keeps and exchanges as the store does: by the same rules of core, one change at a time. */
export class TestDevice {
  person: PersonData = newPerson()
  marks = new Map<string, Mark>()
  readonly device: Device
  constructor(
    id: string,
    readonly now: () => string,
  ) {
    this.device = { id, given: 1 }
  }
  private note(list: ListName | 'settings', itemId: string, before: unknown, after: unknown) {
    const id = `${list}/${itemId}`
    const { device } = this
    const at = this.now()
    const parent =
      list !== 'settings' && !this.marks.has(id) && mayBeBeside(itemId)
        ? parentOf(list, itemId, [...this.marks.values()])
        : null
    if (parent) this.marks.set(parent.mark.id, markWithout(parent.mark, parent.stamp, device, at))
    const change = parent ? { before: null, after } : { before, after }
    if (parent && after === null) return
    // What is new needs no mark: nobody else can know it.
    if (!parent && !this.marks.has(id) && before === null) return
    for (const mark of marksAfter({ list, itemId, mark: this.marks.get(id), ...change, device, at }))
      this.marks.set(mark.id, mark)
  }
  has = (list: ListName, id: string) => (this.person[list] as Item[]).find((each) => each.id === id)
  put(list: ListName, item: Item) {
    this.note(list, item.id, this.has(list, item.id) ?? null, item)
    const rest = (this.person[list] as Item[]).filter(({ id }) => id !== item.id)
    this.person = { ...this.person, [list]: [...rest, item] }
  }
  remove(list: ListName, id: string) {
    const before = this.has(list, id)
    if (!before) return
    this.note(list, id, before, null)
    this.person = { ...this.person, [list]: (this.person[list] as Item[]).filter((each) => each.id !== id) }
  }
  set(change: Partial<Settings>) {
    const before = settingItems(this.person.settings)
    this.person = { ...this.person, settings: { ...this.person.settings, ...change } }
    const after = settingItems(this.person.settings)
    for (const id of new Set([...before.keys(), ...after.keys()])) {
      const was = before.get(id) ?? null
      const is = after.get(id) ?? null
      if (JSON.stringify(was) !== JSON.stringify(is)) this.note('settings', id, was, is)
    }
  }
  /** An archive of it, as a file: what is changed after it is another change. */
  give() {
    this.device.given += 1
    return structuredClone({ person: this.person, marks: [...this.marks.values()] })
  }
  take(given: MarkedPerson) {
    const merged = mergePersons(this.all(), given)
    // As the store does: what is changed from now on is not what stood beside something before.
    this.device.given += 1
    this.person = merged.person
    this.marks = new Map(merged.marks.map((mark) => [mark.id, mark]))
    return merged
  }
  all = () => ({ person: this.person, marks: [...this.marks.values()] })
}

/** Each takes what the other had before. */
export function exchange(one: TestDevice, other: TestDevice) {
  const given = one.give()
  one.take(other.give())
  other.take(given)
}

/** The stamp of the state in which a word stands on a device: as its own form, or beside another. */
export function stampOfWord({ person, marks }: Given, word: string): string {
  const item = person.forms.find(({ about }) => about === word)!
  const own = marks.find(({ id }) => id === `forms/${item.id}`)
  const beside = marks.flatMap((mark) => mark.beside ?? [])
  const shown = beside.find(({ value }) => (value as Form | undefined)?.about === word)
  return !own && shown ? shown.stamp : versionsOf(own, item)[0]!.stamp
}
/** All stamps that some state on a device came after. */
export const passedBy = ({ marks }: Given) =>
  new Set(marks.flatMap(({ after, beside = [] }) => [...after, ...beside.flatMap((each) => each.after)]))

/** What two devices must have alike: everything but a device's own settings, in the order of ids. */
export function common({ person, marks = [] }: MarkedPerson): unknown {
  const lists = Object.fromEntries(
    PERSON_LISTS.map((list) => [list, [...person[list]].sort((one, other) => (one.id < other.id ? -1 : 1))]),
  )
  const settings = Object.fromEntries(
    Object.entries(person.settings).filter(([field]) => !DEVICE_SETTINGS.some((each) => each === field)),
  )
  return { ...lists, settings, marks: [...marks].sort((one, other) => (one.id < other.id ? -1 : 1)) }
}

/** A clock that goes on by a minute whenever it is looked at. */
export const clock = () => {
  let last = Date.parse('2026-03-01T06:00:00.000Z')
  return () => new Date((last += 60_000)).toISOString()
}
/** A form with a word in it by which it is known. */
export const form = (id: string, about = ''): Form => ({ ...blankForm(id, `Form ${id}`), about })

/** What may happen on some devices, one after the other. */
const happeningArbitrary = (devices: number) => {
  const device = fc.nat(devices - 1)
  const id = fc.constantFrom('a', 'b')
  return fc.oneof(
    {
      weight: 4,
      arbitrary: fc.record({
        does: fc.constant('put' as const),
        device,
        id,
        list: fc.constantFrom('forms' as const, 'ways' as const),
      }),
    },
    {
      weight: 2,
      arbitrary: fc.record({
        does: fc.constant('remove' as const),
        device,
        id,
        list: fc.constantFrom('forms' as const, 'ways' as const),
      }),
    },
    { weight: 1, arbitrary: fc.record({ does: fc.constant('beside' as const), device, removes: fc.boolean() }) },
    {
      weight: 1,
      arbitrary: fc.record({
        does: fc.constant('set' as const),
        device,
        conditions: fc.subarray(['soreKnees', 'heart'] as const),
        hour: fc.nat(6),
      }),
    },
    { weight: 3, arbitrary: fc.record({ does: fc.constant('send' as const), device, to: device }) },
  )
}
export type Given = ReturnType<TestDevice['give']>
type Happening = ReturnType<typeof happeningArbitrary> extends fc.Arbitrary<infer T> ? T : never

/** Devices after some history; every word that was ever written is its own. */
export function afterAll(history: readonly Happening[], count: number): TestDevice[] {
  const now = clock()
  const devices = Array.from({ length: count }, (_, at) => new TestDevice(`d${at}`, now))
  let written = 0
  for (const each of history) {
    const device = devices[each.device]!
    if (each.does === 'put') device.put(each.list, { ...form(each.id, `word ${(written += 1)}`) })
    else if (each.does === 'remove') device.remove(each.list, each.id)
    else if (each.does === 'set') device.set({ conditions: [...each.conditions], dayEndsAtHour: each.hour })
    else if (each.does === 'send') {
      if (each.to !== each.device) devices[each.to]!.take(device.give())
    } else {
      const beside = device.person.forms.find(({ id }) => id.includes('__'))
      if (beside && each.removes) device.remove('forms', beside.id)
      else if (beside) device.put('forms', { ...beside, about: `word ${(written += 1)}` } as Form)
    }
  }
  return devices
}
export const histories = (devices: number) => fc.array(happeningArbitrary(devices), { maxLength: 24 })
