import { describe, expect, it } from 'vitest'
import type { Pattern, Property } from '../../property/index.ts'
import { edited, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import {
  applyMatrix,
  compileScene,
  sampleSceneInto,
  type DrawItem,
  type Layer,
  type Project,
} from '../../scene/index.ts'
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
    const stretch = [asTicks(0), ticksOfSeconds(5)] as const
    const wave: Pattern = {
      id: 'w',
      kind: 'sine',
      from: stretch[0],
      to: stretch[1],
      low: -20,
      high: 20,
      frequency: 1.3,
      phase: 0,
    }
    const shares = { mode: 'multiply', low: 0.5, high: 1 } as const
    const given = projectOf([
      layerWith('fleet', faint(40), 'group'),
      layerWith('a', { opacity: property('number', [key(0, 100), key(2, 20)]) }, 'rectangle', 'fleet'),
      layerWith('b', faint(50), 'rectangle', 'fleet'),
      layerWith('c', { opacity: { ...faint(60).opacity, patterns: [wave] } }, 'rectangle', 'fleet'),
      layerWith(
        'd',
        { opacity: { ...faint(60).opacity, patterns: [{ ...wave, ...shares }] } },
        'rectangle',
        'fleet',
      ),
    ])
    const after = edited(given, (draft) => void ungroupLayers(draft, 'scene', ['fleet'], asTicks(0)))
    for (const seconds of [0, 0.7, 1, 3])
      for (const id of ['a', 'b', 'c', 'd']) {
        const shown = (of: Project) => itemOf(of, id, ticksOfSeconds(seconds)).opacity
        expect(shown(after)).toBeCloseTo(shown(given), 12)
      }
    expect(itemOf(after, 'b', 0).opacity).toBeCloseTo(0.2, 12)
  })
})

describe('layers of a group that was there for a time', () => {
  const seconds = (from: number, to: number) => [ticksOfSeconds(from), ticksOfSeconds(to)] as const
  const lasting = (name: string, span: Layer['span'], more: Partial<Layer> = {}): Layer => ({
    ...layerWith(name, {}, 'rectangle', 'fleet'),
    span,
    ...more,
  })
  const group = (more: Record<string, Property> = {}): Layer => ({
    ...layerWith('fleet', more, 'group'),
    span: seconds(1, 3),
  })
  const members = [
    lasting('long', seconds(0, 5)),
    lasting('short', seconds(1.5, 2)),
    lasting('late', seconds(3, 5)),
  ]
  const apart = (given: Project): Project =>
    edited(given, (draft) => void ungroupLayers(draft, 'scene', ['fleet'], asTicks(0)))

  it('are seen no longer than they were, and those never seen are hidden', () => {
    const given = projectOf([group(), ...members])
    const after = apart(given)
    const [long, short, late] = after.scenes[0]!.layers
    expect([long!.span, short!.span, late!.span]).toEqual([seconds(1, 3), seconds(1.5, 2), seconds(3, 5)])
    expect([long!.visible, short!.visible, late!.visible]).toEqual([true, true, false])
    for (const moment of [0.5, 1, 1.7, 2.5, 3, 4])
      for (const id of ['long', 'short', 'late']) {
        const shown = (of: Project) => {
          const item = sampleSceneInto(compileScene(of.scenes[0]!, []), ticksOfSeconds(moment)).find(
            ({ layer }) => layer.id === id,
          )
          return Boolean(item?.shown)
        }
        expect(shown(after), `${id} at ${moment}`).toBe(shown(given))
      }
  })

  it('keep their spans where the time in the group is its own', () => {
    const after = apart(
      projectOf([group({ 'local time': property('number', [], { value: 1 }) }), ...members]),
    )
    expect(after.scenes[0]!.layers.map(({ span }) => span)).toEqual(members.map(({ span }) => span))
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
