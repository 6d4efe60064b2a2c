import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ease, key, keysOf, layerWith, projectOf, property, refsOf } from '../../test/trials.ts'
import type { KeyRef } from '../edit/index.ts'
import type { Key } from '../property/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import {
  arrivalsOf,
  bentBy,
  everyNthKey,
  keyTimes,
  likeKeys,
  effectiveKeys,
  rangeOfSpans,
  removalOf,
  removalWords,
  selectionWords,
  standingKeys,
  standingSpans,
  standsNear,
  targetSpans,
  type Chosen,
  type Removal,
} from './index.ts'

const hold = { kind: 'hold' } as const
const boat = layerWith('boat', {
  turn: property('turn', [key(0, 0, ease), key(1, 10, hold), key(2, 20)]),
  opacity: property('number', [key(0, 0), key(2, 50, ease), key(3, 100)]),
})
const lamp = layerWith('lamp', { turn: property('turn', [key(1, 0, ease), key(4, 90)]) })
const locked = {
  ...layerWith('chest', { turn: property('turn', [key(1, 0, ease), key(2, 1)]) }),
  locked: true,
}
const project = projectOf([boat, lamp, locked])
const scene = project.scenes[0]!
const ref = (layer: string, name: string, seconds: number): KeyRef => ({
  scene: 'scene',
  layer,
  property: name,
  key: `k${seconds}`,
})
const chosen = (more: Partial<Chosen>): Chosen => ({
  layers: [],
  properties: [],
  keys: [],
  spans: [],
  ...more,
})
const names = (refs: readonly KeyRef[]): string[] =>
  refs.map(({ layer, property: name, key: id }) => `${layer} ${name} ${id}`)

describe('effectiveKeys', () => {
  it('takes keys as they are, and both ends of spans', () => {
    const keys = [ref('lamp', 'turn', 4)]
    expect(effectiveKeys(scene, chosen({ keys }))).toEqual(keys)
    const both = chosen({ keys, spans: [ref('boat', 'turn', 0)] })
    expect(names(effectiveKeys(scene, both))).toEqual(['boat turn k0', 'boat turn k1', 'lamp turn k4'])
  })

  it('takes whole lanes, whole layers, and what rides in a group', () => {
    const turn = { scene: 'scene', layer: 'lamp', property: 'turn' }
    expect(names(effectiveKeys(scene, chosen({ layers: ['lamp'], properties: [turn] })))).toEqual([
      'lamp turn k1',
      'lamp turn k4',
    ])
    expect(effectiveKeys(scene, chosen({ layers: ['boat'] }))).toHaveLength(6)
    const group = layerWith('fleet', {}, 'group')
    const rider = layerWith('lamp', lamp.properties, 'rectangle', 'fleet')
    const fleet = projectOf([group, rider]).scenes[0]!
    expect(effectiveKeys(fleet, chosen({ layers: ['fleet'] }))).toHaveLength(2)
  })

  it('gives the same refs again while a lane has the same keys, and others once it has not', () => {
    fc.assert(
      fc.property(
        keysOf(fc.integer(), 8),
        fc.nat(6),
        fc.nat(7),
        fc.integer({ min: 1, max: 9 }),
        (keys, begun, out, by) => {
          const of = (list: typeof keys) =>
            projectOf([layerWith('a', { turn: property('turn', list) })]).scenes[0]!
          const spans = [
            { scene: 'scene', layer: 'a', property: 'turn', key: keys[begun % (keys.length - 1)]!.id },
          ]
          const wish = chosen({ spans })
          const first = effectiveKeys(of(keys), wish)
          // Later in time, the same keys: the very same refs.
          const later = keys.map((one) => ({ ...one, t: asTicks(one.t + by) }))
          effectiveKeys(of(later), wish).forEach((ref, i) => expect(ref).toBe(first[i]))
          // A key less: what is found then is what is found by one who never saw the lane.
          const left = keys.filter((_, i) => i !== out % keys.length)
          expect(effectiveKeys(of(left), wish)).toEqual(
            effectiveKeys(of(left), chosen({ spans: [...spans] })),
          )
          expect(effectiveKeys(of(keys), wish)).toEqual(first)
        },
      ),
      { numRuns: 80, seed: 67 },
    )
  })

  it('leaves out locked layers and what is gone', () => {
    expect(effectiveKeys(scene, chosen({ layers: ['chest'] }))).toEqual([])
    expect(effectiveKeys(scene, chosen({ spans: [ref('gone', 'turn', 0)] }))).toEqual([])
  })
})

describe('rangeOfSpans', () => {
  it('is that of the keys they begin and end at', () => {
    fc.assert(
      fc.property(keysOf(fc.integer(), 8), fc.nat(6), fc.nat(6), (keys, first, second) => {
        const made = projectOf([layerWith('a', { turn: property('turn', keys) })])
        const begun = keys.slice(0, -1).filter((_key, i) => i === first || i === second)
        const spans = begun.map(({ id }) => ({ scene: 'scene', layer: 'a', property: 'turn', key: id }))
        const times = keyTimes(made, effectiveKeys(made.scenes[0]!, chosen({ spans })))
        const range = spans.length > 0 ? [times[0], times[times.length - 1]] : null
        expect(rangeOfSpans(made.scenes[0]!, spans)).toEqual(range)
      }),
      { numRuns: 80, seed: 66 },
    )
  })
})

describe('standingKeys', () => {
  it('leaves out just those an edit took away, and gives the same list when it took none', () => {
    fc.assert(
      fc.property(keysOf(fc.integer(), 8), fc.func(fc.boolean()), fc.boolean(), (keys, stays, moves) => {
        const of = (list: typeof keys) => projectOf([layerWith('a', { turn: property('turn', list) }), lamp])
        const left = keys.filter(({ id }) => stays(id))
        const after = of(moves ? left.map((one) => ({ ...one, t: asTicks(one.t + 5) })) : left)
        const refs = [
          ...keys.map(({ id }) => ({ scene: 'scene', layer: 'a', property: 'turn', key: id })),
          ref('lamp', 'turn', 4),
        ]
        const standing = standingKeys(refs, of(keys), after)
        expect(standing.map(({ key: id }) => id)).toEqual([...left.map(({ id }) => id), 'k4'])
        if (left.length === keys.length) expect(standing).toBe(refs)
      }),
      { numRuns: 80, seed: 68 },
    )
  })

  it('takes a whole layer’s keys away with it', () => {
    const gone = projectOf([lamp])
    expect(names(standingKeys([ref('boat', 'turn', 0), ref('lamp', 'turn', 1)], project, gone))).toEqual([
      'lamp turn k1',
    ])
  })
})

describe('standingSpans', () => {
  const span = ref('boat', 'turn', 0)
  const after = (keys: Parameters<typeof property>[1]): typeof project =>
    projectOf([layerWith('boat', { turn: property('turn', keys) })])
  const [first, second, third] = boat.properties['turn']!.keys as [Key, Key, Key]
  const at = (one: Key, seconds: number): Key => ({ ...one, t: asTicks(seconds * TICKS_PER_SECOND) })

  it('goes by the other key where the two changed places, as when time is turned round', () => {
    const turned = after([at(third, 0), at(second, 1), at(first, 2)])
    expect(names(standingSpans([span], project, turned))).toEqual(['boat turn k1'])
    expect(names(standingSpans([ref('boat', 'turn', 1)], project, turned))).toEqual(['boat turn k2'])
  })

  it('is left out where its key is gone or begins none any more; all as they were are the same list', () => {
    expect(standingSpans([span], project, after([second, third]))).toEqual([])
    expect(standingSpans([ref('boat', 'turn', 1)], project, after([first, second]))).toEqual([])
    const list = [span]
    expect(standingSpans(list, project, after([first, second, third]))).toBe(list)
  })
})

describe('removalOf', () => {
  const lane = { scene: 'scene', layer: 'boat', property: 'turn' }
  const removed = (more: Partial<Chosen>): Removal | null => removalOf(scene, chosen(more))

  it('takes chosen keys, both ends of spans, all of a lane, and only else layers', () => {
    const keys = [ref('boat', 'turn', 1)]
    const of = { layers: ['boat'], properties: [lane] }
    expect(removed({ ...of, keys })).toEqual({ kind: 'keys', keys })
    expect(removalWords(removed({ ...of, keys }))).toBe('1 key')
    expect(removalWords(removed({ ...of, spans: keys }))).toBe('2 keys')
    expect(removalWords(removed(of))).toBe('3 keys')
    expect(removed({ layers: ['boat'] })).toEqual({ kind: 'layers', layers: ['boat'], also: 0 })
    expect(removed({})).toBeNull()
  })

  it('takes no layer for a lane without keys, and says so', () => {
    const still = { ...lane, property: 'scale' }
    const removal = removed({ layers: ['boat'], properties: [still] })
    expect(removal).toEqual({ kind: 'nothing', why: 'boat scale has no keys to remove.' })
    expect(removalWords(removal)).toBe('')
  })

  it('counts what goes with a group', () => {
    const grouped = projectOf([
      layerWith('fleet', {}, 'group'),
      layerWith('a', {}, 'group', 'fleet'),
      layerWith('b', {}, 'rectangle', 'a'),
      layerWith('c', {}, 'rectangle', 'b'),
    ]).scenes[0]!
    const removal = removalOf(grouped, chosen({ layers: ['fleet'] }))
    expect(removal).toEqual({ kind: 'layers', layers: ['fleet'], also: 2 })
    expect(removalWords(removal)).toBe('3 layers')
  })
})

describe('bentBy', () => {
  it('bends both sides of a key, a span between two whole, and chosen spans alone', () => {
    const one = bentBy(project, chosen({ keys: [ref('boat', 'turn', 1)] }))
    expect(one.sides.map(({ ref: { key: id }, side }) => [id, side])).toEqual([
      ['k0', 'arrive'],
      ['k1', 'leave'],
    ])
    const two = bentBy(project, chosen({ keys: [ref('boat', 'turn', 1), ref('boat', 'turn', 2)] }))
    expect(names(two.whole)).toEqual(['boat turn k1'])
    expect(two.sides.map(({ ref: { key: id }, side }) => [id, side])).toEqual([['k0', 'arrive']])
    const spans = bentBy(project, chosen({ keys: [ref('lamp', 'turn', 1)], spans: [ref('boat', 'turn', 0)] }))
    expect([names(spans.whole), spans.sides]).toEqual([['boat turn k0'], []])
  })

  it('bends all spans of lanes where only these are chosen', () => {
    const lanes = chosen({ properties: [{ scene: 'scene', layer: 'boat', property: 'turn' }] })
    const { whole, sides } = bentBy(project, lanes)
    expect([names(whole), sides]).toEqual([['boat turn k0', 'boat turn k1'], []])
    expect(targetSpans(project, lanes).map(({ ref: { key: id } }) => id)).toEqual(['k0', 'k1'])
  })
})

describe('likeKeys', () => {
  const from = [ref('boat', 'turn', 1)]
  it.each([
    ['time', ['boat turn k1', 'lamp turn k1']],
    ['property', ['boat turn k0', 'boat turn k1', 'boat turn k2', 'lamp turn k1', 'lamp turn k4']],
    ['first', ['boat turn k0']],
    ['last', ['boat turn k2']],
    ['others', ['boat turn k0', 'boat turn k2']],
  ] as const)('finds keys alike by %s', (likeness, found) => {
    expect(names(likeKeys(scene, from, likeness)).sort()).toEqual([...found].sort())
  })

  it('finds the same bends only where a span begins', () => {
    expect(names(likeKeys(scene, [ref('boat', 'turn', 0)], 'bend'))).toEqual([
      'boat turn k0',
      'boat opacity k2',
      'lamp turn k1',
    ])
    expect(likeKeys(scene, [ref('boat', 'turn', 2)], 'bend')).toEqual([])
  })

  it('keeps of each lane every nth, the first among them', () => {
    fc.assert(
      fc.property(keysOf(fc.integer(), 12), fc.integer({ min: 2, max: 5 }), (keys, every) => {
        const made = projectOf([layerWith('a', { turn: property('turn', keys) })])
        const kept = everyNthKey(made.scenes[0]!, refsOf(made, 'a', 'turn'), every)
        expect(kept.map((one) => one.key)).toEqual(
          keys.filter((_key, i) => i % every === 0).map(({ id }) => id),
        )
      }),
      { numRuns: 60, seed: 6 },
    )
  })
})

describe('standsNear', () => {
  it('tells keys beside one that stays, not those that move together', () => {
    const second = TICKS_PER_SECOND
    expect(standsNear(scene, [ref('boat', 'turn', 1)], second * 1.5)).toBe(true)
    expect(standsNear(scene, [ref('boat', 'turn', 1)], second)).toBe(false)
    const all = ['0', '1', '2'].map((at) => ref('boat', 'turn', Number(at)))
    expect(standsNear(scene, all, second * 1.5)).toBe(false)
  })
})

describe('keyTimes and arrivalsOf', () => {
  const all = [
    ...refsOf(project, 'boat', 'turn'),
    ...refsOf(project, 'boat', 'opacity'),
    ...refsOf(project, 'lamp', 'turn'),
  ]
  it('lists each moment once, in order', () => {
    expect(keyTimes(project, all).map((time) => time / TICKS_PER_SECOND)).toEqual([0, 1, 2, 3, 4])
  })
  it('tells when layers and lanes go and arrive', () => {
    const seconds = (by: 'layer' | 'lane') =>
      arrivalsOf(project, all, by).map(({ name, from, to }) => [
        name,
        from / TICKS_PER_SECOND,
        to / TICKS_PER_SECOND,
      ])
    expect(seconds('layer')).toEqual([
      ['boat', 0, 3],
      ['lamp', 1, 4],
    ])
    expect(seconds('lane')).toEqual([
      ['boat turn', 0, 2],
      ['boat opacity', 0, 3],
      ['lamp turn', 1, 4],
    ])
  })
})

describe('selectionWords', () => {
  const lane = (layer: string, name: string) => ({ scene: 'scene', layer, property: name })
  it.each([
    [{}, ''],
    [{ layers: ['boat'] }, 'boat'],
    [{ layers: ['boat', 'lamp'] }, '2 layers'],
    [{ properties: [lane('boat', 'turn')] }, '1 lane of boat turn'],
    [{ properties: [lane('boat', 'turn'), lane('boat', 'opacity')] }, '2 lanes of boat'],
    [{ keys: [ref('boat', 'turn', 0)], properties: [lane('boat', 'turn')] }, '1 key of boat turn'],
    [
      {
        keys: [ref('boat', 'turn', 0), ref('lamp', 'turn', 1)],
        spans: [ref('boat', 'turn', 0)],
        properties: [lane('boat', 'turn'), lane('lamp', 'turn')],
      },
      '2 keys, 1 span on 2 lanes of 2 layers',
    ],
  ])('says %j as “%s”', (what, words) => {
    expect(selectionWords(scene, chosen(what))).toBe(words)
  })
})
