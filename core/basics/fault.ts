/** One thing wrong: the path of the field and a sentence. */
export interface Fault {
  path: string
  message: string
}

export type Checked<T> = { ok: true; value: T } | { ok: false; faults: Fault[] }
