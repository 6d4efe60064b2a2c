import type { Draft } from 'immer'
import { describe, expect, it } from 'vitest'
import {
  ease,
  edited,
  ids,
  key,
  layerWith,
  projectOf,
  property,
  propertyOf,
  refsOf,
} from '../../../test/trials.ts'
import type { Bend, PlainBend } from '../../bend/index.ts'
import { projectSchema, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  addNamedBend,
  bendGraph,
  bendSpeed,
  changeBendPoints,
  changeBends,
  convertBends,
  drawSpeed,
  giveBends,
  linkBends,
  setGraphHandle,
  slideSpeedPeaks,
  staggerKeys,
  strengthenBends,
  type KeyRef,
} from '../index.ts'

/** Two layers whose first spans follow one library bend, and a span beside each that has its own. */
const linkedTwice = (): Project => {
  const own = property('turn', [key(0, 0), key(1, 90, ease), key(2, 30)])
  const project = {
    ...projectOf([layerWith('a', { turn: own }), layerWith('b', { turn: own })]),
    bends: [{ id: 'x', name: 'Soft', bend: ease }],
  }
  const firsts = ['a', 'b'].map((layer) => refsOf(project, layer, 'turn')[0]!)
  return edited(project, (draft) => linkBends(draft, firsts, 'x'))
}
const first = (project: Project): KeyRef => refsOf(project, 'a', 'turn')[0]!
const bendsOf = (project: Project, layer: string) =>
  propertyOf(project, layer, 'turn').keys.map(({ bend }) => bend)

type Shaping = [what: string, shape: (draft: Draft<Project>, ref: KeyRef) => unknown]
const SHAPINGS: Shaping[] = [
  ['chosen', (draft, ref) => changeBends(draft, [ref], () => ({ kind: 'hold' }))],
  [
    'a handle in the graph',
    (draft, ref) => setGraphHandle(draft, ref, { side: 'leave', reach: 0.7, offset: [9] }),
  ],
  ['the graph itself', (draft, ref) => bendGraph(draft, ref, { u: 0.4, by: [12] })],
  ['its speed', (draft, ref) => bendSpeed(draft, ref, { from: 0.5, to: 0.4, speed: 200, component: 0 })],
  ['its fastest moment', (draft, ref) => slideSpeedPeaks(draft, [ref], 0.3)],
  ['its strength', (draft, ref) => strengthenBends(draft, [ref], 0.4)],
  [
    'speed that is drawn',
    (draft, ref) =>
      drawSpeed(draft, ref, [
        {
          key: ref.key,
          looks: [
            { u: 0, speed: 1 },
            { u: 0.5, speed: 3 },
            { u: 1, speed: 0 },
          ],
        },
      ]),
  ],
  ['a point of it', (draft, ref) => changeBendPoints(draft, [ref], { kind: 'add', u: 0.3 })],
  ['another kind', (draft, ref) => convertBends(draft, [ref], { to: 'points' })],
]

describe('shaping the bend of a linked span', () => {
  it.each(SHAPINGS)('shapes the library’s, for all that follow it: %s', (_what, shape) => {
    const before = linkedTwice()
    const after = edited(before, (draft) => void shape(draft, first(before)))
    expect(after.bends[0]!.bend).not.toEqual(ease)
    expect(bendsOf(after, 'a')).toEqual(bendsOf(before, 'a'))
    expect(bendsOf(after, 'b')).toEqual(bendsOf(before, 'b'))
    expect(projectSchema.safeParse(after).error?.issues).toBeUndefined()
  })

  it.each(SHAPINGS)('is the same bend as a span of its own gets: %s', (_what, shape) => {
    const linked = linkedTwice()
    const own = edited(linked, (draft) => giveBends(draft, [first(linked)], () => ease))
    const [one, other] = [linked, own].map((project) =>
      edited(project, (draft) => void shape(draft, first(project))),
    )
    expect(one!.bends[0]!.bend).toEqual(bendsOf(other!, 'a')[0])
    expect(other!.bends).toEqual(linked.bends)
  })

  it('changes it once, however many of the chosen spans follow it, and gives others their own', () => {
    const before = linkedTwice()
    let asked = 0
    const after = edited(before, (draft) =>
      changeBends(
        draft,
        [...refsOf(before, 'a', 'turn'), ...refsOf(before, 'b', 'turn')],
        (bend): PlainBend => {
          asked += 1
          return bend.kind === 'handles' ? { ...bend, leave: { reach: bend.leave.reach / 2, rise: 0 } } : bend
        },
      ),
    )
    // The library's, and the second span of each layer.
    expect(asked).toBe(3)
    const half = { ...ease, leave: { reach: 0.2, rise: 0 } }
    expect(after.bends[0]!.bend).toEqual(half)
    expect(bendsOf(after, 'a').slice(0, 2)).toEqual([{ kind: 'linked', bendId: 'x' }, half])
  })

  it('frees the far side of a handle that is taken out of line, and nothing else', () => {
    const before = linkedTwice()
    const joined = edited(before, (draft) => {
      draft.scenes[0]!.layers[0]!.properties['turn']!.keys[1]!.through = 'joined'
    })
    const after = edited(joined, (draft) =>
      setGraphHandle(draft, first(joined), { side: 'arrive', reach: 0.5, offset: [-40], free: true }),
    )
    expect(propertyOf(after, 'a', 'turn').keys.map(({ through }) => through)).toEqual([
      'corner',
      'corner',
      'corner',
    ])
    expect(bendsOf(after, 'a')).toEqual(bendsOf(joined, 'a'))
  })

  it('is refused through a locked layer, and nothing is changed', () => {
    const before = linkedTwice()
    const locked = edited(before, (draft) => void (draft.scenes[0]!.layers[0]!.locked = true))
    for (const [, shape] of SHAPINGS)
      expect(() => edited(locked, (draft) => void shape(draft, first(locked)))).toThrow(/locked/)
  })
})

describe('library bends', () => {
  const lifted: PlainBend = {
    kind: 'handles',
    leave: { reach: 0.3, rise: 0.1, lift: [40] },
    arrive: { reach: 0.3, rise: 0 },
  }
  const bare = { kind: 'handles', leave: { reach: 0.3, rise: 0.1 }, arrive: { reach: 0.3, rise: 0 } }

  it('are kept without a bump, which has the units of one property', () => {
    const before = linkedTwice()
    const after = edited(before, (draft) => void addNamedBend(draft, { name: 'Bump', bend: lifted }, ids()))
    expect(after.bends[1]!.bend).toEqual(bare)
    const changed = edited(before, (draft) => changeBends(draft, [first(before)], () => lifted))
    expect(changed.bends[0]!.bend).toEqual(bare)
  })

  it('with a bump are refused at the border', () => {
    const file = { ...linkedTwice(), bends: [{ id: 'x', name: 'Soft', bend: lifted }] }
    expect(projectSchema.safeParse(file).error?.issues[0]?.message).toMatch(/no bump/)
  })
})

describe('staggering', () => {
  it('by where layers stand goes by linked positions, too', () => {
    const at = asTicks(TICKS_PER_SECOND / 2)
    // Halfway in time the library's bend has them at other places than an even one would.
    const late: PlainBend = {
      kind: 'handles',
      leave: { reach: 0.9, rise: 0 },
      arrive: { reach: 0.1, rise: 0 },
    }
    const place = (to: number, bend: Bend) => property('place', [key(0, [0, 0], bend), key(1, [to, 0])])
    const turn = property('turn', [key(0, 0), key(1, 90)])
    const project = {
      ...projectOf([
        layerWith('a', { turn, position: place(500, { kind: 'linked', bendId: 'x' }) }),
        layerWith('b', { turn, position: place(300, { kind: 'linear' }) }),
      ]),
      bends: [{ id: 'x', name: 'Late', bend: late }],
    }
    const refs = ['a', 'b'].flatMap((layer) => refsOf(project, layer, 'turn'))
    for (const order of [
      { by: 'x', at },
      { by: 'near', at, point: [0, 0] },
    ] as const) {
      const after = edited(project, (draft) => staggerKeys(draft, refs, { order, step: { ticks: 1000 } }))
      expect(['a', 'b'].map((layer) => propertyOf(after, layer, 'turn').keys[0]!.t)).toEqual([0, 1000])
      const evenly = edited(after, (draft) => void (draft.bends[0]!.bend = { kind: 'linear' }))
      const other = edited(evenly, (draft) => staggerKeys(draft, refs, { order, step: { ticks: 5 } }))
      expect(['a', 'b'].map((layer) => propertyOf(other, layer, 'turn').keys[0]!.t)).toEqual([5, 1000])
    }
  })
})
