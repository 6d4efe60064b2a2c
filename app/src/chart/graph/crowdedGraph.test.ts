import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ease, key, property } from '../../../../core/test/trials.ts'
import { compileProperty, valueAt, type CompiledProperty } from '@arrow-bend/core/property'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { beadsOf } from './beadPlaces.ts'
import { graphScale } from './graphScale.ts'
import { sampleGraph } from './sampleGraph.ts'

const WIDTH = 300
/** Keys a tenth of a second apart, so near that several share a pixel. */
const crowd = (values: readonly number[]): CompiledProperty =>
  compileProperty(
    property(
      'number',
      values.map((value, i) => key(i / 10, value, ease)),
    ),
    [],
  )
const values = fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 200, maxLength: 600 })
const view = (pace: number, from: number) => ({
  of: 'value' as const,
  xOf: (time: number) => (time / TICKS_PER_SECOND) * pace - from,
  width: WIDTH,
})

describe('sampleGraph, where keys crowd', () => {
  it('keeps two points a pixel at most, in order, all on the curve', () => {
    fc.assert(
      fc.property(
        values,
        fc.integer({ min: 3, max: 19 }),
        fc.integer({ min: 0, max: 60 }),
        (list, pace, from) => {
          const compiled = crowd(list)
          const scale = view(pace, from)
          const pieces = sampleGraph(compiled, 0, scale)
          const points = pieces.flatMap((piece) => piece.points)
          const inPixel = new Map<number, number>()
          points.forEach(([x, value], i) => {
            const pixel = Math.floor(x)
            inPixel.set(pixel, (inPixel.get(pixel) ?? 0) + 1)
            if (i > 0) expect(x).toBeGreaterThanOrEqual(points[i - 1]![0])
            const time = ((x + from) / pace) * TICKS_PER_SECOND
            const near = [-2, 0, 2].map((ticks) => valueAt(compiled, time + ticks)[0]!)
            expect(value).toBeGreaterThan(Math.min(...near) - 1e-3)
            expect(value).toBeLessThan(Math.max(...near) + 1e-3)
          })
          expect(Math.max(...inPixel.values())).toBeLessThanOrEqual(2)
          // The first and the last pixel of a piece may be those of its neighbours, too.
          expect(points.length).toBeLessThanOrEqual(2 * (WIDTH + 6))
        },
      ),
      { seed: 261, numRuns: 40 },
    )
  })

  it('reaches as high and as low as the keys in each pixel', () => {
    fc.assert(
      fc.property(values, fc.integer({ min: 3, max: 19 }), (list, pace) => {
        const compiled = crowd(list)
        const scale = view(pace, 0)
        const reached = new Map<number, number[]>()
        for (const { points } of sampleGraph(compiled, 0, scale))
          for (const [x, value] of points)
            reached.set(Math.floor(x), [...(reached.get(Math.floor(x)) ?? []), value])
        compiled.keys.slice(0, -1).forEach(({ t, value }) => {
          const x = scale.xOf(t)
          if (x > WIDTH) return
          const all = reached.get(Math.floor(x))!
          expect(Math.max(...all)).toBeGreaterThanOrEqual(value as number)
          expect(Math.min(...all)).toBeLessThanOrEqual(value as number)
        })
      }),
      { seed: 262, numRuns: 40 },
    )
  })
})

describe('beadsOf', () => {
  const flat = graphScale({ low: -50, high: 50 }, { kind: 'even', top: 0, bottom: 100 })

  it('stands for every key in view just once, each bead for those that follow its own', () => {
    fc.assert(
      fc.property(
        values,
        fc.integer({ min: 3, max: 400 }),
        fc.integer({ min: 0, max: 900 }),
        (list, pace, from) => {
          const compiled = crowd(list)
          const scale = view(pace, from)
          const beads = beadsOf(compiled, scale, flat)
          const inView = compiled.keys.filter(({ t }) => scale.xOf(t) >= -8 && scale.xOf(t) <= WIDTH + 8)
          expect(beads.flatMap(({ keys }) => keys)).toEqual(inView.map(({ id }) => id))
          beads.forEach(({ key: id, keys, x, index }, i) => {
            expect(keys[0]).toBe(id)
            expect(compiled.keys[index]!.id).toBe(id)
            if (i > 0 && inView.length > 60) expect(x - beads[i - 1]!.x).toBeGreaterThan(0)
          })
          expect(new Set(beads.map(({ slot }) => slot)).size).toBe(beads.length)
        },
      ),
      { seed: 263, numRuns: 60 },
    )
  })

  it('has none for a graph of speed', () => {
    expect(beadsOf(crowd([1, 2, 3]), { ...view(10, 0), of: 'speed' }, flat)).toEqual([])
  })
})
