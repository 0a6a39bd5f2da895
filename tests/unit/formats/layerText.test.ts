import { describe, expect, it } from 'vitest'
import { readLayers, writeLayers } from '#core/formats'

describe('layers in plain lines', () => {
  it.each<[string, object]>([
    [
      'a rough sketch x2, palms x2, fingers x2',
      {
        count: 6,
        layers: [
          { from: {}, so: { target: 'a rough sketch' } },
          { from: { repetition: 3 }, so: { target: 'palms' } },
          { from: { repetition: 5 }, so: { target: 'fingers' } },
        ],
      },
    ],
    [
      'hands only x2 slowly, seated x2, standing x3',
      {
        count: 7,
        layers: [
          { from: {}, so: { stage: 'handsOnly', paceScale: 1.5 } },
          { from: { repetition: 3 }, so: { stage: 'seated', paceScale: 1 } },
          { from: { repetition: 5 }, so: { stage: 'whole', paceScale: 1 } },
        ],
      },
    ],
    [
      'brow 2 times, belly x1',
      {
        count: 3,
        layers: [
          { from: {}, so: { target: 'brow' } },
          { from: { repetition: 3 }, so: { target: 'belly' } },
        ],
      },
    ],
    [
      'watch x1, whole x7',
      {
        count: 8,
        layers: [
          { from: {}, so: { stage: 'watch' } },
          { from: { repetition: 2 }, so: { stage: 'whole' } },
        ],
      },
    ],
    ['from 5: the same with the breath swapped', { layers: [{ from: { repetition: 5 }, so: { swapBreath: true } }] }],
    ['the second round: held for two breaths', { layers: [{ from: { round: 2 }, so: { holdBreaths: 2 } }] }],
    ['from 1: x5, slowly', { layers: [{ from: {}, so: { count: 5, paceScale: 1.5 } }] }],
    ['on the second side: x5', { layers: [{ from: { side: 'second' }, so: { count: 5 } }] }],
    [
      'stage seated: x2, slowly; from 3: 4 in, 8 out',
      {
        layers: [
          { from: { stage: 'seated' }, so: { count: 2, paceScale: 1.5 } },
          { from: { repetition: 3 }, so: { ratio: { inCounts: 4, outCounts: 8 } } },
        ],
      },
    ],
    ['from 1: pace 1 to 2', { layers: [{ from: {}, so: { paceScale: 1, paceScaleAtEnd: 2 } }] }],
    ['round 2 from 3: "one, two"', { layers: [{ from: { round: 2, repetition: 3 }, so: { target: 'one, two' } }] }],
    [
      'from 3: words "Reach, to the brow / / come back", handsOnly; round 2: words as taught',
      {
        layers: [
          { from: { repetition: 3 }, so: { cues: ['Reach, to the brow', '', 'come back'], stage: 'handsOnly' } },
          { from: { round: 2 }, so: { cues: [] } },
        ],
      },
    ],
    [
      'words "to the brow / sink" x2, palms x1',
      {
        count: 3,
        layers: [
          { from: {}, so: { cues: ['to the brow', 'sink'] } },
          { from: { repetition: 3 }, so: { cues: [], target: 'palms' } },
        ],
      },
    ],
  ])('“%s” is read', (text, read) => {
    expect(readLayers(text)).toEqual({ count: null, notUnderstood: [], ...read })
  })
  it.each([
    'palms',
    'from 3',
    'from 3: x4',
    'from 0: palms',
    'round 99: slowly',
    'from 2: hold 99',
    'from 2: pace 9',
    'a x2, b',
    `from 2: words "${'a/'.repeat(25)}"`,
    'from 2: a, b',
  ])('“%s” is given back', (text) => {
    expect(readLayers(text)).toEqual({ layers: [], count: null, notUnderstood: [text] })
  })
  it('is the same when it is written and read again', () => {
    const { layers } = readLayers('a rough sketch x2, palms slowly x2, hold 2 swapped x2; round 2: seated, 4 in 8 out')
    expect(readLayers(writeLayers(layers)).layers).toEqual(layers)
  })
})
