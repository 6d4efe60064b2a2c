import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ease, key, keysOf, point, property } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  compileProperty,
  insertKey,
  pinSmooth,
  unrollProperty,
  valueAt,
  type Key,
  type Property,
} from '../index.ts'

const number = fc.integer({ min: -5000, max: 5000 }).map((tenths) => tenths / 10)
const share = fc.double({ min: 0.001, max: 0.999, noNaN: true })

/** Holds two properties against each other at many moments; distances in the value's own unit. */
function largestGap(before: Property, after: Property, from: number, to: number): number {
  const [a, b] = [compileProperty(before, []), compileProperty(after, [])]
  let largest = 0
  for (let i = 0; i <= 200; i += 1) {
    const time = Math.round(from + (i / 200) * (to - from))
    const [x, y] = [valueAt(a, time), valueAt(b, time)]
    largest = Math.max(largest, ...x.map((part, k) => Math.abs(part - y[k]!)))
  }
  return largest
}

function expectUnchanged(given: Property, keys: readonly Key[], at: number, within: number): void {
  const [first, last] = [keys[0]!.t, keys[keys.length - 1]!.t]
  const time = asTicks(Math.round(first + at * (last - first)))
  if (keys.some(({ t }) => t === time)) return
  const inserted = insertKey(given, time, 'new', [])
  expect(inserted.property.keys).toHaveLength(keys.length + 1)
  expect(inserted.property.keys.find(({ id }) => id === 'new')!.t).toBe(time)
  if (inserted.exact)
    expect(largestGap(given, inserted.property, first - 1e8, last + 1e8)).toBeLessThanOrEqual(within)
}

describe('insertKey', () => {
  it('leaves the motion of a number unchanged for every kind of bend', () => {
    fc.assert(
      fc.property(keysOf(number), share, (keys, at) =>
        expectUnchanged(property('number', keys), keys, at, 2e-6),
      ),
      { numRuns: 500, seed: 21 },
    )
  })

  it('leaves the motion of a pair unchanged', () => {
    fc.assert(
      fc.property(keysOf(point), share, (keys, at) =>
        expectUnchanged(property('pair', keys), keys, at, 2e-6),
      ),
      { numRuns: 500, seed: 22 },
    )
  })

  it('leaves smooth motion unchanged', () => {
    fc.assert(
      fc.property(keysOf(point), share, (list, at) => {
        const keys = list.map((given): Key => ({ ...given, bend: ease, through: 'smooth' }))
        expectUnchanged(property('pair', keys), keys, at, 1e-6)
      }),
      { numRuns: 500, seed: 23 },
    )
  })

  it('leaves a curved route and its pace unchanged', () => {
    fc.assert(
      fc.property(point, point, point, point, share, (from, leave, arrive, to, at) => {
        const keys = [
          key(0, from, ease, { route: { arrive: [0, 0], leave, through: 'corner' } }),
          key(2, to, ease, { route: { arrive, leave: [0, 0], through: 'corner' } }),
        ]
        const given = property('place', keys)
        const length = Math.max(
          1,
          Math.hypot(...leave) + Math.hypot(...arrive) + Math.hypot(to[0] - from[0], to[1] - from[1]),
        )
        expectUnchanged(given, keys, at, 3e-6 * length)
      }),
      { numRuns: 500, seed: 24 },
    )
  })

  it('says so when a curved route is left past the cut', () => {
    const bend = {
      kind: 'handles',
      leave: { reach: 0.3, rise: 0 },
      arrive: { reach: 0.4, rise: -0.6 },
    } as const
    const given = property('place', [
      key(0, [0, 0], bend, { route: { arrive: [0, 0], leave: [300, 0], through: 'corner' } }),
      key(1, [500, 500], bend, { route: { arrive: [0, -300], leave: [0, 0], through: 'corner' } }),
    ])
    expect(insertKey(given, asTicks(0.9 * TICKS_PER_SECOND), 'new', []).exact).toBe(false)
  })

  it('keeps a swing through the start value exact by a lift', () => {
    const swing = {
      kind: 'handles',
      leave: { reach: 0.4, rise: -1 },
      arrive: { reach: 0.4, rise: 0 },
    } as const
    const given = property('number', [key(0, 0, swing), key(1, 100)])
    const compiled = compileProperty(given, [])
    let [low, high] = [0.3, 0.9]
    for (let i = 0; i < 60; i += 1) {
      const middle = (low + high) / 2
      if (valueAt(compiled, Math.round(middle * TICKS_PER_SECOND))[0]! < 0) low = middle
      else high = middle
    }
    const time = asTicks(Math.round(low * TICKS_PER_SECOND))
    const inserted = insertKey(given, time, 'new', [])
    expect(inserted.exact).toBe(true)
    expect(largestGap(given, inserted.property, 0, TICKS_PER_SECOND)).toBeLessThan(1e-6)
  })

  it('holds before the first key and after the last', () => {
    const given = property('number', [key(1, 5, ease), key(2, 7)])
    const early = insertKey(given, asTicks(0), 'new', []).property
    const late = insertKey(given, asTicks(3 * TICKS_PER_SECOND), 'new', []).property
    expect(early.keys.map(({ value }) => value)).toEqual([5, 5, 7])
    expect(late.keys.map(({ value }) => value)).toEqual([5, 7, 7])
  })
})

describe('insertKey on a colour', () => {
  const colour = fc.constantFrom(
    '#ff8800',
    '#0044cc',
    '#808080',
    '#ffffff',
    '#c271d0',
    '#00000000',
    '#c8401a55',
    '#22446680',
  )
  const bend = fc
    .tuple(
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: -20, max: 20 }),
      fc.integer({ min: -20, max: 20 }),
    )
    .map(([reach, leave, arrive]) => ({
      kind: 'handles' as const,
      leave: { reach: reach / 10, rise: leave / 10 },
      arrive: { reach: reach / 10, rise: arrive / 10 },
    }))

  it('keeps the motion in every space or says that it does not', () => {
    let exact = 0
    fc.assert(
      fc.property(
        colour,
        colour,
        bend,
        share,
        fc.constantFrom('oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb'),
        (from, to, between, at, mix) => {
          const given: Property = {
            ...property('colour', [key(0, from, between), key(1, to)]),
            mix: mix as 'oklab',
          }
          const inserted = insertKey(given, asTicks(Math.round(at * TICKS_PER_SECOND)), 'new', [])
          if (!inserted.exact) return
          exact += 1
          expect(largestGap(given, inserted.property, 0, TICKS_PER_SECOND)).toBeLessThan(2e-6)
        },
      ),
      { numRuns: 2_000, seed: 27 },
    )
    expect(exact).toBeGreaterThan(500)
  })
})

describe('pinSmooth', () => {
  it('changes nothing that is seen', () => {
    fc.assert(
      fc.property(keysOf(number), fc.nat(5), (list, at) => {
        const keys = list.map((given): Key => ({ ...given, bend: ease, through: 'smooth' }))
        const given = property('number', keys)
        const pinned = pinSmooth(given, (i) => i === at, [])
        expect(largestGap(given, pinned, keys[0]!.t, keys[keys.length - 1]!.t)).toBeLessThan(1e-9)
      }),
      { numRuns: 500, seed: 25 },
    )
  })
})

describe('unrollProperty', () => {
  const wave = (rule: Property['after']): Property =>
    property('number', [key(1, 0, ease), key(1.7, 30, { kind: 'family', family: 'back' }), key(2.3, 12)], {
      before: rule!,
      after: rule!,
    })

  it.each(['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'] as const)(
    'writes out %s as plain keys',
    (rule) => {
      const end = asTicks(6 * TICKS_PER_SECOND)
      const { property: plain, exact } = unrollProperty(wave(rule), asTicks(0), end, [])
      expect(exact).toBe(true)
      expect(plain.after).toBe('hold')
      // Odd steps, so that no look falls on a seam, where two values meet.
      const [a, b] = [compileProperty(wave(rule), []), compileProperty(plain, [])]
      for (let time = 12_345; time < end; time += 7_777_777)
        expect(valueAt(b, time)[0]).toBeCloseTo(valueAt(a, time)[0]!, 6)
    },
  )

  it('refuses a cycle too short to be written out', () => {
    const fast: Property = { ...property('number', [key(0, 0), key(0.0001, 1)]), after: 'loop' }
    expect(() => unrollProperty(fast, asTicks(0), asTicks(10 * TICKS_PER_SECOND), [])).toThrow(/too fast/)
  })
})
