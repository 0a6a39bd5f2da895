import type { Choices, ChoiceName, Way } from '#core/forms'
import { CHOICE_WORDS, VERSION_WORDS } from './practice'

/** What a way does otherwise than the form is taught, in words; empty where it is nothing. */
export function wayWords({ choices, swapBreath, version, weightKg }: Way): string {
  const chosen = Object.entries(choices) as [ChoiceName, Choices[ChoiceName]][]
  return [
    version && VERSION_WORDS[version],
    swapBreath === true && 'in and out the other way round',
    swapBreath === false && 'breath as taught',
    ...chosen.map(
      ([name, value]) =>
        `${CHOICE_WORDS[name].name.toLowerCase()}: ${(CHOICE_WORDS[name].values as Record<string, string>)[value]!}`,
    ),
    weightKg !== undefined && `${weightKg} kg at each wrist`,
  ]
    .filter(Boolean)
    .join(', ')
}
