import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  edited,
  ids,
  lawful,
  layerWith,
  momentsOf,
  point,
  projectOf,
  property,
} from '../../../test/trials.ts'
import { applyMatrix, compileScene, projectSchema, sampleSceneInto, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { BadEdit, followInPlace, groupLayers } from '../index.ts'

const corners = (project: Project, layer: string, time: number): number[] => {
  const items = sampleSceneInto(compileScene(project.scenes[0]!, []), time)
  const { matrix } = items.find((item) => item.layer.id === layer)!
  return [
    [0, 0],
    [100, 0],
    [0, 100],
  ].flatMap(([x, y]) => applyMatrix(matrix, x!, y!))
}
const expectSame = (before: readonly number[], after: readonly number[], within: number): void =>
  expect(Math.max(...before.map((part, i) => Math.abs(part - after[i]!)))).toBeLessThan(within)

describe('followInPlace', () => {
  const standing = fc.record({
    at: point,
    degrees: fc.integer({ min: -180, max: 180 }),
    size: fc.integer({ min: 20, max: 300 }),
  })
  const rider = ({
    at,
    degrees,
    size,
  }: {
    at: readonly [number, number]
    degrees: number
    size: number
  }) => ({
    position: property('place', [], { value: at }),
    turn: property('turn', [], { value: degrees }),
    scale: property('pair', [], { value: [size, size] }),
  })

  it('leaves a layer where it is at every moment, when what it comes to ride on stands still', () => {
    fc.assert(
      fc.property(anyProperty('place', 3), standing, standing, (place, first, second) => {
        const moving = { position: lawful(place), turn: property('turn', [], { value: 25 }) }
        const project = projectOf([
          layerWith('a', moving, 'rectangle', 'b'),
          layerWith('b', rider(first), 'group'),
          layerWith('c', rider(second)),
        ])
        const time = asTicks(TICKS_PER_SECOND)
        for (const parent of ['c', null]) {
          const after = edited(project, (draft) => followInPlace(draft, 'scene', ['a'], { parent, time }))
          expect(after.scenes[0]!.layers[0]!.parent).toBe(parent)
          for (const moment of momentsOf(place, 2))
            expectSame(corners(project, 'a', moment), corners(after, 'a', moment), 2e-2)
        }
      }),
      { numRuns: 500, seed: 221 },
    )
  })

  it('refuses to ride on nothing at all, or on itself', () => {
    const flat = { scale: property('pair', [], { value: [0, 100] }) }
    const project = projectOf([
      layerWith('a', {}),
      layerWith('b', flat),
      layerWith('c', {}, 'rectangle', 'a'),
    ])
    const follow = (parent: string) => () =>
      edited(project, (draft) => followInPlace(draft, 'scene', ['a'], { parent, time: asTicks(0) }))
    expect(follow('b')).toThrow(/scaled to nothing/)
    expect(follow('c')).toThrow(BadEdit)
  })
})

describe('groupLayers', () => {
  it('changes nothing of the picture, and keeps what rode on what', () => {
    fc.assert(
      fc.property(
        anyProperty('place', 3),
        fc.subarray(['a', 'b', 'c', 'd'], { minLength: 1 }),
        (place, chosen) => {
          const project = projectOf([
            layerWith('a', { position: lawful(place) }),
            layerWith('b', {}, 'rectangle', 'a'),
            layerWith('c', { turn: property('turn', [], { value: 30 }) }),
            layerWith('d', {}, 'rectangle', 'c'),
          ])
          const grouped = edited(project, (draft) =>
            groupLayers(draft, 'scene', chosen, { name: 'Group', makeId: ids() }),
          )
          expect(projectSchema.safeParse(grouped).error?.issues).toBeUndefined()
          expect(grouped.scenes[0]!.layers).toHaveLength(5)
          for (const time of momentsOf(place, 2))
            for (const id of ['a', 'b', 'c', 'd'])
              expectSame(corners(project, id, time), corners(grouped, id, time), 1e-9)
        },
      ),
      { numRuns: 500, seed: 222 },
    )
  })

  it('refuses no layers', () => {
    const project = projectOf([layerWith('a', {})])
    expect(() =>
      edited(project, (draft) => groupLayers(draft, 'scene', [], { name: 'G', makeId: ids() })),
    ).toThrow(/Select layers/)
  })
})

describe('groupLayers with a middle', () => {
  it('stands about it in the space it rides in, and moves nothing', () => {
    const given = projectOf([
      layerWith('a', { turn: property('turn', [], { value: 30 }) }, 'rectangle', 'pier'),
      layerWith('pier', {
        scale: property('pair', [], { value: [200, 200] }),
        position: property('place', [], { value: [40, -10] }),
      }),
    ])
    const middle = { at: [241, 91] as const, time: asTicks(0) }
    let id = ''
    const after = edited(given, (draft) => {
      id = groupLayers(draft, 'scene', ['a'], { name: 'G', makeId: ids(), middle })
    })
    const { properties } = after.scenes[0]!.layers.find((layer) => layer.id === id)!
    // (241 − 40) / 2 and (91 + 10) / 2, to whole px.
    expect(properties['pivot']!.value).toEqual([101, 51])
    expect(properties['position']!.value).toEqual([101, 51])
    expectSame(corners(given, 'a', 0), corners(after, 'a', 0), 1e-9)
  })
})
