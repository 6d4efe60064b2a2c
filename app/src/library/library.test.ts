import { describe, expect, it } from 'vitest'
import { READY_BENDS, type PlainBend } from '@arrow-bend/core/bend'
import { spanTarget } from '@arrow-bend/core/choose'
import { key, layerWith, projectOf, property } from '../../../core/test/trials.ts'
import { bendWords } from '../chart/bendWords.ts'
import { evenSteps, matchAxis, matchValues } from '../screens/match/matchPaths.ts'
import { readRun } from '@arrow-bend/core/edit'
import { movePreview, PREVIEW_BOX } from './movePreview.ts'
import { bendCharacter, filteredBends, shelfBends } from './shelfBend.ts'
import { shelfCounts } from './shelfCounts.ts'
import type { ShelfFilter } from '../session/view/bendShelf.ts'

const linear: PlainBend = { kind: 'linear' }
const all = shelfBends(
  [{ id: 'p', name: 'House', bend: linear, tags: ['quay'] }],
  [{ name: 'Mine', bend: { kind: 'hold' } }],
  new Map([['p', { spans: 3, layers: 2 }]]),
)
const ANY: ShelfFilter = { shelf: 'all', text: '', mood: null, family: null }
const MARKS = { favourites: ['own:Mine', 'gone'], recent: ['ready:soft-drift', 'project:p'] }
const names = (filter: Partial<ShelfFilter>): string[] =>
  filteredBends(all, { ...ANY, ...filter }, MARKS).map(({ name }) => name)

describe('the shelves', () => {
  it('hold the project’s bends, one’s own and those that come along, each with a key of its own', () => {
    expect(all).toHaveLength(2 + READY_BENDS.length)
    expect(new Set(all.map(({ key: one }) => one)).size).toBe(all.length)
    expect(shelfCounts(all, MARKS)).toMatchObject({ project: 1, own: 1, favourites: 1, recent: 2, used: 1 })
  })

  it('are searched by name, tag and mood, and filtered by shelf, mood and family', () => {
    expect(names({ text: 'QUAY' })).toEqual(['House'])
    expect(names({ shelf: 'own' })).toEqual(['Mine'])
    expect(names({ shelf: 'favourites' })).toEqual(['Mine'])
    expect(names({ shelf: 'recent' })).toEqual(['Drift', 'House'])
    expect(names({ shelf: 'used' })).toEqual(['House'])
    expect(names({ mood: 'soft' })).toEqual(names({ text: 'soft' }))
    expect(names({ family: 'bounce', mood: 'playful' })).toEqual(['Hop', 'Ball', 'Pebble'])
    expect(names({ family: 'drawn', text: 'snap' })).toEqual(['Snap to'])
    expect(names({ text: 'nothing like it' })).toEqual([])
  })

  it('say what a bend is like', () => {
    expect(bendCharacter(linear)).toBe('')
    expect(bendCharacter(READY_BENDS.find(({ name }) => name === 'Wind up')!.bend)).toContain(
      'backs up 12 % first',
    )
    expect(bendCharacter(READY_BENDS.find(({ name }) => name === 'Past and back')!.bend)).toContain(
      'goes 10 % past',
    )
  })
})

describe('movePreview', () => {
  const of = (name: string, kind: 'place' | 'pair' | 'turn' | 'number', from: never, to: never) => {
    const project = projectOf([layerWith('a', { [name]: property(kind, [key(0, from), key(2, to)]) })])
    return movePreview(spanTarget(project, { scene: 'scene', layer: 'a', property: name, key: 'k0' }))
  }
  it('goes along the span’s own route, within its box', () => {
    const { way, frames, shape } = of('position', 'place', [100, 900] as never, [1700, 40] as never)
    expect(shape).toBe('disc')
    const places = [...way.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)])
    for (const [x, y] of places) {
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(PREVIEW_BOX.width)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(PREVIEW_BOX.height)
    }
    const first = /translate\(([\d.]+)px, ([\d.]+)px\)/.exec(frames(linear)[0]!.transform as string)!
    expect(Number(first[1])).toBeCloseTo(places[0]![0]!, 1)
    expect(Number(first[2])).toBeCloseTo(places[0]![1]!, 1)
    expect(frames(linear).at(-1)!.offset).toBe(1)
  })

  it('grows, turns and shows as the span does', () => {
    expect(of('scale', 'pair', [50, 50] as never, [200, 200] as never).frames(linear)[0]!.transform).toBe(
      'scale(0.2500)',
    )
    expect(
      of('turn', 'turn', 0 as never, 90 as never)
        .frames(linear)
        .at(-1)!.transform,
    ).toBe('rotate(90.00deg)')
    expect(
      of('opacity', 'number', 100 as never, 0 as never)
        .frames(linear)
        .at(-1)!.opacity,
    ).toBe('0.000')
    expect(movePreview(null).frames(linear)).toHaveLength(62)
  })
})

describe('the paths of Match', () => {
  const project = projectOf([
    layerWith('a', {
      opacity: property('number', [key(1, 0), key(3, 100)]),
      turn: property('turn', [key(2, 0), key(6, 90)]),
    }),
  ])
  const read = (name: string, from: string, to: string) =>
    readRun(project, { scene: 'scene', layer: 'a', property: name, from, to })
  const reads = [read('opacity', 'k1', 'k3'), read('turn', 'k2', 'k6')]
  const frame = 705_600_000 / 24

  it('lie over their own time, or over the scene’s', () => {
    const share = matchAxis(reads, 'share', frame)
    for (const one of reads)
      expect(matchValues(one, share, { compare: 'progress', count: 4 })).toEqual(
        Float64Array.of(0, 25, 50, 75, 100),
      )
    const frames = matchAxis(reads, 'frames', frame)
    expect([frames.from, frames.to]).toEqual([24, 144])
    expect([...matchValues(reads[0]!, frames, { compare: 'progress', count: 5 })]).toEqual([
      0, 50, 100, 100, 100, 100,
    ])
    expect([...matchValues(reads[1]!, frames, { compare: 'speed', count: 5 })]).toEqual([
      0, 25, 25, 25, 25, 25,
    ])
  })

  it('have even marks', () => {
    expect(evenSteps(0, 100, 5)).toEqual([0, 20, 40, 60, 80, 100])
    expect(evenSteps(-0.3, 0.4, 4)).toEqual([-0.2, 0, 0.2, 0.4])
  })
})

describe('bendWords', () => {
  it.each([
    [linear, 'Linear'],
    [
      { kind: 'handles', leave: { reach: 0.5, rise: 0 }, arrive: { reach: 0.3, rise: 0 } } as const,
      'Own 50, 30',
    ],
    [{ kind: 'family', family: 'spring', mode: 'out' } as const, 'Spring out'],
    [
      { kind: 'handles', leave: { reach: 0.4, rise: 0 }, arrive: { reach: 0.4, rise: 0 } } as const,
      'Ease both',
    ],
  ])('says %j in a few words', (bend, words) => expect(bendWords(bend)).toBe(words))
})
