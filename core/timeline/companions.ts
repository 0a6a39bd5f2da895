import type { Form } from '../forms'
import type { Companion, CompanionHere } from './types'

/** Three bodies in one room are the most that one voice can lead: me and two others. Our choice. */
export const COMPANION_LIMITS = { companions: 2, nameLength: 40 }

/**
 * How each of those who practise with me does a form. Who wants another version than there is does it as it stands; who sits and has no
 * seated version of what is done standing rests meanwhile.
 */
export function companionsHere(form: Form, companions: readonly Companion[] = []): CompanionHere[] {
  return companions.map(({ name, version }): CompanionHere => {
    const offered = form.versions.find(({ kind }) => kind === version)
    if (offered) return { name, version, change: offered.change }
    const stands = form.stance !== 'seated' && form.stance !== 'lying'
    return { name, version: version === 'seated' && stands ? 'rests' : 'plain', change: '' }
  })
}

/** Those who do a form in the same way, together, in the order in which they are first named. */
export function companionGroups(
  companions: readonly CompanionHere[],
): (Omit<CompanionHere, 'name'> & { names: string[] })[] {
  const groups: (Omit<CompanionHere, 'name'> & { names: string[] })[] = []
  for (const { name, ...how } of companions) {
    const same = groups.find(({ version, change }) => version === how.version && change === how.change)
    if (same) same.names.push(name)
    else groups.push({ names: [name], ...how })
  }
  return groups
}
