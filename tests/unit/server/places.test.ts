import { describe, expect, it } from 'vitest'
import { createPlaces } from '../../../server/support/places'

describe('places', () => {
  it('are taken no more than there are, and again when one is given back', () => {
    const places = createPlaces(2)
    expect([places.take(), places.take(), places.take()]).toEqual([true, true, false])
    places.give()
    expect([places.take(), places.take()]).toEqual([true, false])
  })

  it('go in turn to two who both always want the one', () => {
    const places = createPlaces(1)
    const worked: string[] = []
    for (const who of ['tools', 'voice']) places.onFree(() => void (places.take() && worked.push(who)))
    places.take()
    for (let turn = 0; turn < 6; turn += 1) places.give()
    expect(worked).toEqual(['tools', 'voice', 'tools', 'voice', 'tools', 'voice'])
  })
})
