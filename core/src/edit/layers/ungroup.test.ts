import { describe, expect, it } from 'vitest'
import { edited, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { applyMatrix, compileScene, sampleSceneInto, type DrawItem, type Project } from '../../scene/index.ts'
import { asTicks, ticksOfSeconds } from '../../time/index.ts'
import { goesWithGroup, removeLayers, switchLayers, ungroupLayers } from '../index.ts'

const itemOf = (project: Project, layer: string, time: number): DrawItem =>
  sampleSceneInto(compileScene(project.scenes[0]!, []), time).find((item) => item.layer.id === layer)!
const corners = (project: Project, layer: string, time: number): number[] =>
  [
    [0, 0],
    [100, 0],
    [0, 100],
  ].flatMap(([x, y]) => applyMatrix(itemOf(project, layer, time).matrix, x!, y!))
const expectSame = (before: readonly number[], after: readonly number[], within: number): void =>
  before.forEach((part, i) => expect(Math.abs(part - after[i]!)).toBeLessThan(within))

describe('ungroupLayers', () => {
  const project = projectOf([
    layerWith('fleet', { position: property('place', [], { value: [40, -10] }) }, 'group', 'pier'),
    layerWith('a', { turn: property('turn', [], { value: 30 }) }, 'rectangle', 'fleet'),
    layerWith('b', {}, 'rectangle', 'a'),
    layerWith('pier', { scale: property('pair', [], { value: [200, 200] }) }),
  ])

  it('leaves what was in it where it stood, riding on what the group rode on', () => {
    let freed: string[] = []
    const after = edited(project, (draft) => (freed = ungroupLayers(draft, 'scene', ['fleet'], asTicks(0))))
    expect(freed).toEqual(['a'])
    expect(after.scenes[0]!.layers.map(({ id, parent }) => [id, parent])).toEqual([
      ['a', 'pier'],
      ['b', 'a'],
      ['pier', null],
    ])
    for (const id of ['a', 'b'])
      expectSame(corners(project, id, asTicks(0)), corners(after, id, asTicks(0)), 1e-9)
  })

  it('refuses what is no group, and what is locked; so does removing', () => {
    const apart = (given: Project, id: string) => () =>
      edited(given, (draft) => ungroupLayers(draft, 'scene', [id], asTicks(0)))
    expect(apart(project, 'a')).toThrow(/Select a group/)
    const locked = edited(project, (draft) => switchLayers(draft, 'scene', ['a'], { locked: true }))
    expect(apart(locked, 'fleet')).toThrow(/locked/)
    expect(() => edited(locked, (draft) => removeLayers(draft, 'scene', ['fleet']))).toThrow(
      '“a” is locked. Unlock it to remove it. Nothing was removed.',
    )
  })

  it('leaves them as faint as they were at every moment', () => {
    const faint = (value: number) => ({ opacity: property('number', [], { value }) })
    const given = projectOf([
      layerWith('fleet', faint(40), 'group'),
      layerWith('a', { opacity: property('number', [key(0, 100), key(2, 20)]) }, 'rectangle', 'fleet'),
      layerWith('b', faint(50), 'rectangle', 'fleet'),
    ])
    const after = edited(given, (draft) => void ungroupLayers(draft, 'scene', ['fleet'], asTicks(0)))
    for (const seconds of [0, 0.7, 1, 3])
      for (const id of ['a', 'b']) {
        const shown = (of: Project) => itemOf(of, id, ticksOfSeconds(seconds)).opacity
        expect(shown(after)).toBeCloseTo(shown(given), 12)
      }
    expect(itemOf(after, 'b', 0).opacity).toBeCloseTo(0.2, 12)
  })
})

describe('goesWithGroup', () => {
  it('names what layers cannot have each by itself, and nothing of a plain group', () => {
    const plain = {
      opacity: property('number', [], { value: 40 }),
      turn: property('turn', [], { value: 20 }),
    }
    expect(goesWithGroup(layerWith('g', plain, 'group'))).toEqual([])
    const number = (value: number) => property('number', [], { value })
    const rich = {
      turn: property('turn', [key(0, 0), key(1, 90)]),
      opacity: property('number', [key(0, 0), key(1, 100)]),
      blur: number(8),
      copies: number(3),
      'local time': number(1),
    }
    expect(goesWithGroup(layerWith('g', rich, 'group'))).toEqual([
      'moves',
      'fading',
      'blur and shadow',
      'copies',
      'time inside',
    ])
  })
})
