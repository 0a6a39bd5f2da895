import { describe, expect, it } from 'vitest'
import { plainWay } from '#core/forms'
import { inVersionToday, versionsIn } from '#core/routine'
import { aForm, aRoutine, aStep } from '../../helpers'

const version = (kind: 'seated' | 'weighted') => ({ kind, change: '' })
const both = aForm({ id: 'both', versions: [version('weighted'), version('seated')] })
const neither = aForm({ id: 'neither', versions: [] })
const forms = [both, neither]
const setting = { forms, ways: [] }
const layers = [{ from: { repetition: 3 }, so: { version: 'plain' as const, target: 'palms' } }]
const routine = aRoutine([
  aStep('a', 'both', { layers, manner: { version: null, choices: { heels: 'quiet' } } }),
  aStep('b', 'neither'),
])

describe('a session as it is done today', () => {
  it('offers the versions that some form of it has', () => {
    expect(versionsIn(routine, forms)).toEqual(['seated', 'weighted'])
    expect(versionsIn(aRoutine([aStep('b', 'neither')]), forms)).toEqual([])
  })
  it('takes every form that has the version in it, keeps what was chosen besides, and leaves others alone', () => {
    const [first, second] = inVersionToday(routine, setting, 'seated').entries
    expect(first).toMatchObject({ manner: { version: 'seated', choices: { heels: 'quiet' } } })
    expect(first).toMatchObject({ layers: [{ from: { repetition: 3 }, so: { target: 'palms' } }] })
    expect(first).not.toHaveProperty('layers.0.so.version')
    expect(second).toBe(routine.entries[1])
  })
  it('knows the weight of each wrist, and takes weights off without touching anything else', () => {
    expect(inVersionToday(routine, setting, 'weighted', 0.5).entries[0]).toMatchObject({
      manner: { version: 'weighted', weightKg: 0.5 },
    })
    const weighted = aRoutine([aStep('a', 'both', { manner: { version: 'weighted', choices: {} } })])
    expect(inVersionToday(weighted, setting, 'plain').entries[0]).toMatchObject({ manner: { version: 'plain' } })
    expect(inVersionToday(routine, setting, 'plain')).toEqual(routine)
  })
  it('stands nobody up who was to sit, in this routine or always', () => {
    const here = aRoutine([aStep('a', 'both', { manner: { version: 'seated', choices: {} } })])
    const always = { forms, ways: [{ ...plainWay('w', 'both'), version: 'seated' as const }] }
    for (const asked of ['weighted', 'plain'] as const) {
      expect(inVersionToday(here, setting, asked)).toEqual(here)
      expect(inVersionToday(aRoutine([aStep('a', 'both')]), always, asked)).toEqual(aRoutine([aStep('a', 'both')]))
    }
  })
})
