/** Limits that keep one bad file from stopping the application; far above what anybody needs. */
export const TEXT_LIMITS = { nameLength: 120, textLength: 4000 }

/** A name with something added, shortened where both together would be too long. */
export const nameWith = (name: string, added: string) =>
  `${name.slice(0, TEXT_LIMITS.nameLength - added.length).trim()}${added}`
