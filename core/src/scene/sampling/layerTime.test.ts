import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { compileLayerClock, compileScene, layerTimeAt, sampleSceneInto, sceneAt } from '../index.ts'
import type { Layer, Scene } from '../document.ts'

const seconds = (count: number): number => count * TICKS_PER_SECOND
const local = (keys: ReturnType<typeof key>[], value = 0) => ({
  'local time': property('number', keys, { value }),
})
const moving = { turn: property('turn', [key(0, 0), key(8, 80)]) }
const sceneOf = (layers: Layer[]): Scene => projectOf(layers).scenes[0]!
/** Degrees the layer named `a` is turned by at a scene time in seconds. */
const turnAt = (scene: Scene, at: number): number => {
  const [item] = sceneAt(scene, seconds(at), []).filter(({ layer }) => layer.id === 'a')
  return (Math.atan2(item!.matrix[1]!, item!.matrix[0]!) * 180) / Math.PI
}

describe('layer time', () => {
  it('is scene time to the bit in groups without a time of their own', () => {
    const scene = sceneOf([layerWith('a', moving, 'rectangle', 'g'), layerWith('g', {}, 'group')])
    const clock = compileLayerClock(scene, 'a', [])
    expect(clock.isSceneTime).toBe(true)
    for (const time of [0.1, 1 / 3, -7, 1e17]) expect(clock.timeAt(time)).toBe(time)
  })

  it('is moved by a constant, and runs as its keys say', () => {
    const late = sceneOf([layerWith('a', moving, 'rectangle', 'g'), layerWith('g', local([], 2), 'group')])
    expect(turnAt(late, 1)).toBeCloseTo(30, 9)
    const half = local([key(0, 0), key(4, 2)])
    const slow = sceneOf([layerWith('a', moving, 'rectangle', 'g'), layerWith('g', half, 'group')])
    expect(turnAt(slow, 3)).toBeCloseTo(15, 9)
    const back = local([key(0, 8), key(4, 4)])
    const backwards = sceneOf([layerWith('a', moving, 'rectangle', 'g'), layerWith('g', back, 'group')])
    expect(turnAt(backwards, 1)).toBeCloseTo(70, 9)
    expect(compileLayerClock(backwards, 'a', []).paceAt(seconds(1))).toBeCloseTo(-1, 12)
  })

  it('goes down through nested groups, from the outermost in', () => {
    const scene = sceneOf([
      layerWith('a', moving, 'rectangle', 'inner'),
      layerWith('inner', local([key(0, 0), key(8, 16)]), 'group', 'outer'),
      layerWith('outer', local([], 1), 'group'),
    ])
    // 1 s of the scene is 2 s in the outer group and 4 s in the inner one.
    expect(layerTimeAt(scene, 'a', seconds(1), [])).toBeCloseTo(seconds(4), 3)
    expect(turnAt(scene, 1)).toBeCloseTo(40, 9)
    expect(compileLayerClock(scene, 'a', []).paceAt(seconds(1))).toBeCloseTo(2, 12)
  })

  it('is not handed on by a layer that is merely followed, though its matrix is', () => {
    const scene = sceneOf([
      layerWith('a', moving, 'rectangle', 'leader'),
      layerWith('leader', moving, 'rectangle', 'g'),
      layerWith('g', local([], 3), 'group'),
    ])
    expect(layerTimeAt(scene, 'a', seconds(1), [])).toBe(seconds(1))
    // Its own 10° on top of the leader's 40°.
    expect(turnAt(scene, 1)).toBeCloseTo(50, 9)
  })

  it('decides when a layer of the group shows', () => {
    const span = [asTicks(seconds(2)), asTicks(seconds(3))] as const
    const scene = sceneOf([
      { ...layerWith('a', {}, 'rectangle', 'g'), span },
      layerWith('g', local([], 2), 'group'),
    ])
    expect(sceneAt(scene, 0, [])).toHaveLength(1)
    expect(sceneAt(scene, seconds(1), [])).toHaveLength(0)
  })

  it('is sampled afresh and in any order the same', () => {
    const scene = sceneOf([
      layerWith('a', moving, 'rectangle', 'g'),
      layerWith('g', local([key(0, 5), key(2, 0), key(6, 7)]), 'group'),
    ])
    const sampler = compileScene(scene, [])
    for (const at of [3, 0, 5.5, 1])
      expect([...sampleSceneInto(sampler, seconds(at))[0]!.matrix]).toEqual([
        ...sceneAt(scene, seconds(at), [])[0]!.matrix,
      ])
  })
})
