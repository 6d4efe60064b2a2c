import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  edited,
  ids,
  key,
  lawful,
  layerWith,
  projectOf,
  property,
  propertyOf,
  TRIAL_LIBRARY,
  wideProperty,
} from '../../../test/trials.ts'
import { compileProperty, isSameMotion, valueAt, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { addKey } from '../index.ts'

const NAMES = { number: 'opacity', pair: 'scale', place: 'position', turn: 'turn', colour: 'fill' } as const

/** Random cases of the law. */
const RUNS = 400

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

describe('addKey that says it is exact', () => {
  /** Moments to look at: in and around every span of either, and outside, all of them away from jumps at keys. */
  const momentsOf = (one: Property, other: Property): number[] => {
    const times = [...new Set([...one.keys, ...other.keys].map(({ t }) => t as number))].sort((a, b) => a - b)
    const [first, last] = [times[0]!, times.at(-1)!]
    const around = [first - (last - first) * 2.3 - 5e6, ...times, last + (last - first) * 2.7 + 7e6]
    return around.flatMap((time, i) => {
      const next = around[i + 1]
      return next === undefined
        ? [time]
        : [time, ...Array.from({ length: 61 }, (_, k) => time + ((k + 0.37) / 61) * (next - time))]
    })
  }
  const KINDS = ['number', 'turn', 'pair', 'place', 'colour'] as const
  it.each(KINDS)('leaves all of the motion as it was: %s', (kind) => {
    const name = NAMES[kind]
    fc.assert(
      fc.property(wideProperty(kind), fc.double({ min: -0.2, max: 1.2, noNaN: true }), (given, share) => {
        const project = projectWith(given)
        const before = { ...project, bends: TRIAL_LIBRARY }
        const [first, last] = [given.keys[0]!.t, given.keys.at(-1)!.t]
        const time = asTicks(Math.round(first + share * (last - first)))
        let isExact = false
        const after = edited(before, (draft) => {
          isExact = addKey(draft, { scene: 'scene', layer: 'a', property: name }, time, ids())
        })
        if (!isExact) return
        const [one, other] = [propertyOf(before, 'a', name), propertyOf(after, 'a', name)]
        const [was, is] = [compileProperty(one, TRIAL_LIBRARY), compileProperty(other, TRIAL_LIBRARY)]
        const moments = momentsOf(one, other)
        const size = Math.max(1e-3, ...was.values.map(Math.abs), ...is.values.map(Math.abs))
        const shares = moments.flatMap((moment) => {
          const there = valueAt(is, moment)
          return valueAt(was, moment).map(
            (part, i) => Math.abs(part - there[i]!) / Math.max(size, Math.abs(part)),
          )
        })
        expect(Math.max(...shares)).toBeLessThan(1e-7)
      }),
      { numRuns: RUNS, seed: 61 },
    )
  })
})
