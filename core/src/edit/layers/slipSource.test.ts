import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileInner } from '../../../test/innerTime.ts'
import type { Layer, Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { setLayerSpan } from './layerSpan.ts'
import { slideLayers } from './slideLayers.ts'

const at = (seconds: number) => asTicks(seconds * TICKS_PER_SECOND)
const shown: Layer = {
  ...layerWith('a', {}, 'scene'),
  source: { scene: 'other' },
  span: [at(2), at(6)],
}
const ref = { scene: 'scene', layer: 'a' }
const edited = (layer: Layer, recipe: (draft: Draft<Project>) => unknown): Layer =>
  produce(projectOf([layer]), (draft) => void recipe(draft)).scenes[0]!.layers[0]!

describe('a layer that shows what plays', () => {
  it('shows at each moment what it did when an end of its bar is dragged', () => {
    const trimmed = edited(shown, (draft) => setLayerSpan(draft, ref, [at(3), at(5)], 'stay'))
    expect([3, 4, 5].map(compileInner(trimmed))).toEqual([3, 4, 5].map(compileInner(shown)))
    const longer = edited(shown, (draft) => setLayerSpan(draft, ref, [at(1), at(6)], 'stay'))
    expect(compileInner(longer)(1)).toBe(-1)
  })

  it('goes with its bar when that slides, stays under it with Shift, and slips beneath it with Alt', () => {
    const slid = (part: 'both' | 'bar' | 'keys'): Layer =>
      edited(shown, (draft) =>
        slideLayers(draft, { scene: 'scene', layers: ['a'] }, { byTicks: at(1), part }),
      )
    expect(compileInner(slid('both'))(4)).toBe(compileInner(shown)(3))
    expect(compileInner(slid('bar'))(4)).toBe(compileInner(shown)(4))
    expect(compileInner(slid('keys'))(4)).toBe(compileInner(shown)(3))
    expect(slid('keys').span).toEqual(shown.span)
  })

  it('is left to its keys where its local time has some', () => {
    const keyed = {
      ...shown,
      properties: { ...shown.properties, 'local time': property('number', [key(2, 0), key(6, 2)]) },
    }
    const trimmed = edited(keyed, (draft) => setLayerSpan(draft, ref, [at(3), at(6)], 'stay'))
    expect(trimmed.properties['local time']).toEqual(keyed.properties['local time'])
  })
})
