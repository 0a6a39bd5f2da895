const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

/** The order of names as people count and read: "2" before "11", without regard to capitals and accents. */
export const inOrderOfNames = (one: { name: string }, other: { name: string }) => collator.compare(one.name, other.name)
