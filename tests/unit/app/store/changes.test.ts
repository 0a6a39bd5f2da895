import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compose, lastStateOf, overlap, writeChanges, type Change } from '~/shared/store/changes'
import { readChanges } from '~/shared/store/readChanges'

const item = (id: string, from: unknown, to: unknown) => ({ list: 'forms' as const, id, from, to })

describe('changes', () => {
  it('compose keeps the first state before and the last state after of each item', () => {
    expect(compose([item('a', 1, 2), item('b', 1, 2)], [item('b', 2, 3), item('c', null, 1)])).toEqual([
      item('a', 1, 2),
      item('b', 1, 3),
      item('c', null, 1),
    ])
  })
  it('compose of any changes leaves every item in the state that the last of them names', () => {
    const change = fc.uniqueArray(fc.record({ id: fc.constantFrom('a', 'b', 'c'), to: fc.integer() }), {
      selector: ({ id }) => id,
      minLength: 1,
    })
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 6 }), (written) => {
        const state: Record<string, unknown> = {}
        const before: Record<string, unknown> = {}
        const changes = written.map((items): Change =>
          items.map(({ id, to }) => {
            const from = state[id] ?? null
            before[id] = id in before ? before[id] : from
            state[id] = to
            return item(id, from, to)
          }),
        )
        const all = changes.reduce(compose)
        expect(Object.fromEntries(all.map(({ id, to }) => [id, to]))).toEqual(state)
        expect(Object.fromEntries(all.map(({ id, from }) => [id, from]))).toEqual(before)
        for (const id of Object.keys(state)) expect(lastStateOf(changes, 'forms', id)).toBe(state[id])
      }),
    )
  })
  it('overlap if they concern the same item of the same list', () => {
    expect(overlap([item('a', 1, 2)], [item('b', 1, 2), item('a', 2, 3)])).toBe(true)
    expect(overlap([item('a', 1, 2)], [{ ...item('a', 1, 2), list: 'ways' }])).toBe(false)
  })
  it('are read as they were written, and from the text of earlier versions', () => {
    const changes = [[item('a', null, { id: 'a' })], [item('b', { id: 'b' }, null)]]
    expect(readChanges(writeChanges(changes))).toEqual(changes)
    const { list, ...rest } = item('a', null, { id: 'a' })
    expect(readChanges(JSON.stringify({ list, items: [rest] }))).toEqual([[item('a', null, { id: 'a' })]])
    for (const text of ['', 'no JSON', 'null', '7', '[[{"list":"people","id":"a"}]]', '{"list":"forms","items":[]}'])
      expect(readChanges(text), text).toEqual([])
  })
})
