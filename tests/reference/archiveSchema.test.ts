/**
 * The archive against its published JSON Schema, judged by Ajv, an independent validator of JSON Schema draft 2020-12: what
 * Pebblebrook writes is good by the schema, and both refuse the same spoilt files.
 */
import Ajv2020 from 'ajv/dist/2020'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newPerson, readArchive, toArchive, writeArchive, type Recording } from '#core/formats'
import { CATALOGUE, demoPerson, SHIPPED_IDS } from '#data'
import schema from '../../docs/archive.schema.json'
import { planArbitrary } from '../helpers'
import { runsAll } from '../runsAll'

const valid = new Ajv2020({ allErrors: true, strictTypes: false }).compile(schema)
const AT = '2026-03-01T06:30:00.000Z'
const person = demoPerson('2026-03-01', 'UTC')
/** My own sounds: the name of a form, the word of a movement, words besides, a bell. */
const recordings: Recording[] = [
  { formId: 'rise-and-sink', cue: '' },
  { formId: 'rise-and-sink', cue: 'Rise' },
  { formId: '', cue: 'change sides' },
  { formId: '', cue: '', bell: 'end' as const },
].map((each, at) => ({ ...each, id: `r${at}`, at: AT, seconds: 1, wav: 'UklGRg==' }))
const archive = () =>
  structuredClone(
    toArchive(
      {
        ...person,
        forms: [...CATALOGUE].slice(0, 3).map((form) => ({ ...form, id: `own-${form.id}` })),
        recordings,
      },
      AT,
    ),
  )

describe('what is written is good by the schema', () => {
  it('for the demo, with forms of its own', () => {
    expect(valid(JSON.parse(writeArchive(archive())))).toBe(true)
    expect(readArchive(writeArchive(archive()), SHIPPED_IDS).ok).toBe(true)
  })
  it('for a person who has just come', () => expect(valid(toArchive(newPerson(), AT))).toBe(true))
  it('for any routine and form', () => {
    fc.assert(
      fc.property(planArbitrary, ({ routine, forms, ways, pace, rules }) => {
        const made = newPerson()
        const next = {
          ...made,
          settings: { ...made.settings, pace, rules },
          forms: [...forms],
          ways: [...ways],
          routines: [routine],
        }
        const text = writeArchive(toArchive(next, AT))
        expect(valid(JSON.parse(text))).toBe(true)
        expect(readArchive(text, { shippedFormIds: [], shippedRoutineIds: [] }).ok).toBe(true)
      }),
    )
  })
})

/** Every path to a value in a JSON tree. */
function pathsOf(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (value === null || typeof value !== 'object') return [path]
  return [
    path,
    ...Object.entries(value).flatMap(([key, inner]) =>
      pathsOf(inner, [...path, Array.isArray(value) ? Number(key) : key]),
    ),
  ]
}
function withValueAt(
  tree: unknown,
  path: (string | number)[],
  spoil: (holder: Record<string, unknown>, key: string) => void,
) {
  const copy = structuredClone(tree) as Record<string, unknown>
  const holder = path
    .slice(0, -1)
    .reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, copy)
  spoil(holder, String(path.at(-1)))
  return copy
}

describe.runIf(runsAll)('schema and import refuse the same', () => {
  // A small archive, so that every path is reached often.
  const small = archive()
  small.person.sessions = small.person.sessions.slice(0, 1)
  small.person.sessions[0]!.planned.length = 1
  small.person.sessions[0]!.done.length = 1
  small.person.forms.length = 1
  const paths = pathsOf(small).filter((path) => path.length > 0)

  it.each<[string, (holder: Record<string, unknown>, key: string) => void]>([
    ['a field of another kind', (holder, key) => (holder[key] = { strange: true })],
    [
      'a text where there was none, or a number',
      (holder, key) => (holder[key] = typeof holder[key] === 'string' ? 7 : '7'),
    ],
    ['a huge number', (holder, key) => (holder[key] = 1e12)],
    [
      'a field too many',
      (holder, key) => (Array.isArray(holder) ? holder.push({ odd: 1 }) : (holder[`${key}Too`] = 1)),
    ],
    [
      'a field too few',
      (holder, key) =>
        Array.isArray(holder) ? (holder[Number(key)] = undefined) : Reflect.deleteProperty(holder, key),
    ],
  ])('%s', (_what, spoil) => {
    let refused = 0
    for (const path of paths) {
      const spoilt = JSON.parse(JSON.stringify(withValueAt(small, path, spoil))) as unknown
      if (JSON.stringify(spoilt) === JSON.stringify(small)) continue
      const bySchema = valid(spoilt)
      const byImport = readArchive(JSON.stringify(spoilt), SHIPPED_IDS).ok
      if (!bySchema) {
        refused += 1
        expect(byImport, `${path.join('.')} is refused by the schema alone`).toBe(false)
      } else if (byImport === false) {
        // The import knows more than a schema can say; these are listed in docs/formats.md.
        expect(path.join('.')).toMatch(
          /Id|id$|timeZone|startedAt|endedAt|exportedAt|fromDay|counts|moves|sides|counting/,
        )
      }
    }
    expect(refused).toBeGreaterThan(50)
  })
})
