/** The time on the wall, in milliseconds since 1970: for dates. */
export function wallMs(): number {
  return Date.now()
}

/** The time zone that the device is in now. */
export function deviceTimeZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}
