import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyBend,
  edited,
  ids,
  key,
  layerWith,
  projectOf,
  property,
  propertyOf,
} from '../../../test/trials.ts'
import { compiledOf, valueAt, type Property } from '../../property/index.ts'
import { cubicPoint } from '../../route/index.ts'
import { outlineAtTime, outlineCubics, projectSchema, type Layer, type Project } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { becomePath } from '../index.ts'

const madePath = (layer: Layer): Project =>
  edited(projectOf([layer]), (draft) => becomePath(draft, 'scene', ['a'], ids()))
const outlineAt = (project: Project, seconds: number) =>
  outlineAtTime(project.scenes[0]!.layers[0]!, 'outline', seconds * TICKS_PER_SECOND, project.bends)
const at = (given: Property, seconds: number) => valueAt(compiledOf(given, []), seconds * TICKS_PER_SECOND)
const sizes = (...list: readonly (readonly [number, number])[]) =>
  property(
    'pair',
    list.map((size, i) => key(i, size)),
  )
const MOMENTS = [-1, 0, 0.2, 0.5, 0.9, 1, 1.6, 2, 3]

describe('becomePath', () => {
  const side = fc.integer({ min: 1, max: 400 })
  const size = fc.tuple(side, side)

  it('has the corners a rectangle has, as round, at every moment, whatever bends its size and corner have', () => {
    fc.assert(
      fc.property(size, size, side, side, anyBend, anyBend, (one, other, round, rounder, bend, turn) => {
        const layer = layerWith('a', {
          size: property('pair', [{ ...key(0, one), bend }, key(2, other)]),
          corner: property('number', [{ ...key(0.5, round), bend: turn }, key(1.5, rounder)]),
        })
        const made = madePath(layer)
        expect(projectSchema.safeParse(made).success).toBe(true)
        for (const moment of MOMENTS) {
          const [width, height] = at(layer.properties['size']!, moment) as unknown as [number, number]
          const [corner] = at(layer.properties['corner']!, moment) as unknown as [number]
          const { vertices } = outlineAt(made, moment)
          vertices.forEach((vertex, i) => {
            const [x, y] = [i === 0 || i === 3 ? -width / 2 : width / 2, i < 2 ? -height / 2 : height / 2]
            expect(vertex.at[0]).toBeCloseTo(x, 6)
            expect(vertex.at[1]).toBeCloseTo(y, 6)
            expect(vertex.corner).toBeCloseTo(corner, 6)
          })
        }
      }),
      { numRuns: 60 },
    )
  })

  it('has one key for all of it where only its size moves, and lanes where its corner moves otherwise', () => {
    const moves = { size: sizes([100, 50], [200, 80], [90, 90]) }
    const whole = madePath(layerWith('a', moves))
    expect(propertyOf(whole, 'a', 'outline').keys).toHaveLength(3)
    expect(propertyOf(whole, 'a', 'outline').split).toBeUndefined()
    const corner = property('number', [key(0, 0), key(1.5, 30)])
    const apart = madePath(layerWith('a', { ...moves, corner }))
    expect(propertyOf(apart, 'a', 'outline').split).toBe(true)
    expect(propertyOf(apart, 'a', 'vertex 3 corner').keys).toHaveLength(2)
  })

  it('follows an ellipse: to a hundred-thousandth of its radius where its proportion stays, else to 0.03 %', () => {
    const furthest = (layer: Layer): number => {
      const made = madePath(layer)
      const gaps = MOMENTS.flatMap((moment) => {
        const [width, height] = at(layer.properties['size']!, moment) as unknown as [number, number]
        return outlineCubics(outlineAt(made, moment)).flatMap((cubic) =>
          [0, 0.25, 0.5, 0.8].map((s) => {
            const [x, y] = cubicPoint(cubic, s)
            return Math.abs(Math.hypot((2 * x) / width, (2 * y) / height) - 1)
          }),
        )
      })
      return Math.max(...gaps)
    }
    const still = layerWith('a', { size: { kind: 'pair', value: [300, 120], keys: [] } }, 'ellipse')
    expect(furthest(still)).toBeLessThan(1e-5)
    expect(outlineAt(madePath(still), 0).vertices).toHaveLength(8)
    expect(furthest(layerWith('a', { size: sizes([300, 120], [150, 60]) }, 'ellipse'))).toBeLessThan(1e-5)
    expect(furthest(layerWith('a', { size: sizes([300, 120], [150, 200]) }, 'ellipse'))).toBeLessThan(3e-4)
  })

  it('keeps what else the layer has, and refuses what it cannot make a path of', () => {
    const layer = layerWith('a', { opacity: property('number', [key(0, 0), key(1, 50)]) })
    const made = madePath(layer).scenes[0]!.layers[0]!
    expect(made.kind).toBe('path')
    expect(made.properties['opacity']).toBe(layer.properties['opacity'])
    expect(made.properties['line joins']!.value).toBe('miter')
    expect(made.properties['size']).toBeUndefined()
    expect(() => madePath({ ...layer, locked: true })).toThrow('locked')
    expect(() => madePath(layerWith('a', {}, 'group'))).toThrow('no rectangle and no ellipse')
    const ratio = { ...sizes([10, 10], [90, 90]), mix: 'geometric' as const }
    expect(() => madePath(layerWith('a', { size: ratio }))).toThrow('equal ratios')
  })
})
