import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { layerWith, projectOf } from '../../../test/trials.ts'
import {
  applyMatrix,
  projectSchema,
  sceneAt,
  type Art,
  type ArtPicture,
  type Project,
} from '../../scene/index.ts'
import { artScale, placeArt } from '../index.ts'

const picture = (name: string, size: [number, number]): ArtPicture => ({
  name,
  type: 'image/png',
  bytes: new Uint8Array(1),
  size,
})
const look = { opacity: 100, visible: true }
const image = (of: ArtPicture, position: [number, number] = [0, 0]) =>
  ({ kind: 'image', name: of.name, picture: of, position, ...look }) as const
const sail = picture('Sail', [400, 300])
const hull = picture('Hull', [960, 540])
const hash = (n: number): string => n.toString(16).padStart(64, '0')
const options = () => {
  let next = 0
  return {
    sha256: new Map([
      [sail, hash(1)],
      [hull, hash(2)],
    ]),
    makeId: () => `id${(next += 1)}`,
  }
}
const edit = <T>(project: Project, recipe: (draft: Draft<Project>) => T): Project =>
  produce(project, (draft) => void recipe(draft))
const still: Art = { name: 'Still', size: [960, 540], nodes: [image(hull)], notes: [] }

describe('placeArt', () => {
  it('puts one picture in the middle of the frame as one layer, in a document that can be read', () => {
    const placed = edit(projectOf([]), (draft) =>
      placeArt(draft, 'scene', still, { fit: 'asIs', ...options() }),
    )
    expect(projectSchema.safeParse(placed).success).toBe(true)
    const [item] = sceneAt(placed.scenes[0]!, 0, [])
    expect(item!.layer.name).toBe('Still')
    expect(applyMatrix(item!.matrix, 0, 0)).toEqual([960, 540])
    expect(placed.assets).toEqual([
      {
        kind: 'picture',
        id: expect.any(String) as string,
        name: 'Hull',
        type: 'image/png',
        sha256: hash(2),
        size: [960, 540],
      },
    ])
  })

  it.each([
    ['fit', [1000, 500], 1.92],
    ['fill', [1000, 500], 2.16],
    ['asIs', [1000, 500], 1],
    ['fit', [3840, 2160], 0.5],
  ] as const)('%s: art of %j is scaled by %d', (fit, size, scale) => {
    expect(artScale(size, [1920, 1080], fit)).toBeCloseTo(scale, 12)
  })

  it('puts several things in a group, scaled and moved as one, in their order on top of the others', () => {
    const art: Art = {
      name: 'Boat',
      size: [960, 540],
      nodes: [image(sail, [10, -20]), { ...image(hull), visible: false }],
      notes: [],
    }
    const placed = edit(projectOf([layerWith('a', {})]), (draft) =>
      placeArt(draft, 'scene', art, { fit: 'fit', at: [100, 200], ...options() }),
    )
    const { layers } = placed.scenes[0]!
    expect(layers.map(({ name }) => name)).toEqual(['Boat', 'Sail', 'Hull', 'a'])
    expect(layers[2]!.visible).toBe(false)
    const item = sceneAt(placed.scenes[0]!, 0, []).find(({ layer }) => layer.name === 'Sail')!
    expect(applyMatrix(item.matrix, 0, 0)).toEqual([120, 160])
    expect(applyMatrix(item.matrix, 1, 0)).toEqual([122, 160])
  })

  it('keeps a picture once, however often it comes', () => {
    const twice = edit(projectOf([]), (draft) => {
      const { sha256, makeId } = options()
      placeArt(draft, 'scene', still, { fit: 'fit', sha256, makeId })
      placeArt(draft, 'scene', still, { fit: 'fit', sha256, makeId })
    })
    expect(twice.assets).toHaveLength(1)
    expect(twice.scenes[0]!.layers).toHaveLength(2)
  })

  it('refuses more layers than a scene holds and leaves all as it was', () => {
    const many: Art = { ...still, nodes: Array.from({ length: 2001 }, () => image(hull)) }
    expect(() =>
      edit(projectOf([]), (draft) => placeArt(draft, 'scene', many, { fit: 'fit', ...options() })),
    ).toThrow(/2,000 layers/)
  })
})
