import { produce, type Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import type { PlainBend } from '../../bend/index.ts'
import type { Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  addKeys,
  changeBendPoints,
  findProperty,
  scaleKeyValues,
  setKeys,
  shiftKeyValues,
  takeKeyRows,
  type KeyRef,
  type KeyRows,
} from '../index.ts'

const project = projectOf([
  layerWith('a', {
    opacity: property('number', [key(0, 10, ease), key(1, 40, ease), key(3, 100)]),
    scale: property('pair', [key(0, [100, 50], ease), key(2, [200, 80])]),
  }),
])
const of = (name: string, id = ''): KeyRef => ({ scene: 'scene', layer: 'a', property: name, key: id })
const edit = (name: string, recipe: (draft: Draft<Project>) => void): Property =>
  findProperty(
    produce(project, (draft) => {
      recipe(draft)
    }),
    of(name),
  )!
const second = (n: number) => asTicks(n * TICKS_PER_SECOND)

describe('setKeys', () => {
  it('sets times, values, passing and bends together, keys changing places', () => {
    const after = edit('opacity', (draft) =>
      setKeys(draft, [
        { ref: of('opacity', 'k0'), t: second(1), value: 55, through: 'corner' },
        { ref: of('opacity', 'k1'), t: second(0), bend: { kind: 'hold' } },
      ]),
    )
    expect(after.keys.map(({ id, t, value, bend }) => [id, t, value, bend.kind])).toEqual([
      ['k1', 0, 40, 'hold'],
      ['k0', second(1), 55, 'handles'],
      ['k3', second(3), 100, 'linear'],
    ])
  })

  it('lets a moved key win over one that stands where it lands, and says so', () => {
    let replaced = 0
    const after = edit('opacity', (draft) => {
      ;({ replaced } = setKeys(draft, [{ ref: of('opacity', 'k0'), t: second(3) }]))
    })
    expect(replaced).toBe(1)
    expect(after.keys.map(({ id }) => id)).toEqual(['k1', 'k0'])
  })
})

describe('a table of keys', () => {
  const soft = { id: 'soft', name: 'Soft', bend: ease }
  const linked = {
    ...projectOf([
      layerWith('a', {
        opacity: property('number', [key(0, 0, { kind: 'linked', bendId: 'soft' }), key(1, 40)]),
        rotation: property('number', [], { value: 12 }),
      }),
    ]),
    bends: [soft],
  }
  const take = (rows: KeyRows): Project =>
    produce(linked, (draft) => {
      takeKeyRows(draft, rows, ids())
    })

  it('leaves a span its link where the row has the bend it follows, and gives it another one', () => {
    const bendOf = (bend: PlainBend): unknown =>
      findProperty(take({ edits: [{ ref: of('opacity', 'k0'), value: 7, bend }] }), of('opacity'))!.keys[0]!
        .bend
    expect(bendOf(structuredClone(ease))).toEqual({ kind: 'linked', bendId: 'soft' })
    expect(bendOf({ kind: 'hold' })).toEqual({ kind: 'hold' })
  })

  it('gives the key that was last the bend of its row once a span begins there', () => {
    const after = take({
      edits: [
        { ref: of('opacity', 'k0'), bend: ease },
        { ref: of('opacity', 'k1'), bend: { kind: 'hold' } },
      ],
      added: { ref: of('opacity'), keys: [{ t: second(2), value: 90 }] },
    })
    expect(findProperty(after, of('opacity'))!.keys.map(({ bend }) => bend.kind)).toEqual([
      'linked',
      'hold',
      'linear',
    ])
  })

  it('gives a lane without keys its first ones', () => {
    const after = take({
      edits: [],
      added: {
        ref: of('rotation'),
        keys: [
          { t: second(0), value: 5, bend: ease },
          { t: second(2), value: 90 },
        ],
      },
    })
    expect(findProperty(after, of('rotation'))!.keys.map(({ t, value, bend }) => [t, value, bend])).toEqual([
      [0, 5, ease],
      [second(2), 90, { kind: 'linear' }],
    ])
  })
})

describe('addKeys', () => {
  it('adds keys with their values, and changes one that stands there already', () => {
    let count = 0
    const after = edit('opacity', (draft) =>
      addKeys(
        draft,
        of('opacity'),
        [
          { t: second(2), value: 7 },
          { t: second(1), value: 8 },
        ],
        () => `n${(count += 1)}`,
      ),
    )
    expect(after.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
      [0, 10],
      [1, 8],
      [2, 7],
      [3, 100],
    ])
  })
})

describe('scaleKeyValues', () => {
  it('scales values about one, which stays, and turns them over below nought', () => {
    const keys = ['k0', 'k1', 'k3'].map((id) => of('opacity', id))
    const values = (factor: number): unknown[] =>
      edit('opacity', (draft) => scaleKeyValues(draft, keys, { about: 10, factor })).keys.map(
        ({ value }) => value,
      )
    expect(values(0.5)).toEqual([10, 25, 55])
    expect(values(-1)).toEqual([10, -20, -80])
    expect(() => values(NaN)).toThrow('has to be a number')
  })

  it('scales both numbers of a pair', () => {
    const after = edit('scale', (draft) =>
      scaleKeyValues(draft, [of('scale', 'k2')], { about: 0, factor: 2 }),
    )
    expect(after.keys[1]!.value).toEqual([400, 160])
    expect(
      edit('scale', (draft) => shiftKeyValues(draft, [of('scale', 'k2')], [1, -1])).keys[1]!.value,
    ).toEqual([201, 79])
  })
})

describe('changeBendPoints', () => {
  it('adds a point that changes nothing, then moves it, then takes it away', () => {
    const ref = of('opacity', 'k0')
    const added = edit('opacity', (draft) => changeBendPoints(draft, [ref], { kind: 'add', u: 0.5 }))
    expect(added.keys[0]!.bend).toMatchObject({ kind: 'points', nodes: [{}, { at: [0.5, 0.5] }, {}] })
    const moved = edit('opacity', (draft) => {
      changeBendPoints(draft, [ref], { kind: 'add', u: 0.5 })
      changeBendPoints(draft, [ref], { kind: 'move', index: 1, at: [0.6, 1.2] })
    })
    expect(moved.keys[0]!.bend).toMatchObject({ nodes: [{}, { at: [0.6, 1.2] }, {}] })
    const gone = edit('opacity', (draft) => {
      changeBendPoints(draft, [ref], { kind: 'add', u: 0.5 })
      changeBendPoints(draft, [ref], { kind: 'remove', index: 1 })
    })
    expect(gone.keys[0]!.bend).toMatchObject({ nodes: [{ at: [0, 0] }, { at: [1, 1] }] })
  })

  it('turns the other side with a joined point’s handle, and leaves it when freed', () => {
    const ref = of('opacity', 'k0')
    const with_ = (free: boolean): Property =>
      edit('opacity', (draft) => {
        changeBendPoints(draft, [ref], { kind: 'add', u: 0.5 })
        changeBendPoints(draft, [ref], { kind: 'through', index: 1, through: 'joined' })
        changeBendPoints(draft, [ref], { kind: 'handle', index: 1, side: 'leave', handle: [0.2, 0.4], free })
      })
    const node = (given: Property) => {
      const { bend } = given.keys[0]!
      return bend.kind === 'points' ? bend.nodes[1]! : null
    }
    const joined = node(with_(false))!
    expect(joined.arrive[1] / joined.arrive[0]).toBeCloseTo(2, 9)
    const freed = node(with_(true))!
    expect(freed.through).toBe('corner')
    expect(freed.arrive[1] / freed.arrive[0]).not.toBeCloseTo(2, 1)
  })

  it('refuses points beyond the ends, ones that are gone, and spans with a bump', () => {
    const change = (ref: KeyRef, index: number) => () =>
      edit(ref.property, (draft) => changeBendPoints(draft, [ref], { kind: 'remove', index }))
    expect(change(of('opacity', 'k0'), 7)).toThrow('no longer there')
    expect(change(of('opacity', 'k0'), 0)).toThrow('two ends')
    expect(() =>
      edit('opacity', (draft) => changeBendPoints(draft, [of('opacity', 'k0')], { kind: 'add', u: 1 })),
    ).toThrow('between its ends')
    expect(() =>
      edit('opacity', (draft) => {
        const bumped = { reach: 0.3, rise: 0, lift: [5] }
        setKeys(draft, [
          { ref: of('opacity', 'k0'), bend: { kind: 'handles', leave: bumped, arrive: bumped } },
        ])
        changeBendPoints(draft, [of('opacity', 'k0')], { kind: 'add', u: 0.5 })
      }),
    ).toThrow('bump')
  })
})
