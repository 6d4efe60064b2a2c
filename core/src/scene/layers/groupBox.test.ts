import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  compileScene,
  groupBox,
  sampleSceneInto,
  type CropVeil,
  type DrawItem,
  type Layer,
  type Measures,
} from '../index.ts'

const measures: Measures = { text: () => 0, picture: () => null }
const still = (kind: 'number' | 'pair' | 'place' | 'turn', value: number | readonly [number, number]) =>
  ({ kind, value, keys: [] }) as const
const plate = (id: string, at: readonly [number, number], more: Layer['properties'] = {}): Layer =>
  layerWith(
    id,
    {
      position: still('place', at),
      size: still('pair', [100, 60]),
      'stroke width': still('number', 0),
      ...more,
    },
    'rectangle',
    'g',
  )
const group = (more: Layer['properties'] = {}): Layer =>
  layerWith('g', { 'crop left': still('number', 25), ...more }, 'group')
const sampled = (layers: readonly Layer[]) => {
  const sampler = compileScene(projectOf(layers).scenes[0]!, [])
  return (seconds = 0): readonly DrawItem[] => sampleSceneInto(sampler, seconds * TICKS_PER_SECOND)
}
const veilOf = (items: readonly DrawItem[], id = 'a'): CropVeil | undefined =>
  items.find(({ layer }) => layer.id === id)!.veils.find((veil) => veil.kind === 'crop')
const boxOf = (layers: readonly Layer[], seconds = 0) => {
  const veil = veilOf(sampled(layers)(seconds))!
  return groupBox(veil.items, veil.matrix, measures)
}

describe('the box a group is cropped in', () => {
  it('holds all that is in it with its line, in the coordinates of the group', () => {
    const placed = group({
      position: still('place', [500, 300]),
      scale: still('pair', [200, 50]),
      turn: still('turn', 90),
    })
    const layers = [
      placed,
      plate('a', [0, 0]),
      plate('b', [200, 40], { 'stroke width': still('number', 10) }),
    ]
    const box = boxOf(layers)!
    expect(box.x).toBeCloseTo(-50, 9)
    expect(box.y).toBeCloseTo(-30, 9)
    expect(box.width).toBeCloseTo(305, 9)
    expect(box.height).toBeCloseTo(105, 9)
  })
  it('goes with what moves in it, and leaves out what is not there and what masks', () => {
    const late = {
      ...plate('late', [900, 0]),
      span: [asTicks(TICKS_PER_SECOND), asTicks(9 * TICKS_PER_SECOND)] as const,
    }
    const mover = plate('b', [0, 0], { position: property('place', [key(0, [0, 0]), key(2, [400, 0])]) })
    const masked = { ...plate('a', [0, 0]), mask: { layer: 'hole' } }
    const layers = [group(), masked, mover, late, plate('hole', [0, 700])]
    expect(boxOf(layers)).toEqual({ x: -50, y: -30, width: 100, height: 60 })
    expect(boxOf(layers, 1)!.width).toBeCloseTo(1000, 9)
  })
  it('is none where nothing shows, or all of it is flattened', () => {
    const hidden = { ...plate('a', [0, 0]), visible: false }
    expect(boxOf([group(), hidden])).toBeNull()
    expect(boxOf([group({ scale: still('pair', [0, 100]) }), plate('a', [0, 0])])).toBeNull()
  })
  it('is looked for only where a group is ever cropped, and each group cuts its own', () => {
    const items = sampled([group({ 'crop left': still('number', 0) }), plate('a', [0, 0])])()
    expect(veilOf(items)).toBeUndefined()
    const inner = { ...layerWith('inner', { 'crop top': still('number', 10) }, 'group'), parent: 'g' }
    const nested = sampled([
      group(),
      inner,
      { ...plate('a', [0, 0]), parent: 'inner' },
      plate('b', [300, 0]),
    ])()
    const veils = nested.find(({ layer }) => layer.id === 'a')!.veils as readonly CropVeil[]
    expect(veils.map(({ layer, items: its }) => [layer.id, its.length])).toEqual([
      ['inner', 1],
      ['g', 2],
    ])
  })
  it('counts what comes as a group is repeated', () => {
    const copied = group({
      copies: property('number', [key(0, 1), key(1, 2)]),
      'copy offset': still('pair', [500, 0]),
    })
    const at = sampled([copied, plate('a', [0, 0])])
    expect(new Set(at(0).map((item) => veilOf([item], 'a')!.items.length))).toEqual(new Set([1]))
    const two = at(1.5)
    expect(two).toHaveLength(2)
    expect(two.map((item) => (item.veils[0] as CropVeil).items)).toEqual(two.map((item) => [item]))
  })
})
