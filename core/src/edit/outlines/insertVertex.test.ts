import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyOutline, edited, key, layerWith, projectOf, property, propertyOf } from '../../../test/trials.ts'
import { compileProperty, storedValueAt, type Outline } from '../../property/index.ts'
import { cubicPoint } from '../../route/index.ts'
import { outlineCubics, projectSchema, type Layer } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit, insertVertex, setParent, setTurnAlongRoute } from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'outline' }
const path = (...outlines: Outline[]): Layer => ({
  ...layerWith('a', {
    outline: property(
      'outline',
      outlines.map((outline, i) => key(i, outline)),
      { value: outlines[0]! },
    ),
  }),
})

/** Points along an outline's edges, `per` on each. */
const pointsOf = (
  outline: Outline,
  edge: number,
  shares: readonly number[],
): (readonly [number, number])[] => {
  const cubic = outlineCubics(outline)[edge]!
  return shares.map((share) => cubicPoint(cubic, share))
}

describe('insertVertex', () => {
  it('changes the shape at no key', () => {
    fc.assert(
      fc.property(
        anyOutline(5),
        fc.array(anyOutline(5), { maxLength: 2 }),
        fc.nat(3),
        fc.integer({ min: 1, max: 9 }),
        (first, others, which, tenth) => {
          const alike = others.map((outline) => ({ ...outline, closed: first.closed }))
          const project = projectOf([path(first, ...alike)])
          const edge = which % (first.closed ? 5 : 4)
          const s = tenth / 10
          const after = propertyOf(
            edited(project, (draft) => insertVertex(draft, ref, { edge, s })),
            'a',
            'outline',
          )
          expect(after.keys.every(({ value }) => (value as Outline).vertices.length === 6)).toBe(true)
          ;[first, ...alike].forEach((outline, i) => {
            const now = after.keys[i]!.value as Outline
            const straight =
              outline.vertices[edge]!.leave.length === 0 &&
              outline.vertices[(edge + 1) % 5]!.arrive.length === 0
            // A straight edge is cut by length; its two halves stay straight.
            if (straight) {
              expect(now.vertices[edge + 1]!.leave.length).toBe(0)
              return
            }
            const shares = [0.1, 0.35, 0.6, 0.95]
            const before = pointsOf(outline, edge, [
              ...shares.map((u) => u * s),
              ...shares.map((u) => s + u * (1 - s)),
            ])
            const here = [...pointsOf(now, edge, shares), ...pointsOf(now, edge + 1, shares)]
            before.forEach(([x, y], k) => {
              expect(here[k]![0]).toBeCloseTo(x, 8)
              expect(here[k]![1]).toBeCloseTo(y, 8)
            })
          })
        },
      ),
      { numRuns: 500, seed: 121 },
    )
  })

  it('refuses an edge that is not there and a property without vertices', () => {
    const project = projectOf([path({ closed: false, vertices: [vertexAt(0, 0), vertexAt(10, 0)] })])
    expect(() => edited(project, (draft) => insertVertex(draft, ref, { edge: 1, s: 0.5 }))).toThrow(
      /no edge there/,
    )
    expect(() =>
      edited(project, (draft) => insertVertex(draft, { ...ref, property: 'turn' }, { edge: 0, s: 0.5 })),
    ).toThrow(BadEdit)
  })
})

const vertexAt = (x: number, y: number): Outline['vertices'][number] => ({
  at: [x, y],
  arrive: { angle: 0, length: 0 },
  leave: { angle: 0, length: 0 },
  corner: 0,
})

describe('outlines', () => {
  it('are mixed number by number, angles unwound', () => {
    const square = { closed: true, vertices: [vertexAt(0, 0), vertexAt(10, 0), vertexAt(10, 10)] }
    const turned = {
      closed: true,
      vertices: square.vertices.map((vertex, i) => ({
        ...vertex,
        at: [vertex.at[0] + i, vertex.at[1]] as const,
        leave: { angle: 720, length: 8 },
        corner: 4,
      })),
    }
    const compiled = compileProperty(property('outline', [key(0, square), key(2, turned)]), [])
    const half = storedValueAt(compiled, TICKS_PER_SECOND) as Outline
    expect(half.vertices[2]).toEqual({
      at: [11, 10],
      arrive: { angle: 0, length: 0 },
      leave: { angle: 360, length: 4 },
      corner: 2,
    })
    const uneven = projectOf([path(square, { ...turned, vertices: turned.vertices.slice(1) })])
    expect(projectSchema.safeParse(uneven).success).toBe(false)
  })
})

describe('setParent', () => {
  const project = projectOf([
    layerWith('a', {}),
    layerWith('b', {}, 'rectangle', 'a'),
    layerWith('c', {}, 'group', 'b'),
  ])
  it('lets layers ride on others, and refuses a ring', () => {
    expect(
      edited(project, (draft) => setParent(draft, 'scene', ['b', 'c'], null)).scenes[0]!.layers.map(
        ({ parent }) => parent,
      ),
    ).toEqual([null, null, null])
    expect(
      edited(project, (draft) => setParent(draft, 'scene', ['c'], 'a')).scenes[0]!.layers[2]!.parent,
    ).toBe('a')
    expect(() => edited(project, (draft) => setParent(draft, 'scene', ['a'], 'c'))).toThrow(
      /“a” cannot ride on “c”, which rides on it already/,
    )
    expect(() => edited(project, (draft) => setParent(draft, 'scene', ['a'], 'a'))).toThrow(/ride on itself/)
    expect(() => edited(project, (draft) => setParent(draft, 'scene', ['a'], 'gone'))).toThrow(BadEdit)
  })

  it('turns a layer along its route, or not', () => {
    const layer = { scene: 'scene', layer: 'a' }
    const turned = edited(project, (draft) => setTurnAlongRoute(draft, layer, 90))
    expect(turned.scenes[0]!.layers[0]!.turnAlongRoute).toBe(90)
    expect(
      'turnAlongRoute' in
        edited(turned, (draft) => setTurnAlongRoute(draft, layer, null)).scenes[0]!.layers[0]!,
    ).toBe(false)
    expect(() => edited(project, (draft) => setTurnAlongRoute(draft, layer, NaN))).toThrow(BadEdit)
  })
})
