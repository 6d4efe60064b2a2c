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
import type { Project } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { addToBlock, bendBlock, blockOf, strengthenBlock, type KeyRef } from '../index.ts'

const project = projectOf([
  layerWith('a', {
    position: property('place', [
      key(0, [500, 500], ease, { route: { arrive: [5, 5], leave: [10, 0], through: 'corner' } }),
      key(1, [100, 100], ease, { route: { arrive: [0, -10], leave: [20, 0], through: 'corner' } }),
      key(2, [300, 200], ease, { route: { arrive: [0, 30], leave: [7, 7], through: 'corner' } }),
      key(5, [0, 0]),
    ]),
    scale: property('pair', [key(1.5, [50, 50], ease), key(2, [100, 80])]),
    opacity: property('number', [key(1, 0, ease), key(1.2, 120, ease), key(2, 100)]),
    fill: property('colour', [key(1, '#ff0000'), key(2, '#00ff00')]),
  }),
  layerWith('b', { turn: property('turn', [key(1, 0), key(2, 9)]) }),
])
const within = (name: string): KeyRef[] =>
  refsOf(project, 'a', name).filter(({ key: id }) => id !== 'k0' && id !== 'k5')
const refs = ['position', 'scale', 'opacity', 'fill'].flatMap(within)
const values = (given: Project, name: string) => propertyOf(given, 'a', name).keys.map(({ value }) => value)

describe('blockOf', () => {
  it('is a layer’s keys that move together, and the spans between them', () => {
    expect(blockOf(project, refs)).toEqual({
      ref: { scene: 'scene', layer: 'a' },
      properties: ['position', 'scale', 'opacity', 'fill'],
      spans: [
        ...within('position').slice(0, -1),
        ...within('scale').slice(0, -1),
        ...within('opacity').slice(0, -1),
        ...within('fill').slice(0, -1),
      ],
    })
    expect(blockOf(project, within('scale').slice(0, 1))).toBeNull()
    expect(blockOf(project, [...refs, ...refsOf(project, 'b', 'turn')])).toBeNull()
    expect(blockOf(project, [])).toBeNull()
  })
})

describe('bendBlock', () => {
  it('bends all of it alike, and nothing beside it', () => {
    const bent = edited(project, (draft) =>
      bendBlock(draft, blockOf(project, refs)!, { kind: 'family', family: 'bounce', mode: 'out' }),
    )
    expect(propertyOf(bent, 'a', 'position').keys.map(({ bend }) => bend.kind)).toEqual([
      'handles',
      'family',
      'handles',
      'linear',
    ])
    expect(propertyOf(bent, 'a', 'opacity').keys.map(({ bend }) => bend.kind)).toEqual([
      'family',
      'family',
      'linear',
    ])
  })
})

describe('strengthenBlock', () => {
  it('brings values farther from where each ends, routes with them, and nothing beside it', () => {
    const stronger = edited(project, (draft) => strengthenBlock(draft, refs, { factor: 2, rest: 'end' }))
    expect(values(stronger, 'position')).toEqual([
      [500, 500],
      [-100, 0],
      [300, 200],
      [0, 0],
    ])
    expect(
      propertyOf(stronger, 'a', 'position').keys.map(({ route }) => [route?.arrive, route?.leave]),
    ).toEqual([
      [
        [5, 5],
        [10, 0],
      ],
      [
        [0, -10],
        [40, 0],
      ],
      [
        [0, 60],
        [7, 7],
      ],
      [undefined, undefined],
    ])
    expect(values(stronger, 'scale')).toEqual([
      [0, 20],
      [100, 80],
    ])
    expect(values(stronger, 'opacity')).toEqual([-100, 140, 100])
    expect(values(stronger, 'fill')).toEqual(['#ff0000', '#00ff00'])
  })

  it('about the start keeps that; by nothing all stands still; back again is as before', () => {
    const still = edited(project, (draft) => strengthenBlock(draft, refs, { factor: 0, rest: 'start' }))
    expect(values(still, 'opacity')).toEqual([0, 0, 0])
    const there = edited(project, (draft) => strengthenBlock(draft, refs, { factor: 4, rest: 'end' }))
    const back = edited(there, (draft) => strengthenBlock(draft, refs, { factor: 0.25, rest: 'end' }))
    expect(back).toEqual(project)
    expect(() =>
      edited(project, (draft) => strengthenBlock(draft, refs, { factor: NaN, rest: 'end' })),
    ).toThrow(/has to be a number/)
  })
})

describe('addToBlock', () => {
  const added = (name: string, away: number | readonly [number, number], rest: 'end' | 'start' = 'end') => {
    let made: KeyRef[] = []
    const after = edited(project, (draft) => {
      made = addToBlock(draft, refs, { property: name, away, rest, makeId: ids() })
    })
    return { after, made }
  }

  it('has another property move at the times and with the bends of the one with most keys', () => {
    const { after, made } = added('turn', -90)
    const turn = propertyOf(after, 'a', 'turn').keys
    expect(turn.map(({ t }) => t / TICKS_PER_SECOND)).toEqual([1, 1.2, 2])
    // The opacity is a fifth past its end at the second: 0, 120, 100.
    expect(turn.map(({ value }) => value)).toEqual([-90, expect.closeTo(18, 9), 0])
    expect(turn.map(({ bend }) => bend)).toEqual([ease, ease, { kind: 'linear' }])
    expect(made.map(({ key: id }) => id)).toEqual(turn.map(({ id }) => id))
  })

  it('keeps what that property does before and after', () => {
    const { after } = added('blur', 12, 'start')
    expect(values(after, 'blur')).toEqual([0, expect.closeTo(12, 9), expect.closeTo(10, 9)])
  })

  it.each([
    ['scale', [0, 0], /moves in this already/],
    ['stroke', 3, /goes by no numbers/],
    ['turn', [1, 2], /goes by no numbers/],
    ['spin', 3, /has no spin/],
  ] as const)('refuses %s', (name, away, sentence) => {
    expect(() => added(name, away)).toThrow(sentence)
  })

  it('refuses keys of several layers', () => {
    expect(() =>
      edited(project, (draft) =>
        addToBlock(draft, [...refs, ...refsOf(project, 'b', 'turn')], {
          property: 'blur',
          away: 3,
          rest: 'end',
          makeId: ids(),
        }),
      ),
    ).toThrow(/Select two keys of a layer/)
  })
})
