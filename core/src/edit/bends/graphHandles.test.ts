import fc from 'fast-check'
import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { compileProperty, graphHandles, speedAt, valueAt, type Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { bendGraph, findProperty, setGraphHandle, shiftKeyValues } from '../index.ts'

const of = (name: string, given: Property): Project => projectOf([layerWith('a', { [name]: given })])
const ref = (name: string, id: string) => ({ scene: 'scene', layer: 'a', property: name, key: id })
const edit = (project: Project, recipe: (draft: Draft<Project>) => void): Project =>
  produce(project, (draft) => recipe(draft))
const found = (project: Project, name: string): Property =>
  findProperty(project, { scene: 'scene', layer: 'a', property: name })!

describe('setGraphHandle', () => {
  const amount = fc.double({ min: -500, max: 500, noNaN: true })
  const share = fc.double({ min: 0.01, max: 1, noNaN: true })
  const side = fc.constantFrom('leave' as const, 'arrive' as const)

  it('puts the handle just where it is wanted, on rising, falling and flat spans, for one number and for two', () => {
    const kinds = fc.constantFrom('number' as const, 'pair' as const)
    fc.assert(
      fc.property(
        kinds,
        amount,
        amount,
        share,
        side,
        fc.tuple(amount, amount),
        (kind, from, to, reach, which, wanted) => {
          const pair = kind === 'pair'
          const value = (x: number): number | readonly [number, number] => (pair ? [x, 100 - x / 2] : x)
          const name = pair ? 'scale' : 'opacity'
          const project = of(name, property(kind, [key(0, value(from), ease), key(2, value(to))]))
          const offset = pair ? wanted : [wanted[0]]
          const moved = edit(project, (draft) =>
            setGraphHandle(draft, ref(name, 'k0'), { side: which, reach, offset }),
          )
          const handle = graphHandles(compileProperty(found(moved, name), []), 0)![which]
          expect(handle.reach).toBeCloseTo(reach, 12)
          offset.forEach((part, i) => expect(Math.abs(handle.offset[i]! - part)).toBeLessThan(1e-8))
        },
      ),
      { seed: 5, numRuns: 500 },
    )
  })

  it('leaves keys it does not touch the objects they were', () => {
    const keys = Array.from({ length: 9 }, (_, i) => key(i, i % 2 ? 80 : 20, ease))
    const project = of('opacity', property('number', keys))
    const move = { side: 'leave' as const, reach: 0.2, offset: [12] }
    const after = found(
      edit(project, (draft) => setGraphHandle(draft, ref('opacity', 'k4'), move)),
      'opacity',
    )
    expect(after.keys.flatMap((one, i) => (one === keys[i] ? [] : [one.id]))).toEqual(['k4'])
    const freed = edit(project, (draft) =>
      setGraphHandle(draft, ref('opacity', 'k4'), { ...move, side: 'arrive', free: true }),
    )
    const changed = found(freed, 'opacity').keys.flatMap((one, i) => (one === keys[i] ? [] : [one.id]))
    expect(changed).toEqual(['k4', 'k5'])
  })

  it('gives the speed the handle says, and leaves both keys’ values alone', () => {
    const project = of('opacity', property('number', [key(0, 10, ease), key(2, 60)]))
    const moved = edit(project, (draft) =>
      setGraphHandle(draft, ref('opacity', 'k0'), { side: 'leave', reach: 0.25, offset: [30] }),
    )
    const compiled = compileProperty(found(moved, 'opacity'), [])
    // 30 units over a quarter of two seconds.
    expect(graphHandles(compiled, 0)!.leave.speed[0]).toBeCloseTo(60, 9)
    expect(speedAt(compiled, 0)[0]).toBeCloseTo(60, 6)
    expect(valueAt(compiled, 0)).toEqual([10])
    expect(valueAt(compiled, 2 * TICKS_PER_SECOND)).toEqual([60])
  })

  it('turns the other side of a joined key with it; with `free` the key becomes a corner and it stays', () => {
    const joined = property('number', [
      key(0, 0, ease),
      key(1, 50, ease, { through: 'joined' }),
      key(2, 80, ease),
    ])
    const move = { side: 'leave', reach: 0.5, offset: [40] } as const
    const turned = edit(of('opacity', joined), (draft) => setGraphHandle(draft, ref('opacity', 'k1'), move))
    const compiled = compileProperty(found(turned, 'opacity'), [])
    const [arrive, leave] = [graphHandles(compiled, 0)!.arrive, graphHandles(compiled, 1)!.leave]
    expect(leave.speed[0]).toBeCloseTo(80, 9)
    expect(arrive.speed[0]).toBeCloseTo(80, 6)
    const freed = edit(of('opacity', joined), (draft) =>
      setGraphHandle(draft, ref('opacity', 'k1'), { ...move, free: true }),
    )
    const after = found(freed, 'opacity')
    expect(after.keys[1]!.through).toBe('corner')
    expect(graphHandles(compileProperty(after, []), 0)!.arrive).toEqual(
      graphHandles(compileProperty(joined, []), 0)!.arrive,
    )
  })

  it('refuses what is no number and a key that begins no span', () => {
    const project = of('opacity', property('number', [key(0, 10, ease), key(2, 60)]))
    const set = (id: string, offset: number[]) => () =>
      edit(project, (draft) =>
        setGraphHandle(draft, ref('opacity', id), { side: 'leave', reach: 0.5, offset }),
      )
    expect(set('k0', [NaN])).toThrow(/number/)
    expect(set('k2', [1])).toThrow(/No span/)
  })
})

describe('shiftKeyValues', () => {
  it('adds to the values of some keys, and the bends stay', () => {
    const given = property('pair', [key(0, [1, 2], ease), key(1, [3, 4], ease), key(2, [5, 6])])
    const moved = edit(of('scale', given), (draft) => shiftKeyValues(draft, [ref('scale', 'k1')], [10, -1]))
    const { keys } = found(moved, 'scale')
    expect(keys.map(({ value }) => value)).toEqual([
      [1, 2],
      [13, 3],
      [5, 6],
    ])
    expect(keys.map(({ bend }) => bend)).toEqual(given.keys.map(({ bend }) => bend))
    expect(() =>
      edit(of('scale', given), (draft) => shiftKeyValues(draft, [ref('scale', 'k1')], [Infinity])),
    ).toThrow(/number/)
  })
})

describe('bendGraph', () => {
  it('brings the graph through the point it was dragged to, and leaves keys and reaches alone', () => {
    const amount = fc.double({ min: -300, max: 300, noNaN: true })
    const share = fc.double({ min: 0.05, max: 0.95, noNaN: true })
    fc.assert(
      fc.property(amount, amount, amount, share, share, share, (from, to, by, u, leave, arrive) => {
        const bend = {
          kind: 'handles' as const,
          leave: { reach: leave, rise: 0.2 },
          arrive: { reach: arrive, rise: 0.1 },
        }
        const given = property('number', [key(0, from, bend), key(2, to)])
        const moved = found(
          edit(of('opacity', given), (draft) => bendGraph(draft, ref('opacity', 'k0'), { u, by: [by] })),
          'opacity',
        )
        const at = u * 2 * TICKS_PER_SECOND
        const [before] = valueAt(compileProperty(given, []), at)
        const [after] = valueAt(compileProperty(moved, []), at)
        expect(Math.abs(after! - before! - by)).toBeLessThan(1e-6)
        expect(moved.keys.map(({ value }) => value)).toEqual([from, to])
        const now = moved.keys[0]!.bend
        expect(now.kind === 'handles' && now.leave.reach).toBe(leave)
      }),
      { seed: 8, numRuns: 500 },
    )
  })

  it('refuses the very ends and a key that begins no span', () => {
    const project = of('opacity', property('number', [key(0, 10, ease), key(2, 60)]))
    const bend = (id: string, u: number) => () =>
      edit(project, (draft) => bendGraph(draft, ref('opacity', id), { u, by: [5] }))
    expect(bend('k0', 0)).toThrow(/between/)
    expect(bend('k2', 0.5)).toThrow(/No span/)
  })
})
