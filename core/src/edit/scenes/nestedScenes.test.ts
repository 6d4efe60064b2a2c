import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Property, Value } from '../../property/index.ts'
import { projectSchema, sceneAt, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { applyRecipe } from '../applyRecipe.ts'
import { addSceneLayer, nestLayers, showScene, takeScenesApart } from './nestedScenes.ts'
import { addScene, removeScene } from './scenes.ts'

const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })
const moves = { position: property('place', [key(0, [0, 0]), key(10, [1000, 500])]) }
const project = projectOf([
  layerWith('a', moves),
  layerWith('g', { turn: property('turn', [key(0, 0), key(5, 90)]) }, 'group'),
  layerWith('b', { position: still('place', [50, 20]), opacity: still('number', 40) }, 'rectangle', 'g'),
  layerWith('c', { position: still('place', [5, 900]) }),
])
/** What is drawn, in its order: names and places. */
const looks = (given: Project, seconds: number): unknown[] =>
  sceneAt(given.scenes[0]!, seconds * TICKS_PER_SECOND, [], given.scenes)
    .filter(({ kind }) => kind !== 'scene')
    .map(({ layer, matrix, opacity }) => [
      layer.name,
      opacity,
      // To a millionth, and without a 0 below 0.
      ...Array.from(matrix, (part) => Math.round(part * 1e6) / 1e6 + 0),
    ])
function edited(given: Project, recipe: (draft: Draft<Project>) => unknown): Project {
  const { project: after } = applyRecipe(given, (draft) => void recipe(draft))
  expect(projectSchema.safeParse(after).error?.issues).toBeUndefined()
  return after
}
const makeId = ids()
const nested = edited(project, (draft) => nestLayers(draft, 'scene', ['a', 'g'], { name: 'Boat', makeId }))
const refused = (given: Project, recipe: (draft: Draft<Project>) => unknown): string => {
  try {
    produce(given, (draft) => void recipe(draft))
  } catch (caught) {
    return (caught as Error).message
  }
  return ''
}

describe('layers put into a scene of their own', () => {
  it('look as before at every moment, and what lies in a group goes with it', () => {
    const [scene, boat] = nested.scenes
    expect(scene!.layers.map(({ name, kind }) => [name, kind])).toEqual([
      ['Boat', 'scene'],
      ['c', 'rectangle'],
    ])
    expect(boat!.layers.map(({ id }) => id)).toEqual(['a', 'g', 'b'])
    for (const seconds of [0, 1.3, 5, 9.99]) expect(looks(nested, seconds)).toEqual(looks(project, seconds))
  })

  it('may show scenes themselves', () => {
    const [shows] = nested.scenes[0]!.layers
    const twice = edited(nested, (draft) =>
      nestLayers(draft, 'scene', [shows!.id], { name: 'Fleet', makeId }),
    )
    for (const seconds of [0, 5]) expect(looks(twice, seconds)).toEqual(looks(project, seconds))
  })

  it('come back as they were, with ids of their own', () => {
    const [layer] = nested.scenes[0]!.layers
    const back = edited(nested, (draft) => takeScenesApart(draft, 'scene', [layer!.id], makeId))
    expect(back.scenes[0]!.layers.map(({ name, kind }) => [name, kind])).toEqual([
      ['a', 'rectangle'],
      ['g', 'group'],
      ['b', 'rectangle'],
      ['c', 'rectangle'],
    ])
    for (const seconds of [0, 1.3, 5, 9.99]) expect(looks(back, seconds)).toEqual(looks(project, seconds))
    expect(back.scenes[1]).toEqual(nested.scenes[1])
  })

  it('come back in a group that goes on as the layer did', () => {
    const [layer] = nested.scenes[0]!.layers
    const moving: Readonly<Record<string, Property>> = {
      ...layer!.properties,
      position: property('place', [key(0, [300, 200]), key(4, [900, 900])]),
      pivot: property('pair', [key(0, [10, 0]), key(4, [50, 20])]),
      scale: still('pair', [50, 80]),
      turn: still('turn', 30),
      copies: still('number', 3),
      'copy offset': still('pair', [20, 0]),
    }
    const uses = [{ ...layer!, properties: moving, span: [asTicks(2 * TICKS_PER_SECOND), layer!.span[1]] }]
    const given = {
      ...nested,
      scenes: [{ ...nested.scenes[0]!, layers: uses as unknown as Layer[] }, nested.scenes[1]!],
    }
    const back = edited(given, (draft) => takeScenesApart(draft, 'scene', [layer!.id], makeId))
    expect(back.scenes[0]!.layers[0]!.kind).toBe('group')
    for (const seconds of [0, 2, 3.7, 8]) expect(looks(back, seconds)).toEqual(looks(given, seconds))
  })

  it('are told of what lay between them', () => {
    let passed = 0
    edited(project, (draft) => {
      passed = nestLayers(draft, 'scene', ['a', 'c'], { name: 'Boat', makeId }).passed
    })
    expect(passed).toBe(2)
  })

  it('are refused where they hang on what stays', () => {
    const nest = (given: Project, layers: string[]): string =>
      refused(given, (draft) => nestLayers(draft, 'scene', layers, { name: 'N', makeId }))
    expect(nest(project, ['b'])).toMatch(/“b” rides on “g”/)
    expect(nest(project, [])).toMatch(/Select layers/)
    expect(nest(projectOf([layerWith('x', {}), layerWith('y', {}, 'rectangle', 'x')]), ['x'])).toMatch(
      /“y” rides on “x”/,
    )
    expect(nest(projectOf([{ ...layerWith('x', {}), locked: true }]), ['x'])).toMatch(/locked/)
  })
})

describe('a layer that shows a scene', () => {
  const shown = nested.scenes[1]!.id
  it('is put in the middle, and may show another scene later', () => {
    const two = edited(nested, (draft) => addScene(draft, shown, makeId))
    const other = two.scenes[2]!.id
    const added = edited(two, (draft) => addSceneLayer(draft, other, shown, makeId))
    const [layer] = added.scenes[2]!.layers
    expect([layer!.name, layer!.properties['position']!.value]).toEqual(['Boat', [960, 540]])
    const first = nested.scenes[0]!.layers[0]!.id
    expect(
      edited(two, (draft) => showScene(draft, { scene: 'scene', layer: first }, other)).scenes[0]!.layers[0]!
        .source,
    ).toEqual({ scene: other })
  })

  it('is refused where a scene would come to show itself', () => {
    expect(refused(nested, (draft) => addSceneLayer(draft, shown, shown, makeId))).toMatch(
      /cannot be shown in itself/,
    )
    expect(refused(nested, (draft) => addSceneLayer(draft, shown, 'scene', makeId))).toMatch(
      /“Scene” shows “Boat” already/,
    )
  })

  it('keeps its scene from being deleted, and says where it is', () => {
    expect(refused(nested, (draft) => removeScene(draft, shown))).toMatch(/“Boat” is shown in “Scene”/)
  })

  it('is not taken apart while it is cropped, locked, or shows nothing', () => {
    const apart = (given: Project, layer: string): string =>
      refused(given, (draft) => takeScenesApart(draft, 'scene', [layer], makeId))
    const [first, ...rest] = nested.scenes[0]!.layers
    const withUse = (more: Partial<Layer>): Project => ({
      ...nested,
      scenes: [{ ...nested.scenes[0]!, layers: [{ ...first!, ...more }, ...rest] }, nested.scenes[1]!],
    })
    const cropped = { properties: { ...first!.properties, 'crop left': still('number', 5) } }
    expect(apart(withUse(cropped), first!.id)).toMatch(/is cropped/)
    expect(apart(withUse({ locked: true }), first!.id)).toMatch(/locked/)
    expect(apart(nested, 'c')).toMatch(/Select a layer that shows a scene/)
  })
})
