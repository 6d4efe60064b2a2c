import { describe, expect, it } from 'vitest'
import { edited, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { checkChange, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { setCrops, ungroupLayers, type Crops } from '../index.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const cropped = (project: Project, crops: Crops, seconds = 0): Project => {
  const options = { crops, autoKey: true, makeId: ids() }
  const after = edited(project, (draft) =>
    setCrops(draft, { scene: 'scene', layer: 'a' }, at(seconds), options),
  )
  expect(() => checkChange(project, after)).not.toThrow()
  return after
}
const sides = (project: Project): unknown[] =>
  ['left', 'right', 'top', 'bottom'].map(
    (side) => project.scenes[0]!.layers[0]!.properties[`crop ${side}`]!.value,
  )
const box = (given: Partial<Layer> = {}): Project => projectOf([{ ...layerWith('a', {}), ...given }])

describe('crops', () => {
  it('are set side by side, and meet the other side at most', () => {
    const once = cropped(box(), { left: 30 })
    expect(sides(once)).toEqual([30, 0, 0, 0])
    expect(sides(cropped(once, { right: 90 }))).toEqual([30, 70, 0, 0])
    expect(sides(cropped(once, { left: -5, bottom: 400 }))).toEqual([0, 0, 0, 100])
  })
  it('of both sides at once give way alike', () => {
    expect(sides(cropped(box(), { top: 80, bottom: 80, left: 10, right: 20 }))).toEqual([10, 20, 50, 50])
  })
  it('are keyed where they move', () => {
    const moving = projectOf([
      layerWith('a', { 'crop left': property('number', [key(0, 100), key(2, 0)]) }, 'text'),
    ])
    const { keys } = cropped(moving, { left: 20 }, 1).scenes[0]!.layers[0]!.properties['crop left']!
    expect(keys.map(({ value }) => value)).toEqual([100, 20, 0])
  })
  it('are of a group, too, which is not taken apart while it is cropped', () => {
    const group = cropped(projectOf([layerWith('a', {}, 'group'), layerWith('b', {}, 'text', 'a')]), {
      top: 25,
    })
    expect(sides(group)).toEqual([0, 0, 25, 0])
    const apart = (project: Project): Project =>
      edited(project, (draft) => ungroupLayers(draft, 'scene', ['a'], at(0)))
    expect(() => apart(group)).toThrow(/“a” is cropped/)
    expect(apart(cropped(group, { top: 0 })).scenes[0]!.layers).toHaveLength(1)
  })
  it('are refused for what is only heard, or is locked', () => {
    const sound = projectOf([layerWith('a', {}, 'sound')])
    expect(() => cropped(sound, { left: 1 })).toThrow(/“a” cannot be cropped/)
    expect(() => cropped(box({ locked: true }), { left: 1 })).toThrow(/locked/)
  })
})
