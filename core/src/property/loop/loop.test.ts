import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyProperty, ease, key, lawful, property } from '../../../test/trials.ts'
import { asTicks, MOST_TICKS, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  compileProperty,
  directionInto,
  speedAt,
  unrollProperty,
  valueAt,
  type Outside,
  type Property,
} from '../index.ts'

const at = (seconds: number): number => Math.round(seconds * TICKS_PER_SECOND)
const kinds = fc.constantFrom('turn', 'pair', 'place').chain((kind) => anyProperty(kind, 4))
const rules = ['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'] as const

describe('what goes on outside the keys', () => {
  it('repeats the very values and speeds of the round it stands for, on either side', () => {
    fc.assert(
      fc.property(
        kinds,
        fc.constantFrom(...rules),
        fc.integer({ min: -3, max: 3 }),
        fc.integer({ min: 1, max: 99 }),
        (made, rule, round, share) => {
          const given = lawful({ ...made, before: rule, after: rule })
          const compiled = compileProperty(given, [])
          const [first, last] = [compiled.times[0]!, compiled.times[compiled.times.length - 1]!]
          const length = last - first
          const into = Math.round((share / 100) * length)
          const time = first + round * length + into
          const back = rule === 'thereAndBack' && round % 2 !== 0
          const [value, speed] = [valueAt(compiled, time), speedAt(compiled, time)]
          const inside = back ? last - into : first + into
          const [start, end] = [valueAt(compiled, first), valueAt(compiled, last)]
          if (rule === 'hold' && round !== 0) {
            expect(value).toEqual(round > 0 ? end : start)
            expect(speed.every((part) => part === 0)).toBe(true)
          } else if (rule !== 'continue' || round === 0) {
            const carried = valueAt(compiled, inside).map((part, i) =>
              rule === 'carryOn' ? part + round * (end[i]! - start[i]!) : part,
            )
            value.forEach((part, i) => expect(part).toBeCloseTo(carried[i]!, 9))
            speedAt(compiled, inside).forEach((part, i) => expect(speed[i]).toBe(back ? -part : part))
          }
        },
      ),
      { numRuns: 500, seed: 181 },
    )
  })

  it('goes on in a line at the end speed, both ways', () => {
    fc.assert(
      fc.property(kinds, fc.integer({ min: 1, max: 50 }), fc.boolean(), (made, tenths, early) => {
        const given = lawful({ ...made, before: 'continue', after: 'continue' })
        const compiled = compileProperty(given, [])
        const end = early ? compiled.times[0]! : compiled.times[compiled.times.length - 1]!
        const sign = early ? -1 : 1
        const [one, two] = [1, 2].map((n) => valueAt(compiled, end + sign * n * at(tenths / 10)))
        const start = valueAt(compiled, end)
        if (!speedAt(compiled, end).every(Number.isFinite)) return
        // A place straightens out once it has left its route; a speed inward stays on it for a while.
        if (given.kind === 'place' && speedAt(compiled, end)[0]! < 0) return
        two!.forEach((part, i) => {
          const size = 1e-9 * (1 + Math.abs(part) + Math.abs(start[i]!))
          expect(Math.abs(part - start[i]! - 2 * (one![i]! - start[i]!))).toBeLessThan(1e3 * size)
        })
        expect(speedAt(compiled, end + sign * at(3))).toEqual(speedAt(compiled, end))
      }),
      { numRuns: 500, seed: 182 },
    )
  })

  it('is on its own tick the last key’s value, and a tick later the next round’s', () => {
    const given = compileProperty(property('number', [key(0, 0), key(1, 10)], { after: 'loop' }), [])
    expect(valueAt(given, at(1))).toEqual([10])
    expect(valueAt(given, at(1) + 1)[0]).toBeCloseTo(0, 6)
    expect(valueAt(given, at(2))).toEqual([0])
  })

  it('can be written out as plain keys', () => {
    fc.assert(
      fc.property(kinds, fc.constantFrom<Outside>(...rules), (made, rule) => {
        const given = lawful({ ...made, before: rule, after: rule })
        const [start, end] = [asTicks(0), asTicks(at(12))]
        const { property: plain, exact } = unrollProperty(given, start, end, [])
        const [before, after] = [given, plain].map((one) => compileProperty(one, []))
        const seams = after!.times
        let most = 0
        for (let i = 0; i < 200; i += 1) {
          const time = Math.round((12 * (i + 0.5) * TICKS_PER_SECOND) / 200)
          if (seams.some((seam) => Math.abs(seam - time) < 3)) continue
          const [x, y] = [valueAt(before!, time), valueAt(after!, time)]
          most = Math.max(most, ...x.map((part, k) => Math.abs(part - y[k]!)))
        }
        if (exact) expect(most).toBeLessThan(given.kind === 'place' ? 0.05 : 1e-3)
      }),
      { numRuns: 500, seed: 183 },
    )
  })
})

describe('degenerate properties', () => {
  const finite = (given: Property, times: readonly number[]): void => {
    const compiled = compileProperty(given, [])
    for (const time of times) {
      for (const part of valueAt(compiled, time)) expect(Number.isFinite(part), `value at ${time}`).toBe(true)
      for (const part of speedAt(compiled, time)) expect(Number.isNaN(part), `speed at ${time}`).toBe(false)
    }
  }
  const corner = (reach: number) =>
    ({
      kind: 'handles',
      leave: { reach, rise: 1 - reach },
      arrive: { reach: 1 - reach, rise: reach },
    }) as const

  it('say something finite for reaches of 0 and 1, both handles at one corner, and equal values', () => {
    for (const bend of [
      corner(0),
      corner(1),
      { kind: 'handles', leave: { reach: 0, rise: 0 }, arrive: { reach: 1, rise: 1 } } as const,
      ease,
    ]) {
      for (const to of [5, 0]) {
        finite(property('number', [key(0, 0, bend), key(1, to)]), [-1, 0, 1e-9, 0.5, 1 - 1e-9, 1, 2].map(at))
        const route = { arrive: [0, 0], leave: [0, 0], through: 'smooth' } as const
        const more = { route, through: 'smooth' } as const
        finite(
          property('place', [
            key(0, [0, 0], bend, more),
            key(1, [to, 0], bend, more),
            key(2, [to, 0], bend, more),
          ]),
          [0, 0.5, 1, 1.5, 2].map(at),
        )
      }
    }
  })

  it('last from one tick to 24 hours', () => {
    for (const length of [1, 2, MOST_TICKS]) {
      const keys = [
        { ...key(0, 0, ease), t: asTicks(0) },
        { ...key(1, 90, ease), t: asTicks(length) },
      ]
      finite(property('number', keys, { before: 'loop', after: 'carryOn' }), [
        -length,
        0,
        length / 2,
        length,
        3 * length,
      ])
      const compiled = compileProperty(property('number', keys), [])
      expect(valueAt(compiled, length / 2)[0]).toBeCloseTo(45, 6)
      expect(valueAt(compiled, length)).toEqual([90])
    }
  })

  it('find their way among 10 000 keys in any order of asking', () => {
    const keys = Array.from({ length: 10_000 }, (_, i) => ({
      ...key(0, i % 7, ease),
      id: `k${i}`,
      t: asTicks(i * 1000),
    }))
    const compiled = compileProperty(property('number', keys), [])
    for (let i = 0; i < 10_000; i += 1) {
      const k = (i * 7919) % 10_000
      expect(valueAt(compiled, k * 1000)).toEqual([k % 7])
    }
  })

  it('have a direction wherever the route ever goes anywhere', () => {
    const still = property('place', [key(0, [5, 5]), key(1, [5, 5]), key(2, [5, 9]), key(3, [5, 9])])
    const compiled = compileProperty(still, [])
    const out = new Float64Array(2)
    for (const time of [-1, 0, 0.5, 1, 1.5, 2.5, 3, 4]) {
      directionInto(out, compiled, at(time))
      expect([...out]).toEqual([0, 1])
    }
    directionInto(out, compileProperty(property('place', [key(0, [1, 1]), key(1, [1, 1])]), []), at(0.5))
    expect([...out]).toEqual([0, 0])
  })
})
