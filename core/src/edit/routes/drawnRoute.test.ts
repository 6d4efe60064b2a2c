import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edited, ids, layerWith, projectOf, propertyOf } from '../../../test/trials.ts'
import { compileProperty, valueAt } from '../../property/index.ts'
import { nearestOnRoute, type Vec2 } from '../../route/index.ts'
import type { PlaceSpan } from '../../property/index.ts'
import { projectSchema } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit, drawRoute, type DrawnPoint } from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'position' }
const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))

/** A hand's way round some wide bends, slowing and hurrying, a look every 1/60 s. */
const hands = fc
  .record({
    size: fc.integer({ min: 80, max: 400 }),
    turns: fc.integer({ min: 1, max: 3 }),
    hurry: fc.integer({ min: 0, max: 60 }),
    frames: fc.integer({ min: 40, max: 160 }),
  })
  .map(({ size, turns, hurry, frames }): DrawnPoint[] =>
    Array.from({ length: frames + 1 }, (_, i) => {
      const share = i / frames
      const u = share + (hurry / 100 / (2 * Math.PI)) * Math.sin(2 * Math.PI * share)
      return {
        at: [u * 900, size * Math.sin(turns * Math.PI * u)],
        ticks: Math.round((i / 60) * TICKS_PER_SECOND),
      }
    }),
  )

describe('drawRoute', () => {
  it('follows the hand with few keys, evenly from start to end', () => {
    fc.assert(
      fc.property(hands, (points) => {
        const options = { start: second(1), end: second(4), keepTiming: false, within: 2, makeId: ids() }
        const project = edited(projectOf([layerWith('a', {})]), (draft) =>
          drawRoute(draft, ref, points, options),
        )
        expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
        const property = propertyOf(project, 'a', 'position')
        const compiled = compileProperty(property, [])
        expect(property.keys.length).toBeLessThanOrEqual(14)
        expect([...compiled.times]).toEqual([second(1), second(4)])
        const { cubics } = (compiled.spans[0] as PlaceSpan).route
        const distances = points.map(({ at }) => nearestOnRoute(cubics, at).distance)
        expect(Math.max(...distances)).toBeLessThan(3)
      }),
      { numRuns: 500, seed: 211 },
    )
  })

  it('goes where the hand went when it went there, if its timing is kept', () => {
    fc.assert(
      fc.property(hands, (points) => {
        const options = { start: second(1), end: second(4), keepTiming: true, within: 2, makeId: ids() }
        const project = edited(projectOf([layerWith('a', {})]), (draft) =>
          drawRoute(draft, ref, points, options),
        )
        expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
        const property = propertyOf(project, 'a', 'position')
        expect(property.keys.length).toBeLessThan(points.length / 3)
        const compiled = compileProperty(property, [])
        for (const { at, ticks } of points) {
          const [x, y] = valueAt(compiled, second(1) + ticks) as unknown as Vec2
          expect(Math.hypot(x - at[0], y - at[1])).toBeLessThan(3)
        }
      }),
      { numRuns: 100, seed: 212 },
    )
  })

  it('refuses a drawing that goes nowhere', () => {
    const options = { start: second(0), end: second(1), keepTiming: false, within: 2, makeId: ids() }
    const still: DrawnPoint[] = [0, 1, 2].map((i) => ({ at: [5, 5], ticks: i * 1000 }))
    const project = projectOf([layerWith('a', {})])
    expect(() => edited(project, (draft) => drawRoute(draft, ref, still, options))).toThrow(BadEdit)
    const moving: DrawnPoint[] = [0, 1, 2].map((i) => ({ at: [i, 5], ticks: i * 1000 }))
    expect(() =>
      edited(project, (draft) => drawRoute(draft, { ...ref, property: 'scale' }, moving, options)),
    ).toThrow(/Only a place/)
  })
})
