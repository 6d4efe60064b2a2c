import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyOutline,
  edited,
  ids,
  key,
  layerWith,
  projectOf,
  property,
  propertyOf,
} from '../../../test/trials.ts'
import type { Outline } from '../../property/index.ts'
import { outlineLength, projectSchema } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { becomeShape } from '../index.ts'
import { pairedWith, totalTravel, withAtLeast } from './pairing.ts'
import { reversedOutline, startingAt } from './vertices.ts'

const ref = { scene: 'scene', layer: 'a', property: 'outline' }
const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const square = (turn: number): Outline => ({
  closed: true,
  vertices: [0, 1, 2, 3].map((i) => {
    const angle = (Math.PI / 2) * (i + turn) + Math.PI / 4
    const arm = { angle: 0, length: 0 }
    return { at: [100 * Math.cos(angle), 100 * Math.sin(angle)], arrive: arm, leave: arm, corner: 0 }
  }),
})
const closed = (outline: Outline): Outline => ({ ...outline, closed: true })

describe('vertices of two outlines are paired', () => {
  it('so that a square turned by a quarter onto itself travels nothing', () => {
    expect(totalTravel(square(0), square(1))).toBeGreaterThan(400)
    expect(totalTravel(square(0), pairedWith(square(0), square(1)))).toBeCloseTo(0, 9)
    expect(totalTravel(square(0), pairedWith(square(0), reversedOutline(square(2))))).toBeCloseTo(0, 9)
  })
  it('by the least way of all starts and directions', () => {
    fc.assert(
      fc.property(anyOutline(6), anyOutline(6), fc.boolean(), (a, b, isClosed) => {
        const [from, to] = [a, b].map((outline) => ({ ...outline, closed: isClosed })) as [Outline, Outline]
        const found = totalTravel(from, pairedWith(from, to))
        const starts = isClosed ? [0, 1, 2, 3, 4, 5] : [0]
        const all = [to, reversedOutline(to)].flatMap((way) =>
          starts.map((first) => totalTravel(from, startingAt(way, first))),
        )
        expect(found).toBeCloseTo(Math.min(...all), 6)
        expect(outlineLength(pairedWith(from, to))).toBeCloseTo(outlineLength(to), 3)
      }),
      { numRuns: 200, seed: 61 },
    )
  })
  it('after the poorer has got vertices without another shape', () => {
    fc.assert(
      fc.property(anyOutline(3), (outline) => {
        const sharp = { ...outline, vertices: outline.vertices.map((vertex) => ({ ...vertex, corner: 0 })) }
        const more = withAtLeast(sharp, 9)
        expect(more.vertices).toHaveLength(9)
        expect(outlineLength(more)).toBeCloseTo(outlineLength(sharp), 3)
      }),
      { numRuns: 100, seed: 62 },
    )
  })
})

describe('an outline that becomes another shape', () => {
  const given = projectOf([
    layerWith('a', {
      outline: property('outline', [key(0, square(0)), key(1, square(0))], { value: square(0) }),
    }),
  ])
  const become = (shape: Outline) =>
    edited(given, (draft) => becomeShape(draft, ref, { shape, time: at(2), autoKey: true, makeId: ids() }))
  it('has as many vertices in every key, which look as they did, and a key of the other shape', () => {
    fc.assert(
      fc.property(fc.constantFrom(3, 4, 7), fc.integer(), (count, seed) => {
        const [shape] = fc.sample(anyOutline(count), { seed, numRuns: 1 })
        const after = become(closed(shape!))
        expect(projectSchema.safeParse(after).error?.issues).toBeUndefined()
        const { keys } = propertyOf(after, 'a', 'outline')
        expect(keys.map(({ t }) => t)).toEqual([at(0), at(1), at(2)])
        const outlines = keys.map(({ value }) => value as Outline)
        expect(outlines.map(({ vertices }) => vertices.length)).toEqual(Array(3).fill(Math.max(4, count)))
        expect(outlineLength(outlines[0]!)).toBeCloseTo(outlineLength(square(0)), 6)
      }),
      { numRuns: 60, seed: 63 },
    )
  })
  it('is refused where one is open and the other closed', () => {
    expect(() => become({ ...square(0), closed: false })).toThrow('One of the outlines is closed')
  })
})
