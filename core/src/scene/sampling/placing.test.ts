import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  key,
  lawful,
  layerWith,
  momentsOf,
  projectOf,
  property,
} from '../../../test/trials.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { applyMatrix, compileScene, parentMatrixAt, sampleSceneInto, sceneAt, type Layer } from '../index.ts'

const second = (count: number): number => Math.round(count * TICKS_PER_SECOND)

describe('turning along a route', () => {
  const along = (offset: number): Layer => ({
    ...layerWith('a', {
      position: property('place', [
        key(0, [0, 0], ease, { route: { arrive: [0, 0], leave: [100, 0], through: 'corner' } }),
        key(2, [100, 100], ease, { route: { arrive: [0, -100], leave: [0, 0], through: 'corner' } }),
      ]),
      turn: property('turn', [key(0, 10), key(2, 10)]),
    }),
    turnAlongRoute: offset,
  })

  it('adds the way’s direction and the offset to the turn, at the ends by the limit of the tangent', () => {
    const degrees = (offset: number, seconds: number): number => {
      const [item] = sceneAt(projectOf([along(offset)]).scenes[0]!, second(seconds), [])
      return (Math.atan2(item!.matrix[1]!, item!.matrix[0]!) * 180) / Math.PI
    }
    expect(degrees(0, 0)).toBeCloseTo(10, 9)
    expect(degrees(0, 2)).toBeCloseTo(100, 9)
    expect(degrees(0, 3)).toBeCloseTo(100, 9)
    expect(degrees(0, 1)).toBeCloseTo(55, 6)
    expect(degrees(30, 2)).toBeCloseTo(130, 9)
  })

  it('turns a split position with the way it goes, and keeps its heading while it stands', () => {
    const layer: Layer = {
      ...layerWith('a', {
        position: property('place', [], { value: [0, 0], split: true }),
        'position x': property('number', [key(0, 0), key(1, 30), key(3, 30)]),
        'position y': property('number', [key(0, 0), key(1, 40), key(3, 40)]),
      }),
      turnAlongRoute: 0,
    }
    for (const seconds of [0.5, 2.9]) {
      const [item] = sceneAt(projectOf([layer]).scenes[0]!, second(seconds), [])
      expect(item!.matrix[0]).toBeCloseTo(0.6, 6)
      expect(item!.matrix[1]).toBeCloseTo(0.8, 6)
    }
  })
})

describe('riding on others', () => {
  it('is the product of all that is ridden on, whatever the order of the layers', () => {
    fc.assert(
      fc.property(
        anyProperty('place', 3),
        anyProperty('turn', 3),
        fc.constantFrom([0, 1, 2], [2, 0, 1], [1, 2, 0]),
        (place, turn, order) => {
          const layers = [
            layerWith('a', { position: lawful(place) }, 'rectangle', 'b'),
            layerWith('b', { turn: lawful(turn) }, 'rectangle', 'c'),
            layerWith('c', { position: property('place', [], { value: [40, -7] }) }, 'group'),
          ]
          const scene = projectOf(order.map((i) => layers[i]!)).scenes[0]!
          const sampler = compileScene(scene, [])
          for (const time of momentsOf(place, 2)) {
            const item = sampleSceneInto(sampler, time).find(({ layer }) => layer.id === 'a')!
            const own = sceneAt(projectOf([{ ...layers[0]!, parent: null }]).scenes[0]!, time, [])[0]!
            const [x, y] = applyMatrix(own.matrix, 3, 4)
            const wanted = applyMatrix(parentMatrixAt(scene, 'a', time, []), x, y)
            const found = applyMatrix(item.matrix, 3, 4)
            found.forEach((part, i) => expect(Math.abs(part - wanted[i]!)).toBeLessThan(1e-6))
          }
        },
      ),
      { numRuns: 500, seed: 192 },
    )
  })
})
