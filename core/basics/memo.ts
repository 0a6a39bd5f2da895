/**
 * The only place in core that keeps results between calls. A memo never changes an answer: objects here are never changed in place, so the same
 * object and the same arguments have the same result.
 */

/** `compute`, done again only when the object, or an argument after it, is another than in the last call with this object. */
export function memoByObject<Subject extends object, Rest extends readonly unknown[], Result>(
  compute: (subject: Subject, ...rest: Rest) => Result,
): (subject: Subject, ...rest: Rest) => Result {
  const last = new WeakMap<Subject, { rest: Rest; result: Result }>()
  return (subject, ...rest) => {
    const known = last.get(subject)
    if (known?.rest.every((argument, index) => argument === rest[index])) return known.result
    const result = compute(subject, ...rest)
    last.set(subject, { rest, result })
    return result
  }
}

/** `compute`, done once for each of the last keys; when more than `mostKept` are known, all are forgotten. */
export function memoByKey<Key, Result>(compute: (key: Key) => Result, mostKept: number): (key: Key) => Result {
  const known = new Map<Key, { result: Result }>()
  return (key) => {
    const there = known.get(key)
    if (there) return there.result
    const result = compute(key)
    if (known.size >= mostKept) known.clear()
    known.set(key, { result })
    return result
  }
}
