import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newsSince } from '../../../../app/shared/evidence/benefitNews'

interface Item {
  id: string
}
const items = (ids: readonly string[]) => new Map(ids.map((id): [string, Item] => [id, { id }]))

describe('what is new in a list', () => {
  it('brings whoever heard of it to the same list, whatever came, went and was changed', () => {
    const ids = fc.uniqueArray(fc.constantFrom(...'abcdefghij'), { maxLength: 10 })
    fc.assert(
      fc.property(ids, ids, ids, (first, second, kept) => {
        const before = items(first)
        const now = new Map(second.map((id) => [id, (kept.includes(id) && before.get(id)) || { id }]))
        const news = newsSince(before, now)!
        const heard = new Map(before)
        for (const id of news.go) heard.delete(id)
        for (const item of news.come) heard.set(item.id, item)
        expect([...heard.keys()].sort()).toEqual([...second].sort())
        for (const [id, item] of now) expect(heard.get(id)).toBe(item)
        expect(news.come).toHaveLength(second.filter((id) => before.get(id) !== now.get(id)).length)
      }),
    )
  })

  it('is not told one by one where more than two hundred are new', () => {
    const many = Array.from({ length: 300 }, (_, at) => `s${at}`)
    expect(newsSince(items([]), items(many.slice(0, 200)))?.come).toHaveLength(200)
    expect(newsSince(items([]), items(many.slice(0, 201)))).toBeNull()
    expect(newsSince(items(many), items([]))).toBeNull()
  })
})
