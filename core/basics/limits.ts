import type { Fault } from './fault'

/** Far more than any item of this trade needs; what is larger or deeper is refused before anything looks into it. */
const MOST_DEPTH = 24
const MOST_VALUES = 250_000

/** How many values stand in a value; or what makes it too large or too deep to be checked. In time linear in its size. */
export function sizeOf(value: unknown, root: string): { values: number } | { fault: Fault } {
  const waiting: { value: unknown; depth: number; path: string }[] = [{ value, depth: 0, path: '' }]
  let values = 0
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    values += 1
    if (values > MOST_VALUES)
      return { fault: { path: root, message: `${root} holds more than ${MOST_VALUES} values.` } }
    if (typeof next.value !== 'object' || next.value === null) continue
    if (next.depth >= MOST_DEPTH)
      return { fault: { path: root, message: `${root} is nested more than ${MOST_DEPTH} deep.` } }
    for (const [name, inner] of Object.entries(next.value)) {
      const path = Array.isArray(next.value) ? `${next.path}[${name}]` : next.path ? `${next.path}.${name}` : name
      // An error message that quotes the value would call these and crash.
      if (name === 'toString' || name === 'valueOf' || name === 'toJSON')
        return {
          fault: {
            path: next.path || root,
            message: `${next.path || root} has a field called ${name}, which none has.`,
          },
        }
      waiting.push({ value: inner, depth: next.depth + 1, path })
    }
  }
  return { values }
}
