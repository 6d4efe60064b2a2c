import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { runOutOf, sourceSeconds, type Layer } from '../index.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const use = (more: Partial<Layer> = {}): Layer => ({
  ...layerWith('u', {}, 'scene'),
  source: { scene: 'boat' },
  span: [at(2), at(8)],
  ...more,
})
const playing = { rate: { num: 24, den: 1 }, library: [] }
const seconds = (layer: Layer, lasts: number): number[][] =>
  runOutOf(layer, lasts, playing).map((stretch) => stretch.map((t) => t / TICKS_PER_SECOND))

describe('how long a source lasts', () => {
  it('is as long as the scene shown, and as what lies in a group', () => {
    const project = projectOf([
      use(),
      layerWith('g', {}, 'group'),
      { ...layerWith('in', {}, 'rectangle', 'g'), span: [at(1), at(3)] },
    ])
    const boat = { ...project.scenes[0]!, id: 'boat', layers: [], duration: at(4) }
    const sources = { ...project, scenes: [...project.scenes, boat] }
    const [scene] = project.scenes
    expect(sourceSeconds(scene!.layers[0]!, scene!, sources)).toBe(4)
    expect(sourceSeconds(scene!.layers[1]!, scene!, sources)).toBe(3)
  })
})

describe('where a source has run out', () => {
  it('is what of the span lies after its end, or before its start', () => {
    expect(seconds(use(), 4)).toEqual([[6, 8]])
    expect(seconds(use(), 6)).toEqual([])
    const late = layerWith('u', { 'local time': property('number', [], { value: -1 }) }, 'scene')
    expect(seconds({ ...use(), properties: late.properties }, 4)).toEqual([
      [2, 3],
      [7, 8],
    ])
  })

  it('follows the keys of the local time: one that goes on and comes back', () => {
    const there = layerWith(
      'u',
      { 'local time': property('number', [key(2, 0), key(5, 6), key(8, 0)]) },
      'scene',
    )
    expect(seconds({ ...use(), properties: there.properties }, 4)).toEqual([[4, expect.closeTo(6, 1)]])
  })

  it('is nothing for what shows no source', () => {
    expect(seconds(layerWith('r', {}), 4)).toEqual([])
  })
})
