import fc from 'fast-check'
import { applyPatches, enablePatches, produce, produceWithPatches, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { anyBend, ease, key, keysOf, layerWith, point, projectOf, property } from '../../test/trials.ts'
import { compileProperty, valueAt, type Key } from '../property/index.ts'
import { applyMatrix, projectSchema, sceneAt, type Project } from '../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import {
  addKey,
  addLayer,
  BadEdit,
  clearAnimation,
  currentValue,
  duplicateLayers,
  findProperty,
  makeSpansSmooth,
  moveKeys,
  moveLayersBy,
  movePlaceKeys,
  moveWholeRoutesBy,
  removeKeys,
  removeLayers,
  renameLayer,
  reorderLayers,
  setValueAt,
  switchLayers,
  toggleKey,
  type KeyRef,
  giveBends,
} from './index.ts'

enablePatches()

const second = (count: number) => asTicks(Math.round(count * TICKS_PER_SECOND))
const turn = { scene: 'scene', layer: 'a', property: 'turn' }
const position = { ...turn, property: 'position' }
const ids = () => {
  let count = 0
  return () => `new${(count += 1)}`
}
const three = () =>
  projectOf([layerWith('a', { turn: property('turn', [key(0, 0, ease), key(1, 90, ease), key(2, 30)]) })])
const refs = (project: Project, ref = turn): KeyRef[] =>
  findProperty(project, ref)!.keys.map(({ id }) => ({ ...ref, key: id }))
const edit = (project: Project, recipe: (draft: Draft<Project>) => unknown): Project =>
  produce(project, (draft) => {
    recipe(draft)
  })

describe('setValueAt', () => {
  const options = { autoKey: true, makeId: ids() }

  it('sets the constant of a still property, the value of a key, and adds a key between', () => {
    const still = edit(three(), (draft) =>
      setValueAt(draft, position, second(1), { ...options, value: [5, 6] }),
    )
    expect(findProperty(still, position)).toMatchObject({ value: [5, 6], keys: [] })
    const onKey = edit(three(), (draft) => setValueAt(draft, turn, second(1), { ...options, value: 45 }))
    expect(findProperty(onKey, turn)!.keys.map(({ value }) => value)).toEqual([0, 45, 30])
    // A third of a frame beside it, at 24 frames a second, is on it still.
    const near = edit(three(), (draft) =>
      setValueAt(draft, turn, second(1 + 1 / 72), { ...options, value: 45 }),
    )
    expect(findProperty(near, turn)).toEqual(findProperty(onKey, turn))
    const between = edit(three(), (draft) => setValueAt(draft, turn, second(0.5), { ...options, value: 45 }))
    expect(findProperty(between, turn)!.keys.map(({ value }) => value)).toEqual([0, 45, 90, 30])
  })

  it('shifts everything with auto-key off, and refuses to shift a colour', () => {
    const off = { autoKey: false, makeId: ids() }
    const now = currentValue(findProperty(three(), turn)!, second(0.5), []) as number
    const shifted = edit(three(), (draft) => setValueAt(draft, turn, second(0.5), { ...off, value: now + 7 }))
    expect(findProperty(shifted, turn)!.keys.map(({ value }) => value)).toEqual([7, 97, 37])
    const coloured = projectOf([
      layerWith('a', { fill: property('colour', [key(0, '#000000'), key(1, '#ffffff')]) }),
    ])
    const fill = { ...turn, property: 'fill' }
    expect(() =>
      edit(coloured, (draft) => setValueAt(draft, fill, second(0.5), { ...off, value: '#ff0000' })),
    ).toThrow(BadEdit)
  })

  it('refuses a locked layer and a property that is gone', () => {
    const locked = edit(three(), (draft) => switchLayers(draft, 'scene', ['a'], { locked: true }))
    expect(() =>
      edit(locked, (draft) => setValueAt(draft, turn, second(1), { ...options, value: 1 })),
    ).toThrow(/locked/)
    expect(() =>
      edit(three(), (draft) =>
        setValueAt(draft, { ...turn, property: 'wings' }, second(1), { ...options, value: 1 }),
      ),
    ).toThrow(/no wings/)
  })
})

describe('moveKeys', () => {
  it('keeps ids and order, never two at one time, and counts what gave way', () => {
    fc.assert(
      fc.property(
        keysOf(fc.integer({ min: 0, max: 99 })),
        fc.integer({ min: -30, max: 30 }),
        fc.nat(63),
        (keys, tenths, mask) => {
          const project = projectOf([layerWith('a', { turn: property('turn', keys) })])
          const moving = refs(project).filter((_, i) => (mask >> i) & 1)
          let replaced = 0
          const moved = edit(
            project,
            (draft) => (replaced = moveKeys(draft, moving, second(tenths / 10)).replaced),
          )
          const after = findProperty(moved, turn)!.keys
          expect(after.length + replaced).toBe(keys.length)
          for (let i = 1; i < after.length; i += 1) expect(after[i]!.t).toBeGreaterThan(after[i - 1]!.t)
          for (const ref of moving) {
            const before = keys.find(({ id }) => id === ref.key)!
            expect(after.find(({ id }) => id === ref.key)).toMatchObject({
              t: before.t + second(tenths / 10),
              value: before.value,
            })
          }
        },
      ),
      { numRuns: 500, seed: 31 },
    )
  })

  it('refuses to leave the 24 hours a document holds', () => {
    expect(() =>
      edit(three(), (draft) => moveKeys(draft, refs(three()), 25 * 3600 * TICKS_PER_SECOND)),
    ).toThrow(/24 hours/)
  })
})

describe('removeKeys, toggleKey and clearAnimation', () => {
  it('keep the value shown when the last key goes', () => {
    const project = three()
    const now = currentValue(findProperty(project, turn)!, second(0.7), [])
    const removed = edit(project, (draft) => removeKeys(draft, refs(project), second(0.7)))
    const cleared = edit(project, (draft) => clearAnimation(draft, turn, second(0.7)))
    for (const after of [removed, cleared])
      expect(findProperty(after, turn)).toMatchObject({ keys: [], value: now })
  })

  it('set a key where there is none and take away the one there is', () => {
    const made = edit(three(), (draft) => toggleKey(draft, turn, second(0.5), ids()))
    expect(findProperty(made, turn)!.keys).toHaveLength(4)
    const gone = edit(made, (draft) => toggleKey(draft, turn, second(0.5), ids()))
    expect(findProperty(gone, turn)!.keys).toHaveLength(3)
    expect(() =>
      edit(three(), (draft) => addKey(draft, { ...turn, property: 'picture' }, second(0), ids())),
    ).toThrow(BadEdit)
  })
})

describe('giveBends', () => {
  it('bends spans of many properties at once and leaves the last key alone', () => {
    const project = projectOf([
      layerWith('a', {
        turn: property('turn', [key(0, 0), key(1, 9), key(2, 3)]),
        position: property('place', [key(0, [0, 0]), key(1, [5, 5])]),
      }),
    ])
    const bent = edit(project, (draft) =>
      giveBends(draft, [...refs(project), ...refs(project, position)], () => ease),
    )
    expect(findProperty(bent, turn)!.keys.map(({ bend }) => bend.kind)).toEqual([
      'handles',
      'handles',
      'linear',
    ])
    expect(findProperty(bent, position)!.keys.map(({ bend }) => bend.kind)).toEqual(['handles', 'linear'])
  })

  it('shows the bend it sets between smooth keys and keeps their other sides', () => {
    const smooth = edit(three(), (draft) => makeSpansSmooth(draft, refs(three())))
    expect(findProperty(smooth, turn)!.keys.every(({ through }) => through === 'smooth')).toBe(true)
    const other = compileProperty(findProperty(smooth, turn)!, [])
    const bent = edit(smooth, (draft) => giveBends(draft, [refs(smooth)[0]!], () => ({ kind: 'hold' })))
    const after = compileProperty(findProperty(bent, turn)!, [])
    expect(valueAt(after, second(0.5))[0]).toBe(0)
    for (const time of [1.1, 1.5, 1.9])
      expect(valueAt(after, second(time))[0]).toBeCloseTo(valueAt(other, second(time))[0]!, 9)
  })
})

describe('moveLayersBy', () => {
  it('moves a layer on the stage by just that, whatever it rides on', () => {
    fc.assert(
      fc.property(
        point,
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 20, max: 300 }),
        (by, degrees, scale) => {
          const rider = {
            turn: property('turn', [], { value: degrees }),
            scale: property('pair', [], { value: [scale, 120] }),
            position: property('place', [], { value: [70, 30] }),
          }
          const moving = { position: property('place', [key(0, [0, 0], ease), key(2, [100, 50])]) }
          const project = projectOf([
            layerWith('a', moving, 'rectangle', 'g'),
            layerWith('g', rider, 'group'),
          ])
          const move = { scene: 'scene', layers: ['a', 'g'].slice(0, 1), time: second(1), by }
          const moved = edit(project, (draft) => moveLayersBy(draft, move, { autoKey: true, makeId: ids() }))
          const origin = (given: Project): [number, number] =>
            applyMatrix(sceneAt(given.scenes[0]!, second(1), [])[0]!.matrix, 0, 0)
          const [before, after] = [origin(project), origin(moved)]
          expect(after[0] - before[0]).toBeCloseTo(by[0], 6)
          expect(after[1] - before[1]).toBeCloseTo(by[1], 6)
        },
      ),
      { numRuns: 500, seed: 32 },
    )
  })

  it('does not move a layer twice that rides on one that moves', () => {
    const project = projectOf([layerWith('a', {}, 'rectangle', 'g'), layerWith('g', {}, 'group')])
    const move = { scene: 'scene', layers: ['a', 'g'], time: second(0), by: [10, 0] as const }
    const moved = edit(project, (draft) => moveLayersBy(draft, move, { autoKey: true, makeId: ids() }))
    expect(findProperty(moved, position)!.value).toEqual([0, 0])
    expect(findProperty(moved, { ...position, layer: 'g' })!.value).toEqual([10, 0])
  })
})

describe('moveWholeRoutesBy and movePlaceKeys', () => {
  const group = {
    turn: property('turn', [], { value: 90 }),
    scale: property('pair', [], { value: [50, 50] }),
  }
  const project = projectOf([
    layerWith(
      'a',
      { position: property('place', [key(0, [0, 0], ease), key(2, [100, 50])]) },
      'rectangle',
      'g',
    ),
    layerWith('g', group, 'group'),
    layerWith('s', {
      position: property('place', [], { value: [0, 0], split: true }),
      'position x': property('number', [key(0, 0), key(1, 9)]),
      'position y': property('number', [], { value: 4 }),
    }),
  ])
  const move = { scene: 'scene', time: second(1), by: [10, 0] as const }

  it('move every key in the space of what is ridden on, split positions too', () => {
    const moved = edit(project, (draft) => moveWholeRoutesBy(draft, { ...move, layers: ['a', 's'] }))
    const values = findProperty(moved, position)!.keys.map(({ value }) => value as [number, number])
    expect(values[0]![0]).toBeCloseTo(0, 9)
    expect(values[0]![1]).toBeCloseTo(-20, 9)
    expect(values[1]![1]).toBeCloseTo(30, 9)
    const x = findProperty(moved, { ...position, layer: 's', property: 'position x' })!
    expect(x.keys.map(({ value }) => value)).toEqual([10, 19])
  })

  it('do not move a layer twice that rides on one that moves', () => {
    const moved = edit(project, (draft) => moveWholeRoutesBy(draft, { ...move, layers: ['a', 'g'] }))
    expect(findProperty(moved, position)).toEqual(findProperty(project, position))
    expect(findProperty(moved, { ...position, layer: 'g' })!.value).toEqual([10, 0])
  })

  it('move just the chosen keys', () => {
    const [first] = refs(project, position)
    const moved = edit(project, (draft) => movePlaceKeys(draft, [first!], move))
    const [from, to] = findProperty(moved, position)!.keys.map(({ value }) => value as [number, number])
    expect(from![1]).toBeCloseTo(-20, 9)
    expect(to).toEqual([100, 50])
  })
})

describe('layers', () => {
  const list = () =>
    projectOf(
      ['a', 'b', 'c', 'd'].map((id) =>
        layerWith(id, {}, id === 'c' ? 'group' : 'rectangle', id === 'd' ? 'c' : null),
      ),
    )
  const order = (project: Project): string => project.scenes[0]!.layers.map(({ id }) => id).join('')

  it('are added, reordered together, duplicated and renamed', () => {
    expect(order(edit(list(), (draft) => addLayer(draft, 'scene', layerWith('x', {}))))).toBe('xabcd')
    expect(order(edit(list(), (draft) => reorderLayers(draft, 'scene', ['a', 'c'], 4)))).toBe('bdac')
    expect(order(edit(list(), (draft) => reorderLayers(draft, 'scene', ['d'], 0)))).toBe('dabc')
    const copied = edit(three(), (draft) => duplicateLayers(draft, 'scene', ['a'], ids()))
    expect(copied.scenes[0]!.layers.map(({ name }) => name)).toEqual(['a copy', 'a'])
    const keyIds = copied.scenes[0]!.layers.flatMap(({ properties }) =>
      properties['turn']!.keys.map(({ id }) => id),
    )
    expect(new Set(keyIds).size).toBe(6)
    expect(() =>
      edit(list(), (draft) => renameLayer(draft, { scene: 'scene', layer: 'a' }, 'z'.repeat(10_000))),
    ).toThrow(/10,000 characters/)
    expect(() => edit(list(), (draft) => renameLayer(draft, { scene: 'scene', layer: 'a' }, '  '))).toThrow(
      /empty/,
    )
  })

  it('are copied with what is in their group, copies riding on copies', () => {
    const copied = edit(list(), (draft) => {
      expect(duplicateLayers(draft, 'scene', ['c', 'a'], ids())).toHaveLength(2)
    })
    const layers = copied.scenes[0]!.layers
    expect(layers.map(({ name }) => name)).toEqual(['a copy', 'c copy', 'd copy', 'a', 'b', 'c', 'd'])
    expect(layers[2]!.parent).toBe(layers[1]!.id)
    expect(layers[6]!.parent).toBe('c')
    expect(new Set(layers.map(({ id }) => id)).size).toBe(7)
  })

  it('are labelled, hidden and locked together', () => {
    const marked = edit(list(), (draft) =>
      switchLayers(draft, 'scene', ['a', 'b'], { visible: false, locked: true, label: 'tide' }),
    )
    expect(marked.scenes[0]!.layers.map(({ visible, locked, label }) => [visible, locked, label])).toEqual([
      [false, true, 'tide'],
      [false, true, 'tide'],
      [true, false, undefined],
      [true, false, undefined],
    ])
    expect(projectSchema.safeParse(marked).success).toBe(true)
    const bare = edit(marked, (draft) => switchLayers(draft, 'scene', ['a'], { label: null }))
    expect('label' in bare.scenes[0]!.layers[0]!).toBe(false)
  })

  it('go with their group, and what followed them rides on what they rode on', () => {
    expect(order(edit(list(), (draft) => removeLayers(draft, 'scene', ['c'])))).toBe('ab')
    const chain = projectOf([
      layerWith('a', {}, 'rectangle', 'b'),
      layerWith('b', {}, 'rectangle', 'c'),
      layerWith('c', {}),
    ])
    const left = edit(chain, (draft) => removeLayers(draft, 'scene', ['b']))
    expect(left.scenes[0]!.layers.map(({ id, parent }) => [id, parent])).toEqual([
      ['a', 'c'],
      ['c', null],
    ])
  })
})

describe('undo', () => {
  it('is exact for random edits, and nothing given is changed', () => {
    const number = fc.integer({ min: -99, max: 99 })
    const step = fc.tuple(fc.nat(4), fc.nat(5), number, anyBend)
    fc.assert(
      fc.property(keysOf(number), fc.array(step, { minLength: 1, maxLength: 12 }), (keys, steps) => {
        const start = projectOf([layerWith('a', { turn: property('turn', keys) })])
        const asItWas = JSON.stringify(start)
        const makeId = ids()
        const inverses: Parameters<typeof applyPatches>[1][] = []
        let project = start
        for (const [what, which, value, bend] of steps) {
          const chosen = refs(project)[which % Math.max(1, refs(project).length)]
          const [next, , inverse] = produceWithPatches(project, (draft: Draft<Project>) => {
            if (what === 0) setValueAt(draft, turn, second(which / 3), { value, autoKey: true, makeId })
            else if (what === 1 && chosen) moveKeys(draft, [chosen], second(value / 10))
            else if (what === 2 && chosen) giveBends(draft, [chosen], () => bend)
            else if (what === 3 && chosen) removeKeys(draft, [chosen], second(0))
            else if (what === 4) makeSpansSmooth(draft, chosen ? [chosen] : [])
          })
          project = next as Project
          inverses.push(inverse)
        }
        for (const inverse of inverses.reverse()) project = applyPatches(project, inverse) as Project
        expect(project).toEqual(start)
        expect(JSON.stringify(start)).toBe(asItWas)
      }),
      { numRuns: 500, seed: 33 },
    )
  })
})

describe('keys of a first key', () => {
  it('keep the fields a file needs', () => {
    const made = edit(projectOf([layerWith('a', {})]), (draft) => addKey(draft, position, second(1), ids()))
    const [only] = findProperty(made, position)!.keys as [Key]
    expect(only).toEqual({
      id: 'new1',
      t: second(1),
      value: [0, 0],
      bend: { kind: 'linear' },
      through: 'corner',
    })
  })
})
