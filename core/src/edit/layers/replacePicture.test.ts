import { describe, expect, it } from 'vitest'
import { produce } from 'immer'
import { ids, key, projectOf, property } from '../../../test/trials.ts'
import {
  applyMatrix,
  makeLayer,
  ownMatrixAt,
  type Layer,
  type PictureAsset,
  type Project,
} from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { applyRecipe } from '../applyRecipe.ts'
import { replacePicture, type NewPicture } from '../index.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const boat: PictureAsset = {
  id: 'boat',
  kind: 'picture',
  name: 'Boat',
  type: 'image/png',
  size: [400, 200],
  sha256: 'a'.repeat(64),
}
const finer: NewPicture = { name: 'Boat, fine', type: 'image/png', size: [1000, 500], sha256: 'b'.repeat(64) }
const shows = (id: string, given: Partial<Layer['properties']> = {}): Layer => {
  const layer = makeLayer({ id, name: id, kind: 'image', span: [at(0), at(10)], values: { picture: 'boat' } })
  return { ...layer, properties: { ...layer.properties, ...(given as Layer['properties']) } }
}
const moving = {
  scale: property('pair', [key(0, [100, 100]), key(4, [50, 150])]),
  pivot: property('pair', [], { value: [40, -20] }),
  position: property('place', [key(0, [0, 0]), key(4, [900, 300])]),
}
const { scenes, ...rest } = projectOf([shows('a', moving), shows('b')])
const project: Project = {
  ...rest,
  assets: [boat],
  scenes: [...scenes, { ...scenes[0]!, id: 'other', name: 'Other', layers: [shows('c')] }],
}
const replaced = (given: Project, picture = finer, was = 'boat'): [Project, number] => {
  const { project: after, made } = applyRecipe(given, (draft) => replacePicture(draft, was, picture, ids()))
  return [after, made]
}
/** Where the corners of its picture are seen. */
const corners = (
  { scenes: all }: Project,
  layer: string,
  [width, height]: readonly number[],
  seconds: number,
) =>
  [-1, 1].map((side) =>
    applyMatrix(ownMatrixAt(all[0]!, layer, at(seconds), []), (side * width!) / 2, (side * height!) / 2).map(
      (part) => Math.round(part * 1e6) / 1e6 + 0,
    ),
  )

describe('a picture that is replaced', () => {
  it('is another in every layer of every scene, each seen where it was throughout', () => {
    const [after, count] = replaced(project)
    expect(count).toBe(3)
    expect(after.assets).toMatchObject([{ name: 'Boat, fine', size: [1000, 500] }])
    const [asset] = after.assets
    for (const { layers } of after.scenes)
      for (const { properties } of layers) expect(properties['picture']!.value).toBe(asset!.id)
    for (const layer of ['a', 'b'])
      for (const seconds of [0, 2, 4])
        expect(corners(after, layer, finer.size, seconds)).toEqual(
          corners(project, layer, boat.size, seconds),
        )
  })
  it('leaves the size of layers that show others, too, and uses a picture that is there already', () => {
    const second = { ...boat, id: 'second', sha256: finer.sha256, size: finer.size }
    const turns = { picture: property('choice', [key(0, 'boat'), key(2, 'second')]) }
    const [after] = replaced(
      produce(project, (draft) => {
        draft.assets.push({ ...second, size: [...second.size] })
        draft.scenes[1]!.layers[0] = shows('c', turns) as never
      }),
    )
    expect(after.assets.map(({ id }) => id)).toEqual(['second'])
    const { picture, scale } = after.scenes[1]!.layers[0]!.properties
    expect(picture!.keys.map(({ value }) => value)).toEqual(['second', 'second'])
    expect(scale!.value).toEqual([100, 100])
  })
  it('is refused for itself, for one that is gone, and where a locked layer shows it', () => {
    expect(() => replaced(project, { ...finer, sha256: boat.sha256 })).toThrow('there already')
    expect(() => replaced(project, finer, 'none')).toThrow('not there any more')
    const locked = produce(project, (draft) => void (draft.scenes[1]!.layers[0]!.locked = true))
    expect(() => replaced(locked)).toThrow('“c” in “Other” shows it and is locked')
  })
})
