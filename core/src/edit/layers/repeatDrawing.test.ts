import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { LIMITS, type Layer } from '../../scene/index.ts'
import { repeatDrawing } from './repeatDrawing.ts'

const repeated = (layer: Layer): Layer =>
  produce(projectOf([layer]), (draft) => repeatDrawing(draft, 'scene', [layer.id])).scenes[0]!.layers[0]!
const valueOf = ({ properties }: Layer, name: string): unknown => properties[name]!.value

describe('repeatDrawing', () => {
  it('makes three of one, a little apart, and one more each time', () => {
    const once = repeated(layerWith('a', {}))
    expect([valueOf(once, 'copies'), valueOf(once, 'copy offset')]).toEqual([3, [60, 40]])
    const twice = repeated(once)
    expect([valueOf(twice, 'copies'), valueOf(twice, 'copy offset')]).toEqual([4, [60, 40]])
  })

  it('leaves a way of lying that was set before', () => {
    const fan = repeated(layerWith('a', { 'copy turn': property('turn', [], { value: 30 }) }))
    expect(valueOf(fan, 'copy offset')).toEqual([0, 0])
  })

  it('adds one at every key of an animated number', () => {
    const layer = repeated(layerWith('a', { copies: property('number', [key(0, 1), key(2, 9)]) }))
    expect(layer.properties['copies']!.keys.map(({ value }) => value)).toEqual([2, 10])
  })

  it('is refused beyond the most there can be, and for a locked layer', () => {
    const most = layerWith('a', { copies: property('number', [], { value: LIMITS.copies }) })
    expect(() => repeated(most)).toThrow(/“a” has 1,000 copies/)
    expect(() => repeated({ ...layerWith('a', {}), locked: true })).toThrow(/locked/)
  })
})
