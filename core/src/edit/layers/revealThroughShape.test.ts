import { describe, expect, it } from 'vitest'
import { edited, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { EASE_BOTH } from '../../bend/index.ts'
import { projectSchema, sceneAt, type Layer, type MaskVeil, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { revealThroughShape, type RevealShape } from '../index.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const box = { x: 100, y: 50, width: 400, height: 300 }
const revealed = (
  layers: readonly Layer[],
  shape: RevealShape,
  chosen = layers.map(({ id }) => id),
): Project =>
  edited(projectOf(layers), (draft) =>
    revealThroughShape(draft, 'scene', chosen, {
      shape,
      begin: at(1),
      end: at(2),
      bend: EASE_BOTH,
      makeId: ids(),
      boxOf: (id) => (id === 'hidden' ? null : box),
    }),
  )
const masking = (project: Project, id: string, seconds: number) => {
  const item = sceneAt(project.scenes[0]!, at(seconds), project.bends).find(({ layer }) => layer.id === id)!
  return (item.veils[0] as MaskVeil).items[0]!
}

describe('a reveal through a shape', () => {
  it('opens a circle from nothing, about the middle of what is seen, until nothing of it is left out', () => {
    const made = revealed([layerWith('a', {})], 'circle')
    expect(projectSchema.safeParse(made).success).toBe(true)
    expect(made.scenes[0]!.layers.map(({ name, kind }) => [name, kind])).toEqual([
      ['a, opening', 'ellipse'],
      ['a', 'rectangle'],
    ])
    expect(masking(made, 'a', 1)).toMatchObject({ size: { 0: 0, 1: 0 } })
    const grown = masking(made, 'a', 2) as unknown as { size: Float64Array; matrix: Float64Array }
    // The circle round a box of 400 × 300 is 500 px across (Pythagoras).
    expect(grown.size[0]).toBeGreaterThanOrEqual(500)
    expect([grown.matrix[4], grown.matrix[5]]).toEqual([300, 200])
  })

  it('opens a box by both its sides; all of them share one bend of the library', () => {
    const made = revealed([layerWith('a', {}), layerWith('b', {})], 'box')
    expect(masking(made, 'b', 2)).toMatchObject({ size: { 0: 402, 1: 302 } })
    const bends = made.scenes[0]!.layers.filter(({ name }) => name.endsWith('opening')).map(
      ({ properties }) => properties['size']!.keys[0]!.bend,
    )
    expect(bends).toEqual([
      { kind: 'linked', bendId: made.bends[0]!.id },
      { kind: 'linked', bendId: made.bends[0]!.id },
    ])
  })

  it('opens a shape by its own outline, to the scale it has in the end, wherever it moves', () => {
    const moves = {
      scale: { kind: 'pair' as const, value: [150, 50] as const, keys: [] },
      position: property('place', [key(0, [0, 0]), key(4, [400, 0])]),
    }
    const made = revealed([layerWith('a', moves)], 'own')
    const grown = masking(made, 'a', 2)
    const own = sceneAt(made.scenes[0]!, at(2), made.bends).find(({ layer }) => layer.id === 'a')!
    expect([...grown.matrix]).toEqual([...own.matrix])
    const keys = made.scenes[0]!.layers.flatMap(({ properties }) =>
      Object.values(properties).flatMap((one) => one.keys.map(({ id }) => id)),
    )
    expect(new Set(keys).size).toBe(keys.length)
  })

  it('refuses what is masked already, not seen, or has no outline of its own, with a sentence', () => {
    const masked = { ...layerWith('a', {}), mask: { layer: 'b' } }
    expect(() => revealed([masked, layerWith('b', {})], 'circle', ['a'])).toThrow('already')
    expect(() => revealed([layerWith('hidden', {})], 'circle')).toThrow('not seen')
    expect(() => revealed([layerWith('g', {}, 'group')], 'own')).toThrow('no outline')
    expect(() => revealed([{ ...layerWith('a', {}), locked: true }], 'box')).toThrow('locked')
  })
})
