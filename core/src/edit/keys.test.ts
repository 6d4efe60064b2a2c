import { describe, expect, it } from 'vitest'
import { edited, ids, key, lawful, layerWith, projectOf, property, propertyOf } from '../../test/trials.ts'
import { isSameMotion, type Property } from '../property/index.ts'
import type { Project } from '../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import { addKey } from './index.ts'

const NAMES = { number: 'opacity', pair: 'scale', place: 'position', turn: 'turn', colour: 'fill' } as const

function projectWith(given: Property): Project {
  const name = NAMES[given.kind as keyof typeof NAMES]
  return projectOf([layerWith('a', { [name]: given })])
}

describe('addKey', () => {
  const CASES: [what: string, given: Property, at: number][] = [
    [
      'a smooth key beside a hold',
      property('number', [
        key(0, 0, { kind: 'hold' }),
        key(1, 50, { kind: 'linear' }, { through: 'smooth' }),
        key(2, 100),
      ]),
      1.5,
    ],
    [
      'a smooth key beside upright points',
      property('number', [
        key(0, 0, {
          kind: 'points',
          nodes: [
            { at: [0, 0], arrive: [0, 0], leave: [0.01, 0], through: 'corner' },
            { at: [1, 1], arrive: [0, 1], leave: [0, 0], through: 'corner' },
          ],
        }),
        key(4, -196, { kind: 'linear' }, { through: 'smooth' }),
        key(8, 100),
      ]),
      5,
    ],
    [
      'a place that backs up first',
      property('place', [
        key(0, [0, 0], { kind: 'handles', leave: { reach: 0.4, rise: -1 }, arrive: { reach: 0.4, rise: 0 } }),
        key(1, [1000, 0]),
      ]),
      0.3,
    ],
    [
      'the same, farther on',
      property('place', [
        key(0, [0, 0], { kind: 'handles', leave: { reach: 0.4, rise: -1 }, arrive: { reach: 0.4, rise: 0 } }),
        key(1, [1000, 0]),
      ]),
      0.8,
    ],
    ['a loop, outside', { ...property('number', [key(0, 0), key(1, 80), key(2, 35)]), after: 'loop' }, 2.7],
    [
      'a bump of nothing',
      property('number', [
        key(0, 0, {
          kind: 'handles',
          leave: { reach: 0.3, rise: 0, lift: [0] },
          arrive: { reach: 0.3, rise: 0 },
        }),
        key(1, 9),
      ]),
      0.5,
    ],
  ]
  it.each(CASES)('is never said to be exact where it is not: %s', (_what, given, at) => {
    const name = NAMES[given.kind as keyof typeof NAMES]
    const before = projectWith(lawful(given))
    let isExact = false
    const after = edited(before, (draft) => {
      isExact = addKey(
        draft,
        { scene: 'scene', layer: 'a', property: name },
        asTicks(Math.round(at * TICKS_PER_SECOND)),
        ids(),
      )
    })
    const seen = { from: -TICKS_PER_SECOND, to: 9 * TICKS_PER_SECOND, library: [] }
    const same = isSameMotion(propertyOf(before, 'a', name), propertyOf(after, 'a', name), seen)
    expect(isExact && !same).toBe(false)
  })
})
