import { validate } from '#core/basics'
import { newPerson, settingsSchema, type Settings } from '#core/formats'

/** Also read by what stands before the application is there (app/spa-loading-template.html). */
const SHELL_KEY = 'pebblebrook.shell'

/** What must be known before the store is read: whether it is night, and when my day ends. */
type Shown = Pick<Settings, 'theme' | 'dayEndsAtHour'>
const shownOf = ({ theme, dayEndsAtHour }: Shown): Shown => ({ theme, dayEndsAtHour })

/** Somebody of whom no more is known yet than how the application was shown last. */
export function personBeforeReading() {
  const person = newPerson()
  try {
    const left: unknown = JSON.parse(localStorage.getItem(SHELL_KEY) ?? '{}')
    const checked = validate(settingsSchema, { ...person.settings, ...shownOf(left as Shown) }, 'settings')
    if (checked.ok) return { ...person, settings: checked.value }
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
