import { describe, expect, it } from 'vitest'
import { ease, edited, ids, key, layerWith, projectOf, propertyOf } from '../../../test/trials.ts'
import { compileProperty, valueAt, type Key, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { moveSplitKeys } from '../index.ts'

const split = (x: readonly Key[], y: readonly Key[]): Project => {
  const place: Property = { kind: 'place', value: [0, 0], keys: [], split: true }
  const axis = (value: number, keys: readonly Key[]): Property => ({ kind: 'number', value, keys })
  return projectOf([layerWith('a', { position: place, 'position x': axis(7, x), 'position y': axis(9, y) })])
}
const x = [key(0, 100, ease), key(1, 300, ease), key(2, 500)]
const moved = (project: Project, times: readonly number[], by: readonly [number, number]): Project =>
  edited(project, (draft) =>
    moveSplitKeys(draft, {
      scene: 'scene',
      layer: 'a',
      times: times.map((time) => asTicks(time * TICKS_PER_SECOND)),
      by,
      makeId: ids(),
    }),
  )
const at = (project: Project, axis: 'x' | 'y', time: number): number =>
  valueAt(compileProperty(propertyOf(project, 'a', `position ${axis}`), []), time * TICKS_PER_SECOND)[0]!

describe('moveSplitKeys', () => {
  it('moves both axes where both have a key, and nothing else', () => {
    const project = split(x, [key(0, 10, ease), key(1, 20, ease), key(2, 30)])
    const after = moved(project, [1], [5, -3])
    expect([at(after, 'x', 1), at(after, 'y', 1)]).toEqual([305, 17])
    for (const time of [0, 2])
      expect([at(after, 'x', time), at(after, 'y', time)]).toEqual([
        at(project, 'x', time),
        at(project, 'y', time),
      ])
  })

  it('leaves an axis the move does not go along as it is', () => {
    const project = split(x, [key(0, 10, ease), key(2, 30)])
    const after = moved(project, [1], [5, 0])
    expect(propertyOf(after, 'a', 'position y')).toBe(propertyOf(project, 'a', 'position y'))
  })

  it('gives an axis without a key there one, the rest of its way unchanged', () => {
    const project = split(x, [key(0, 10, ease), key(2, 30)])
    const was = at(project, 'y', 1)
    const after = moved(project, [1], [0, 8])
    expect(at(after, 'y', 1)).toBeCloseTo(was + 8, 9)
    expect([at(after, 'y', 0), at(after, 'y', 2)]).toEqual([10, 30])
  })

  it('gives an axis without keys one wherever the other has, so that only the moved place goes elsewhere', () => {
    const after = moved(split(x, []), [1], [0, 8])
    expect([0, 1, 2].map((time) => at(after, 'y', time))).toEqual([9, 17, 9])
  })

  it('refuses a locked layer', () => {
    const project = split(x, [])
    const locked = { ...project.scenes[0]!.layers[0]!, locked: true }
    const shut = { ...project, scenes: [{ ...project.scenes[0]!, layers: [locked] }] }
    expect(() => moved(shut, [1], [1, 1])).toThrow(/locked/)
  })
})
