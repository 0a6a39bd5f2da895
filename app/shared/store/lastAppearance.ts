import { newPerson, THEMES, type Settings } from '#core/formats'

/** Also read by what stands before the application is there (app/spa-loading-template.html). */
const SHELL_KEY = 'pebblebrook.shell'

/** What must be known before the store is read: whether it is night, and when my day ends. */
type Shown = Pick<Settings, 'theme' | 'dayEndsAtHour'>
const shownOf = ({ theme, dayEndsAtHour }: Shown): Shown => ({ theme, dayEndsAtHour })

/** As the settings' own schema has it, which comes later; what stands here holds for the first moment only. */
const isShown = ({ theme, dayEndsAtHour }: Shown) =>
  THEMES.includes(theme) && Number.isInteger(dayEndsAtHour) && dayEndsAtHour >= 0 && dayEndsAtHour <= 6

/** Somebody of whom no more is known yet than how the application was shown last. */
export function personBeforeReading() {
  const person = newPerson()
  try {
    const left: unknown = JSON.parse(localStorage.getItem(SHELL_KEY) ?? '{}')
    const shown = shownOf(left as Shown)
    if (isShown(shown)) return { ...person, settings: { ...person.settings, ...shown } }
  } catch {
    // A browser that keeps nothing, or something else under that name: as for somebody who has just come.
  }
  return person
}

export function rememberShown(settings: Shown) {
  try {
    localStorage.setItem(SHELL_KEY, JSON.stringify(shownOf(settings)))
  } catch {
    // A browser that keeps nothing shows the first moment by day.
  }
}
