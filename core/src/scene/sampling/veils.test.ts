import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import {
  compileScene,
  sampleSceneInto,
  type DrawItem,
  type EffectsVeil,
  type Layer,
  type Veil,
} from '../index.ts'

const still = (value: number | readonly [number, number]) =>
  ({ kind: typeof value === 'number' ? 'number' : 'pair', value, keys: [] }) as const
const hazy = (id: string, given: Partial<Layer> = {}): Layer => ({
  ...layerWith(id, { blur: property('number', [key(0, 0), key(2, 8)]) }, 'group'),
  ...given,
})
const standing = (id: string, parent: string | null): Layer => ({ ...layerWith(id, {}), parent })
const itemsOf = (layers: readonly Layer[], seconds = 1): Map<string, DrawItem> => {
  const items = sampleSceneInto(compileScene(projectOf(layers).scenes[0]!, []), seconds * TICKS_PER_SECOND)
  return new Map(items.map((item) => [item.layer.id, item]))
}
const kinds = ({ veils }: DrawItem): readonly Veil['kind'][] => veils.map(({ kind }) => kind)

describe('what a group is seen through', () => {
  it('blurs all that stands in it as one thing, by its own px', () => {
    const group = hazy('g')
    const grown = { ...group, properties: { ...group.properties, scale: still([300, 300]) } } as Layer
    const items = itemsOf([grown, standing('a', 'g'), standing('b', 'g'), standing('c', null)])
    const [veil] = items.get('a')!.veils as readonly EffectsVeil[]
    expect(veil!.effects.blur).toBeCloseTo(4, 9)
    expect(veil!.matrix[0]).toBeCloseTo(3, 9)
    expect(items.get('a')!.veils).toBe(items.get('b')!.veils)
    expect(items.get('a')!.effects.blur).toBe(0)
    expect(items.get('c')!.veils).toEqual([])
  })

  it('comes with its mask in their order: blurred first, masked after; inner groups before outer', () => {
    const layers = [
      hazy('outer', { mask: { layer: 'hole' } }),
      hazy('inner', { parent: 'outer' }),
      { ...standing('a', 'inner'), mask: { layer: 'hole' } },
      standing('hole', null),
    ]
    const a = itemsOf(layers).get('a')!
    expect(kinds(a)).toEqual(['mask', 'effects', 'effects', 'mask'])
    expect(a.veils[1]).not.toBe(a.veils[2])
  })

  it('is nothing where it never blurs nor casts a shadow, and stays the same list as time passes', () => {
    const sampler = compileScene(projectOf([hazy('g'), standing('a', 'g')]).scenes[0]!, [])
    const [first] = sampleSceneInto(sampler, 0)
    const { veils } = first!
    sampleSceneInto(sampler, TICKS_PER_SECOND)
    expect(first!.veils).toBe(veils)
    expect(itemsOf([layerWith('g', {}, 'group'), standing('a', 'g')]).get('a')!.veils).toEqual([])
  })

  it('is its own for each copy', () => {
    const group = hazy('g')
    const properties = {
      ...group.properties,
      copies: still(2),
      'copy delay': still(0.5),
    } as Layer['properties']
    const scene = projectOf([{ ...group, properties }, standing('a', 'g')]).scenes[0]!
    const items = sampleSceneInto(compileScene(scene, []), TICKS_PER_SECOND)
    const blurs = items.map(({ veils }) => (veils[0] as EffectsVeil).effects.blur)
    expect(blurs).toEqual([expect.closeTo(2, 9), expect.closeTo(4, 9)])
  })
})
