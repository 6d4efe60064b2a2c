import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  edited,
  ids,
  key,
  lawful,
  layerWith,
  momentsOf,
  point,
  projectOf,
  property,
} from '../../../test/trials.ts'
import { applyMatrix, compileScene, sampleSceneInto, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit, currentValue, movePivot, scaleLayersBy, turnLayersBy } from '../index.ts'

const at = { scene: 'scene', layers: ['a'], time: asTicks(TICKS_PER_SECOND) }
const options = { autoKey: true, makeId: ids() }
const cornersAt = (project: Project, time: number): number[] => {
  const { matrix } = sampleSceneInto(compileScene(project.scenes[0]!, []), time)[0]!
  return [
    [0, 0],
    [100, 0],
    [0, 100],
  ].flatMap(([x, y]) => applyMatrix(matrix, x!, y!))
}

describe('movePivot', () => {
  it('leaves the picture where it is, at every moment when neither scale nor turn change', () => {
    fc.assert(
      fc.property(
        anyProperty('place', 3),
        point,
        point,
        fc.integer({ min: -400, max: 400 }),
        fc.integer({ min: -300, max: 300 }),
        (place, pivot, to, degrees, scale) => {
          const project = projectOf([
            layerWith('a', {
              position: lawful(place),
              pivot: property('pair', [], { value: pivot }),
              turn: property('turn', [], { value: degrees }),
              scale: property('pair', [], { value: [scale, 130] }),
            }),
          ])
          const moved = edited(project, (draft) => movePivot(draft, { ...at, layer: 'a' }, to, options))
          for (const time of momentsOf(place, 2)) {
            const [before, after] = [cornersAt(project, time), cornersAt(moved, time)]
            before.forEach((part, i) => expect(Math.abs(part - after[i]!)).toBeLessThan(1e-6))
          }
        },
      ),
      { numRuns: 500, seed: 201 },
    )
  })

  it('leaves it where it is at this moment when they do, with a split position too', () => {
    fc.assert(
      fc.property(
        anyProperty('turn', 3),
        anyProperty('pair', 3),
        point,
        fc.boolean(),
        (turn, scale, to, split) => {
          const project = projectOf([
            layerWith('a', {
              turn: lawful(turn),
              scale: lawful(scale),
              ...(split
                ? {
                    position: property('place', [], { value: [0, 0], split: true }),
                    'position x': property('number', [key(0, 0, ease), key(2, 50)]),
                    'position y': property('number', [], { value: 7 }),
                  }
                : {}),
            }),
          ])
          const moved = edited(project, (draft) => movePivot(draft, { ...at, layer: 'a' }, to, options))
          const [before, after] = [cornersAt(project, at.time), cornersAt(moved, at.time)]
          before.forEach((part, i) => expect(Math.abs(part - after[i]!)).toBeLessThan(1e-6))
        },
      ),
      { numRuns: 500, seed: 202 },
    )
  })
})

describe('scaleLayersBy and turnLayersBy', () => {
  it('change what shows now about the pivot, adding a key where the property is animated', () => {
    const project = projectOf([
      layerWith('a', {
        turn: property('turn', [key(0, 0), key(2, 90)]),
        scale: property('pair', [], { value: [50, 80] }),
        position: property('place', [], { value: [300, 200] }),
        pivot: property('pair', [], { value: [10, 20] }),
      }),
    ])
    const changed = edited(project, (draft) => {
      scaleLayersBy(draft, at, [2, -1], options)
      turnLayersBy(draft, at, 15, options)
    })
    const { turn, scale } = changed.scenes[0]!.layers[0]!.properties
    expect(scale!.value).toEqual([100, -80])
    expect(turn!.keys).toHaveLength(3)
    expect(currentValue(turn!, at.time, [])).toBe(60)
    const { matrix } = sampleSceneInto(compileScene(changed.scenes[0]!, []), at.time)[0]!
    applyMatrix(matrix, 10, 20).forEach((part, i) => expect(part).toBeCloseTo([300, 200][i]!, 9))
    expect(() => edited(project, (draft) => turnLayersBy(draft, at, NaN, options))).toThrow(BadEdit)
    expect(() => edited(project, (draft) => scaleLayersBy(draft, at, [1, Infinity], options))).toThrow(
      BadEdit,
    )
  })
})
