import fc from 'fast-check'
import { applyPatches, enablePatches, produce, produceWithPatches, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  BadEdit,
  findProperty,
  moveKeys,
  renameLayer,
  setValueAt,
  switchLayers,
  type KeyRef,
  giveBends,
} from '../index.ts'

enablePatches()

const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))
const turn = { scene: 'scene', layer: 'a', property: 'turn' }

describe('an edit that goes on with layers another changed whole', () => {
  const moving = (id: string) =>
    layerWith(id, {
      turn: property('turn', [key(0, 0, ease), key(2, 90)]),
      opacity: property('number', [key(1, 0, ease), key(3, 100)]),
    })
  const project = produce(projectOf([moving('a'), moving('b')]), () => undefined)
  const refs = ['a', 'b'].flatMap((layer) =>
    ['turn', 'opacity'].flatMap((name) =>
      findProperty(project, { scene: 'scene', layer, property: name })!.keys.map(({ id }): KeyRef => ({
        scene: 'scene',
        layer,
        property: name,
        key: id,
      })),
    ),
  )
  type Step = (draft: Draft<Project>) => void
  const steps: readonly Step[] = [
    (draft) => moveKeys(draft, refs, second(1)),
    (draft) => renameLayer(draft, { scene: 'scene', layer: 'a' }, 'Renamed'),
    (draft) => switchLayers(draft, 'scene', ['a', 'b'], { visible: false }),
    (draft) => giveBends(draft, [refs[0]!, refs[2]!], () => ({ kind: 'hold' })),
    (draft) => setValueAt(draft, turn, second(5), { value: 12, autoKey: true, makeId: () => 'made' }),
    (draft) => moveKeys(draft, refs.slice(0, 2), second(0.5)),
  ]

  it('makes of all steps in one what each makes after the other, and leaves the project it began with', () => {
    const before = structuredClone(project)
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3, 4, 5], { minLength: 2 }), (order) => {
        const [together, patches] = produceWithPatches(project, (draft) => {
          for (const i of order) steps[i]!(draft)
        })
        const apart = order.reduce((made, i) => produce(made, (draft) => void steps[i]!(draft)), project)
        expect(together).toEqual(apart)
        expect(applyPatches(project, patches)).toEqual(apart)
        expect(project).toEqual(before)
      }),
      { seed: 12, numRuns: 60 },
    )
  })

  it('tells of a layer that is gone, and changes nothing', () => {
    const lost = refs.map((one) => (one.layer === 'b' ? { ...one, layer: 'gone' } : one))
    expect(() => produce(project, (draft) => void moveKeys(draft, lost, 5))).toThrow(BadEdit)
  })
})
