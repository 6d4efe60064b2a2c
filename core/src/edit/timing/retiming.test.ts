import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  edited,
  ids,
  key,
  keysOf,
  lawful,
  layerWith,
  momentsOf,
  point,
  projectOf,
  property,
  propertyOf,
  refsOf,
  worstMiss,
} from '../../../test/trials.ts'
import type { PlaceSpan } from '../../property/index.ts'
import { compileProperty, type Property } from '../../property/index.ts'
import type { Layer } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  BadEdit,
  distributeKeys,
  nudgeKeys,
  rangeOf,
  repeatKeys,
  rippleKeys,
  setLayerSpan,
  staggerKeys,
  thereAndBack,
  warpKeys,
  type StaggerOrder,
} from '../index.ts'

const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))
const holding = (given: Property) => projectOf([layerWith('a', { turn: given })])
const timesOf = (given: Property): number[] => given.keys.map(({ t }) => t)
const number = fc.integer({ min: -99, max: 99 })

describe('nudgeKeys and rippleKeys', () => {
  it('keep the spacing of what moves', () => {
    fc.assert(
      fc.property(keysOf(number), fc.integer({ min: -30, max: 30 }), fc.nat(60), (keys, frames, tenths) => {
        const project = holding(property('turn', keys))
        const by = frames * frameTicks({ num: 24, den: 1 })
        const nudged = edited(project, (draft) => nudgeKeys(draft, refsOf(project, 'a', 'turn'), frames))
        expect(timesOf(propertyOf(nudged, 'a', 'turn'))).toEqual(keys.map(({ t }) => t + by))
        const from = second(tenths / 10)
        const moving = keys.findIndex(({ t }) => t >= from)
        const ripple = { scene: 'scene', layers: ['a'], from, byTicks: by }
        const blocked = moving > 0 && keys[moving]!.t + by <= keys[moving - 1]!.t
        if (blocked) {
          expect(() => edited(project, (draft) => rippleKeys(draft, ripple))).toThrow(/in the way/)
          return
        }
        const rippled = edited(project, (draft) => rippleKeys(draft, ripple))
        expect(timesOf(propertyOf(rippled, 'a', 'turn'))).toEqual(
          keys.map(({ t }) => (t >= from ? t + by : t)),
        )
      }),
      { numRuns: 500, seed: 61 },
    )
  })
})

describe('repeatKeys', () => {
  it('shows every round what the first showed', () => {
    fc.assert(
      fc.property(
        anyProperty('turn', 4),
        fc.integer({ min: 1, max: 4 }),
        fc.nat(9),
        (made, times, tenths) => {
          const given = lawful(made)
          const project = holding(given)
          const gap = second(tenths / 10)
          const refs = refsOf(project, 'a', 'turn')
          const after = propertyOf(
            edited(project, (draft) => repeatKeys(draft, refs, { times, gap, makeId: ids() })),
            'a',
            'turn',
          )
          // Where rounds jump, a round's last key stands a tick early.
          const [start, end] = rangeOf(project, refs)!
          for (let round = 0; round <= times; round += 1) {
            const other = (time: number): number => time + round * (end - start + gap)
            expect(worstMiss(given, after, { times: momentsOf(given), other })).toBeLessThan(1e-4)
          }
          expect(new Set(after.keys.map(({ id }) => id)).size).toBe(after.keys.length)
        },
      ),
      { numRuns: 500, seed: 62 },
    )
  })

  it('refuses no repeats, a gap below nothing and more keys than a property holds', () => {
    const project = holding(property('turn', [key(0, 0, ease), key(1, 90)]))
    const refs = refsOf(project, 'a', 'turn')
    const tried = (times: number, gap: number) => () =>
      edited(project, (draft) => repeatKeys(draft, refs, { times, gap: asTicks(gap), makeId: ids() }))
    expect(tried(0, 0)).toThrow(BadEdit)
    expect(tried(1.5, 0)).toThrow(BadEdit)
    expect(tried(1, -1)).toThrow(BadEdit)
    expect(tried(30_000, 0)).toThrow(/20,000 keys at most/)
  })

  it('goes there and back', () => {
    fc.assert(
      fc.property(anyProperty('turn', 4), fc.nat(9), (made, tenths) => {
        const given = lawful(made)
        const project = holding(given)
        const refs = refsOf(project, 'a', 'turn')
        const gap = second(tenths / 10)
        const after = propertyOf(
          edited(project, (draft) => thereAndBack(draft, refs, { gap, makeId: ids() })),
          'a',
          'turn',
        )
        const [, end] = rangeOf(project, refs)!
        const times = momentsOf(given)
        expect(worstMiss(given, after, { times })).toBeLessThan(1e-6)
        expect(worstMiss(given, after, { times, other: (time) => 2 * end + gap - time })).toBeLessThan(1e-6)
      }),
      { numRuns: 500, seed: 63 },
    )
  })
})

describe('warpKeys', () => {
  it('keeps the order of keys and the two ends, for any bend that only rises', () => {
    const rising = fc.tuple(
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
    )
    fc.assert(
      fc.property(keysOf(number, 9), rising, (keys, [x1, y1, x2, y2]) => {
        const project = holding(property('turn', keys))
        const bend = {
          kind: 'handles',
          leave: { reach: x1, rise: y1 },
          arrive: { reach: x2, rise: y2 },
        } as const
        // Rises that add up to more than the change turn back on the way.
        fc.pre(y1 + y2 <= 1)
        const after = propertyOf(
          edited(project, (draft) => warpKeys(draft, refsOf(project, 'a', 'turn'), bend)),
          'a',
          'turn',
        )
        const times = timesOf(after)
        expect(after.keys.map(({ id }) => id)).toEqual(keys.map(({ id }) => id))
        for (let i = 1; i < times.length; i += 1) expect(times[i]).toBeGreaterThan(times[i - 1]!)
        expect([times[0], times[times.length - 1]]).toEqual([keys[0]!.t, keys[keys.length - 1]!.t])
      }),
      { numRuns: 500, seed: 64 },
    )
  })

  it('keeps keys apart where the bend stands still, and refuses one that runs back', () => {
    const project = holding(property('turn', [key(0, 0), key(0.5, 1), key(1, 2), key(2, 3)]))
    const refs = refsOf(project, 'a', 'turn')
    const held = propertyOf(
      edited(project, (draft) => warpKeys(draft, refs, { kind: 'hold' })),
      'a',
      'turn',
    )
    expect(timesOf(held)).toEqual([0, 1, 2, second(2)])
    const back = { kind: 'family', family: 'back', mode: 'out' } as const
    expect(() => edited(project, (draft) => warpKeys(draft, refs, back))).toThrow(/runs backwards/)
  })
})

describe('distributeKeys', () => {
  it('spaces keys evenly in time, or so that every way is gone at one mean speed', () => {
    fc.assert(
      fc.property(keysOf(point, 8), (keys) => {
        const given = property('place', keys)
        const project = projectOf([layerWith('a', { position: given })])
        const refs = refsOf(project, 'a', 'position')
        const even = propertyOf(
          edited(project, (draft) => distributeKeys(draft, refs, 'time')),
          'a',
          'position',
        )
        const gaps = timesOf(even)
          .slice(1)
          .map((time, i) => time - timesOf(even)[i]!)
        expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(2)
        const paced = propertyOf(
          edited(project, (draft) => distributeKeys(draft, refs, 'distance')),
          'a',
          'position',
        )
        const compiled = compileProperty(paced, [])
        const lengths = compiled.spans.map((span) => (span as PlaceSpan).route.length)
        const whole = lengths.reduce((sum, length) => sum + length, 0)
        const time = compiled.times[compiled.times.length - 1]! - compiled.times[0]!
        lengths.forEach((length, i) => {
          const gap = compiled.times[i + 1]! - compiled.times[i]!
          expect(Math.abs(gap - (whole > 0 ? (length / whole) * time : time / lengths.length))).toBeLessThan(
            keys.length + 1,
          )
        })
      }),
      { numRuns: 500, seed: 65 },
    )
  })
})

describe('staggerKeys', () => {
  const rows = [0, 1, 2, 3, 4]
  const project = projectOf(
    rows.map((i) =>
      layerWith(`l${i}`, {
        position: property('place', [], { value: [(i * 37) % 100, (i * 61) % 100] }),
        turn: property('turn', [key(1, 0, ease), key(2, 90)]),
      }),
    ),
  )
  const refs = rows.flatMap((i) => refsOf(project, `l${i}`, 'turn'))
  const startOf = (given: typeof project, i: number): number => propertyOf(given, `l${i}`, 'turn').keys[0]!.t
  const orderOf = (order: StaggerOrder): number[] => {
    const after = edited(project, (draft) => staggerKeys(draft, refs, { order, step: { ticks: 1000 } }))
    const shifts = rows.map((i) => (startOf(after, i) - second(1)) / 1000)
    expect([...shifts].sort((a, b) => a - b)).toEqual(rows)
    return rows.map((place) => shifts.indexOf(place))
  }

  it('shifts layer i by i steps in the chosen order', () => {
    const at = second(0)
    expect(orderOf({ by: 'list' })).toEqual([0, 1, 2, 3, 4])
    expect(orderOf({ by: 'reversed' })).toEqual([4, 3, 2, 1, 0])
    expect(orderOf({ by: 'x', at })).toEqual([0, 3, 1, 4, 2])
    expect(orderOf({ by: 'y', at, descending: true })).toEqual([3, 1, 4, 2, 0])
    expect(orderOf({ by: 'near', at, point: [74, 22] })).toEqual([2, 4, 1, 0, 3])
    expect(orderOf({ by: 'chance', seed: 7 })).toEqual(orderOf({ by: 'chance', seed: 7 }))
    const seeds = new Set(rows.map((seed) => orderOf({ by: 'chance', seed }).join()))
    expect(seeds.size).toBeGreaterThan(1)
  })

  it('overlaps neighbours by a share of a layer’s length', () => {
    const after = edited(project, (draft) =>
      staggerKeys(draft, refs, { order: { by: 'list' }, step: { overlapPercent: 75 } }),
    )
    rows.forEach((i) => expect(startOf(after, i)).toBe(second(1 + i / 4)))
    expect(() =>
      edited(project, (draft) =>
        staggerKeys(draft, refs, { order: { by: 'list' }, step: { overlapPercent: 101 } }),
      ),
    ).toThrow(BadEdit)
  })
})

describe('setLayerSpan', () => {
  const layer = { scene: 'scene', layer: 'a' }
  const project = projectOf([
    {
      ...layerWith('a', { turn: property('turn', [key(1, 0, ease), key(2, 40, ease), key(3, 90)]) }),
      span: [second(1), second(5)],
    } satisfies Layer,
  ])
  const seconds = (policy: Parameters<typeof setLayerSpan>[3], from: number, to: number): number[] => {
    const after = edited(project, (draft) => setLayerSpan(draft, layer, [second(from), second(to)], policy))
    expect(after.scenes[0]!.layers[0]!.span).toEqual([second(from), second(to)])
    return timesOf(propertyOf(after, 'a', 'turn')).map((time) => time / TICKS_PER_SECOND)
  }

  it('lets keys stay, follow the start or the end, or stretch', () => {
    expect(seconds('stay', 0, 6)).toEqual([1, 2, 3])
    expect(seconds('firstFollows', 0.5, 5)).toEqual([0.5, 2, 3])
    expect(seconds('lastFollows', 1, 6)).toEqual([1, 2, 4])
    expect(seconds('stretch', 2, 4)).toEqual([2, 2.5, 3])
    expect(seconds('stretch', 2, 6)).toEqual([2, 3, 4])
  })

  it('refuses a span without length and a key that would pass its neighbour', () => {
    const set = (from: number, to: number, policy: Parameters<typeof setLayerSpan>[3]) => () =>
      edited(project, (draft) => setLayerSpan(draft, layer, [second(from), second(to)], policy))
    expect(set(3, 3, 'stay')).toThrow(/start before it ends/)
    expect(set(2.5, 5, 'firstFollows')).toThrow(/would pass/)
    expect(set(1, 3.5, 'lastFollows')).toThrow(/would pass/)
  })
})
