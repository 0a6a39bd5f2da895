/**
 * What two devices that each go their own way make of one thing, and how both come to the same again. Each state of a thing has a stamp, made where it
 * was changed, and knows the stamps that it came after: so it is known whether one of two states is the later one, or whether both changed at once.
 *
 * Taking two such sets of states together is a join of a semilattice (the union, without what another came after): in whichever order devices exchange
 * theirs, and however often, they come to the same set. Source: M. Shapiro et al., Conflict-free replicated data types (2011), the
 * multi-value register; from memory.
 */

/** One state of a thing. `value` is null where it was removed. */
export interface Version<T> {
  /** Where and when it came to be: the device and its count of what it gave out; "=" and a digest for what was never marked. */
  stamp: string
  /** ISO 8601 instant in UTC of the change; empty where it was never noted. */
  at: string
  /** The stamps of the states that it came after. */
  after: readonly string[]
  value: T | null
}

/** All states of a thing that none came after, in the order of their stamps. Almost always one. */
export type Versions<T> = readonly Version<T>[]

/** Two sets of states together. */
export function joined<T>(one: Versions<T>, other: Versions<T>): Versions<T> {
  const all = new Map([...one, ...other].map((version) => [version.stamp, version]))
  const passed = new Set([...all.values()].flatMap(({ after }) => after))
  return [...all.values()].filter(({ stamp }) => !passed.has(stamp)).sort(byStamp)
}
const byStamp = (one: { stamp: string }, other: { stamp: string }) => (one.stamp < other.stamp ? -1 : 1)

/** The newest of some states, and of equally new ones the one with the greater stamp. */
export const newest = <T>(versions: Versions<T>): Version<T> =>
  versions.reduce((best, each) => (each.at > best.at || (each.at === best.at && each.stamp > best.stamp) ? each : best))

/** What stands of a thing, and what stands beside it: the newest state; a change stands before a removal that did not know of it. */
export interface Standing<T> {
  /** Null where there is only what was removed. */
  stands: Version<T> | null
  beside: Versions<T>
}

/** `isSame` says whether two values are alike: the same change on two devices stands once. */
export function standing<T>(versions: Versions<T>, isSame: (one: T, other: T) => boolean): Standing<T> {
  const there = versions.filter(({ value }) => value !== null)
  if (there.length === 0) return { stands: null, beside: [] }
  const stands = newest(there)
  const different = there.filter(
    (version, place) =>
      version !== stands &&
      !isSame(version.value!, stands.value!) &&
      !there.slice(0, place).some((before) => before !== stands && isSame(before.value!, version.value!)),
  )
  return { stands, beside: different }
}

/** A moment that is later than all that is known of a thing, even where another device's clock goes ahead. */
function laterThan(at: string, versions: Versions<unknown>): string {
  const latest = versions.reduce((last, each) => (each.at > last ? each.at : last), '')
  return at > latest ? at : new Date(Date.parse(latest) + 1).toISOString()
}

/** A change: to a value, or to null where the thing is removed. */
export interface Change<T> {
  value: T | null
  stamp: string
  at: string
}

/**
 * The states after a change of the one that stood: the new one, and what stood beside it. With `afterAll` nothing stays beside it. Since what was
 * last given out nobody has seen a state of this device: such a change is the same one, going on.
 */
export function changed<T>(
  versions: Versions<T>,
  stood: Version<T> | null,
  { value, stamp, at }: Change<T>,
  afterAll = false,
): Versions<T> {
  const passed = afterAll ? versions : stood ? [stood] : []
  const after = [...new Set(passed.flatMap((each) => [...each.after, each.stamp]))].filter((each) => each !== stamp)
  const next = { stamp, at: laterThan(at, versions), after, value }
  return joined(
    versions.filter((each) => each.stamp !== stamp),
    [next],
  )
}
