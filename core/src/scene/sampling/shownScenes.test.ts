import { describe, expect, it } from 'vitest'
import { key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { NO_LINKS } from '../../bend/index.ts'
import type { Property, Value } from '../../property/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  applyMatrix,
  compileScene,
  isWithin,
  projectSchema,
  sampleSceneInto,
  sceneAt,
  type DrawItem,
  type Layer,
  type Scene,
} from '../index.ts'

const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })
const use = (id: string, scene: string, moves: Readonly<Record<string, Property>> = {}): Layer => ({
  ...layerWith(id, moves, 'scene'),
  source: { scene },
})
/** A scene of ten seconds, 200 × 100 px. */
const small = (id: string, ...layers: Layer[]): Scene => ({
  ...projectOf(layers).scenes[0]!,
  id,
  name: id,
  size: [200, 100],
})
const outer = (...layers: Layer[]): Scene => projectOf(layers).scenes[0]!
const drawn = (scene: Scene, seconds: number, scenes: readonly Scene[]): DrawItem[] =>
  sceneAt(scene, seconds * TICKS_PER_SECOND, [], scenes).filter(({ kind }) => kind !== 'scene')
const moving = { position: property('place', [key(0, [0, 0]), key(10, [100, 0])]) }
const x = ({ matrix }: DrawItem): number => applyMatrix(matrix, 0, 0)[0]

describe('a scene as a layer', () => {
  it('lies about its middle, is cut off at its frame, and belongs to the layer that shows it', () => {
    const boat = small('boat', layerWith('hull', { position: still('place', [100, 50]) }))
    const layer = use('u', 'boat', { position: still('place', [400, 300]), opacity: still('number', 50) })
    const [item] = drawn(outer(layer), 0, [boat])
    expect(applyMatrix(item!.matrix, 0, 0)).toEqual([400, 300])
    expect(item!.opacity).toBe(0.5)
    expect(item!.use).toBe(layer)
    expect(item!.layer.id).toBe('hull')
    expect(item!.isOriginal).toBe(false)
    expect([isWithin(item!.veils, 301, 251), isWithin(item!.veils, 299, 251)]).toEqual([true, false])
  })

  it('is cropped by percent of its frame', () => {
    const boat = small('boat', layerWith('hull', {}))
    const layer = use('u', 'boat', { 'crop left': still('number', 50), 'crop bottom': still('number', 20) })
    const [item] = drawn(outer(layer), 0, [boat])
    expect(item!.veils.map((veil) => veil.kind === 'frame' && [...veil.box])).toEqual([[100, 0, 100, 80]])
  })

  it('begins with its span, at 100 %, and holds its first and last frame outside', () => {
    const boat = small('boat', layerWith('hull', moving))
    const layer = {
      ...use('u', 'boat'),
      span: [asTicks(2 * TICKS_PER_SECOND), asTicks(90 * TICKS_PER_SECOND)],
    }
    const times = [1, 2, 5, 12, 40].map((seconds) =>
      drawn(outer(layer as unknown as Layer), seconds, [boat]).map(x),
    )
    const last = 100 * (1 - 1 / 240) - 100
    expect(times[0]).toEqual([])
    expect(times.slice(1)).toEqual([[-100], [-70], [expect.closeTo(last, 9)], [expect.closeTo(last, 9)]])
  })

  it('shows the moment its keyed local time names: run backwards, frozen', () => {
    const boat = small('boat', layerWith('hull', moving))
    const back = property('number', [key(0, 8), key(4, 0), key(6, 0)])
    const at = (seconds: number): number[] =>
      drawn(outer(use('u', 'boat', { 'local time': back })), seconds, [boat]).map(x)
    expect([0, 1, 4, 5].map(at)).toEqual([[-20], [-40], [-100], [-100]])
  })

  it('three deep looks as the same drawn flat', () => {
    const hull = layerWith('hull', { ...moving, turn: still('turn', 30) })
    const at = { position: still('place', [100, 50]) }
    // Each lies in the middle of the next, so that all frames are one.
    const one = small('one', hull)
    const two = small('two', use('u1', 'one', at))
    const three = small('three', use('u2', 'two', at))
    const deep = { ...outer(use('u3', 'three', at)), size: [200, 100] as const }
    for (const seconds of [0, 1, 7.3]) {
      const [flat] = drawn(outer(hull), seconds, [])
      const items = drawn(deep, seconds, [one, two, three])
      expect(items.map(({ matrix, opacity, shown }) => ({ matrix: [...matrix], opacity, shown }))).toEqual([
        { matrix: [...flat!.matrix].map((n) => expect.closeTo(n, 9) as unknown), opacity: 1, shown: true },
      ])
      expect(items[0]!.veils.map(({ kind }) => kind)).toEqual(['frame', 'frame', 'frame'])
    }
  })

  it('is changed once and seen everywhere, each use with its own motion and time', () => {
    const scene = outer(
      use('a', 'boat', { position: still('place', [100, 0]) }),
      use('b', 'boat', { 'local time': property('number', [key(0, 5), key(1, 6)]) }),
      use('c', 'boat', { copies: still('number', 2) }),
    )
    const before = small('boat', layerWith('hull', moving))
    const sampler = compileScene(scene, NO_LINKS, { scenes: [before] })
    expect(sampleSceneInto(sampler, 0).filter(({ kind }) => kind !== 'scene')).toHaveLength(4)
    const after = small('boat', layerWith('hull', moving), layerWith('sail', {}))
    const changed = compileScene(scene, NO_LINKS, { scenes: [after], former: sampler })
    const parts = sampleSceneInto(changed, 0).filter(({ kind }) => kind !== 'scene')
    expect(parts).toHaveLength(8)
    expect(parts.filter(({ layer }) => layer.id === 'hull').map(x)).toEqual([-100, -100, -50, 0])
    const same = compileScene({ ...scene }, NO_LINKS, { scenes: [after], former: changed })
    expect(sampleSceneInto(same, 0)).toEqual(sampleSceneInto(changed, 0))
    expect(same.items[1]).toBe(changed.items[1])
  })

  it('is not sampled while it does not show', () => {
    const boat = small('boat', layerWith('hull', moving))
    const layer = { ...use('u', 'boat'), visible: false }
    const sampler = compileScene(outer(layer), NO_LINKS, { scenes: [boat] })
    expect(sampleSceneInto(sampler, 0).map(({ kind }) => kind)).toEqual(['scene'])
  })
})

describe('a project with scenes in scenes', () => {
  const trouble = (...scenes: Scene[]): string =>
    projectSchema
      .safeParse({ ...projectOf([]), scenes })
      .error?.issues.map(({ message }) => message)
      .join('; ') ?? ''
  it('is refused where one shows itself, by whatever way, or none that is there', () => {
    expect(trouble(small('a', use('u', 'b')), small('b'))).toBe('')
    expect(trouble(small('a', use('u', 'a')))).toMatch(/“a” would show itself/)
    expect(trouble(small('a', use('u', 'b')), small('b', use('v', 'a')))).toMatch(/“a” would show itself/)
    expect(trouble(small('a', use('u', 'gone')))).toMatch(/a scene the project does not have/)
  })

  it('is refused where a layer has a source its kind does not show, or lacks one', () => {
    const without = layerWith('u', {}, 'scene')
    expect(trouble(small('a', without), small('b'))).toMatch(/has to name a scene/)
    expect(trouble(small('a', { ...layerWith('r', {}), source: { scene: 'b' } }), small('b'))).toMatch(
      /a layer of kind rectangle has none/,
    )
    expect(trouble(small('a', { ...use('u', 'b'), source: { asset: 'b' } }), small('b'))).toMatch(
      /has to name a scene/,
    )
  })

  it('is refused where it would draw more than can be', () => {
    const layers = Array.from({ length: 100 }, (_, i) => layerWith(`l${i}`, {}))
    const uses = (scene: string): Layer[] => Array.from({ length: 20 }, (_, i) => use(`u${i}`, scene))
    expect(trouble(small('a', ...uses('b')), small('b', ...uses('c')), small('c', ...layers))).toMatch(
      /“a” would draw more than 20,000 things/,
    )
  })
})
