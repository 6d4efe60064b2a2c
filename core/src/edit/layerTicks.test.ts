import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../test/trials.ts'
import { storedValueAt, compiledOf } from '../property/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import { applyRecipe, moveLayersBy, removeKeys, setValueAt, toggleKey } from './index.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
let ids = 0
const makeId = (): string => `new${(ids += 1)}`

describe('keys set at the playhead in a group that runs at half speed', () => {
  const project = projectOf([
    layerWith('a', { turn: property('turn', [key(0, 0), key(8, 80)]) }, 'rectangle', 'g'),
    layerWith('g', { 'local time': property('number', [key(0, 0), key(4, 2)]) }, 'group'),
  ])
  const ref = { scene: 'scene', layer: 'a', property: 'turn' }
  const propertyAfter = (recipe: Parameters<typeof applyRecipe>[1], name = 'turn') =>
    applyRecipe(project, recipe).project.scenes[0]!.layers[0]!.properties[name]!

  it('go to the layer’s own time', () => {
    const { keys } = propertyAfter((draft) => toggleKey(draft, ref, at(2), makeId))
    expect(keys.map(({ t }) => t)).toEqual([0, at(1), at(8)])
    expect(keys[1]!.value).toBeCloseTo(10, 9)
  })

  it('take the value that is given, there', () => {
    const after = propertyAfter((draft) =>
      setValueAt(draft, ref, at(3), { value: 45, autoKey: true, makeId }),
    )
    expect(storedValueAt(compiledOf(after, []), at(1.5))).toBe(45)
  })

  it('are found by a second press at the same moment', () => {
    const twice = propertyAfter((draft) => {
      toggleKey(draft, ref, at(2), makeId)
      toggleKey(draft, ref, at(2), makeId)
    })
    expect(twice.keys.map(({ id }) => id)).toEqual(
      project.scenes[0]!.layers[0]!.properties['turn']!.keys.map(({ id }) => id),
    )
  })

  it('keep the value shown there when the last of them goes', () => {
    const refs = project.scenes[0]!.layers[0]!.properties['turn']!.keys.map(({ id }) => ({ ...ref, key: id }))
    expect(propertyAfter((draft) => removeKeys(draft, refs, at(4))).value).toBeCloseTo(20, 9)
  })

  it('are made by a drag on the stage, too', () => {
    const moved = applyRecipe(
      projectOf([
        layerWith('a', { position: property('place', [key(0, [0, 0]), key(2, [20, 0])]) }, 'rectangle', 'g'),
        project.scenes[0]!.layers[1]!,
      ]),
      (draft) =>
        moveLayersBy(
          draft,
          { scene: 'scene', layers: ['a'], time: at(2), by: [0, 5] },
          { autoKey: true, makeId },
        ),
    ).project.scenes[0]!.layers[0]!.properties['position']!
    expect(moved.keys.map(({ t }) => t)).toEqual([0, at(1), at(2)])
    expect(moved.keys[1]!.value).toEqual([10, 5])
  })
})
