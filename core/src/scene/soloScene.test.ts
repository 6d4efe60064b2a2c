import { describe, expect, it } from 'vitest'
import { layerWith, projectOf } from '../../test/trials.ts'
import { sceneAt, soloScene, withRiders } from './index.ts'

const scene = projectOf([
  layerWith('inner', {}, 'rectangle', 'group'),
  layerWith('other', {}, 'rectangle', 'group'),
  layerWith('group', {}, 'group'),
  layerWith('follower', {}, 'rectangle', 'leader'),
  layerWith('leader', {}),
]).scenes[0]!
const shown = (solo: string[]): string[] =>
  sceneAt(soloScene(scene, solo), 0, []).map(({ layer }) => layer.id)

describe('soloScene', () => {
  it('is the scene itself when nothing is chosen, or only what is gone', () => {
    expect(soloScene(scene, [])).toBe(scene)
    expect(soloScene(scene, ['gone'])).toBe(scene)
  })

  it('shows what is chosen with what rides on it', () => {
    expect(shown(['leader'])).toEqual(['leader', 'follower'])
    expect(shown(['follower'])).toEqual(['follower'])
    expect(shown(['group'])).toEqual(['other', 'inner'])
  })

  it('keeps the group a chosen layer lies in, and nothing else of it', () => {
    expect(shown(['inner'])).toEqual(['inner'])
  })

  it('keeps the mask a chosen layer is seen through', () => {
    const masked = scene.layers.map((layer) =>
      layer.id === 'follower' ? { ...layer, mask: { layer: 'other' } } : layer,
    )
    const items = sceneAt(soloScene({ ...scene, layers: masked }, ['follower']), 0, [])
    expect(items.find(({ layer }) => layer.id === 'follower')!.veils).toMatchObject([
      { kind: 'mask', layer: { visible: true } },
    ])
    expect(items.filter(({ isMask }) => !isMask).map(({ layer }) => layer.id)).toEqual(['follower'])
  })

  it('does not show what is hidden by itself, and changes nothing given', () => {
    const layers = scene.layers.map((layer) => (layer.id === 'leader' ? { ...layer, visible: false } : layer))
    expect(sceneAt(soloScene({ ...scene, layers }, ['leader']), 0, []).map(({ layer }) => layer.id)).toEqual([
      'follower',
    ])
    expect(scene.layers.every(({ visible }) => visible)).toBe(true)
  })
})

describe('withRiders', () => {
  it('finds what rides on layers however far up', () => {
    const deep = projectOf([
      layerWith('c', {}, 'rectangle', 'b'),
      layerWith('b', {}, 'rectangle', 'a'),
      layerWith('a', {}),
      layerWith('d', {}),
    ]).scenes[0]!
    expect([...withRiders(deep, ['a'])].sort()).toEqual(['a', 'b', 'c'])
    expect([...withRiders(deep, ['d'])]).toEqual(['d'])
  })
})
