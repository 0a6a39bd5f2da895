import { atBase } from '~/shared/atBase'

/** Open the window that only shows what is led here, or come back to it where it is open; it can be drawn to another screen. */
export function openSecondScreen() {
  window.open(atBase('screen'), 'pebblebrook-screen')?.focus()
}
