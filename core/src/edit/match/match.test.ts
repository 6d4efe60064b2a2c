import { describe, expect, it } from 'vitest'
import { ease, edited, ids, key, layerWith, projectOf, property, propertyOf } from '../../../test/trials.ts'
import { compileBend, mirrorBend, type PlainBend } from '../../bend/index.ts'
import { matchRuns } from '../../match/index.ts'
import type { Property } from '../../property/index.ts'
import type { Project } from '../../scene/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import {
  alignRuns,
  giveRun,
  linkRuns,
  makeOne,
  matchPeaks,
  readRun,
  setNamedBend,
  usesOfBends,
  type GivenRun,
  type RunRef,
} from '../index.ts'

const late: PlainBend = { kind: 'handles', leave: { reach: 0.7, rise: 0 }, arrive: { reach: 0.2, rise: 0 } }
const run = (layer: string, name: string, [from, to]: readonly [number, number]): RunRef => ({
  scene: 'scene',
  layer,
  property: name,
  from: `k${from}`,
  to: `k${to}`,
})
const pan = property('place', [key(1, [0, 0], ease), key(3, [300, 400])])
const zoom = property('pair', [key(2, [100, 100], late), key(5, [150, 150])])
const of = (position: Property, scale: Property): Project => projectOf([layerWith('a', { position, scale })])
const both = of(pan, zoom)
const position = run('a', 'position', [1, 3])
const scale = run('a', 'scale', [2, 5])
const compare = (project: Project, first: RunRef, second: RunRef, real = false) =>
  matchRuns(readRun(project, first).run, readRun(project, second).run, { rate: { num: 24, den: 1 }, real })
const after = (project: Project, recipe: (draft: never) => unknown): Project =>
  edited(project, recipe as never)

/** Three keys, its middle one off the straight line and out of proportion. */
const bent = property('place', [
  key(1, [0, 0], ease, { route: { arrive: [0, 0], leave: [0, 90], through: 'corner' } }),
  key(2, [100, 50], late),
  key(4, [300, 400]),
])

describe('giveRun', () => {
  it('makes single spans agree exactly, each over its own time', () => {
    const made = after(both, (draft) => giveRun(draft, position, [scale]))
    expect(propertyOf(made, 'a', 'scale').keys[0]!.bend).toEqual(ease)
    expect(compare(made, position, scale).largest.percent).toBeLessThan(1e-9)
  })

  it('gives several spans theirs one by one', () => {
    const two = property('pair', [key(0, [10, 10]), key(2, [20, 20]), key(3, [90, 90])])
    const made = after(of(bent, two), (draft) =>
      giveRun(draft, run('a', 'position', [1, 4]), [run('a', 'scale', [0, 3])]),
    )
    expect(
      propertyOf(made, 'a', 'scale')
        .keys.map(({ bend }) => bend)
        .slice(0, 2),
    ).toEqual([ease, late])
  })

  it('matches runs of unequal key counts by a bend with points, and says what is left', () => {
    let report: GivenRun | null = null
    const given = of(bent, zoom)
    const whole = run('a', 'position', [1, 4])
    const made = after(given, (draft) => (report = giveRun(draft, whole, [scale])))
    const { percent, joined } = report!
    expect(joined).toBe(1)
    expect(propertyOf(made, 'a', 'scale').keys[0]!.bend.kind).toBe('points')
    expect(percent).toBeLessThan(0.11)
    expect(compare(made, whole, scale).largest.percent).toBeCloseTo(percent, 6)
    // Dense sampling: no look is farther apart than was said.
    const [first, second] = [readRun(made, whole).run, readRun(made, scale).run]
    for (let i = 0; i <= 20_000; i += 1) {
      const [u, v] = [first, second].map(({ start, end }) => start + (i / 20_000) * (end - start))
      expect(Math.abs(second.progressAt(v!) - first.progressAt(u!)) * 100).toBeLessThan(percent + 1e-6)
    }
  })

  it('keeps the route of a place that loses its keys between', () => {
    const made = after(of(bent, zoom), (draft) => giveRun(draft, scale, [run('a', 'position', [1, 4])]))
    const keys = propertyOf(made, 'a', 'position').keys
    expect(keys.map(({ timeless = false, value }) => [timeless, value])).toEqual([
      [false, [0, 0]],
      [true, [100, 50]],
      [false, [300, 400]],
    ])
    expect(compare(made, scale, run('a', 'position', [1, 4])).largest.percent).toBeLessThan(1e-6)
  })

  it('mirrors onto another', () => {
    const made = after(both, (draft) => giveRun(draft, scale, [position], { mirrored: true }))
    expect(propertyOf(made, 'a', 'position').keys[0]!.bend).toEqual(mirrorBend(late))
    const { progressAt } = readRun(made, position).run
    const curve = compileBend(late)
    for (const u of [0.1, 0.4, 0.8])
      expect(progressAt((1 + 2 * u) * TICKS_PER_SECOND)).toBeCloseTo(1 - curve.progress(1 - u), 9)
  })
})

describe('linkRuns', () => {
  it('lets one edit change all', () => {
    const linked = after(both, (draft) =>
      linkRuns(draft, position, [scale], { name: 'House', makeId: ids() }),
    )
    expect(linked.bends).toEqual([{ id: 'n1', name: 'House', bend: ease }])
    expect(usesOfBends(linked).get('n1')).toEqual({ spans: 2, layers: 1 })
    const turned = after(linked, (draft) => setNamedBend(draft, 'n1', late))
    expect(compare(turned, position, scale).largest.percent).toBeLessThan(1e-9)
    expect(readRun(turned, position).run.progressAt(2 * TICKS_PER_SECOND)).toBeCloseTo(
      compileBend(late).progress(0.5),
      9,
    )
    const again = after(linked, (draft) =>
      linkRuns(draft, position, [scale], { name: 'House', makeId: ids() }),
    )
    expect(again.bends).toHaveLength(1)
  })

  it('refuses several spans onto another number of them', () => {
    expect(() =>
      after(of(bent, zoom), (draft) =>
        linkRuns(draft, run('a', 'position', [1, 4]), [scale], { name: 'House', makeId: ids() }),
      ),
    ).toThrow('as many')
  })
})

describe('alignRuns', () => {
  it.each([
    ['starts', [1, 4]],
    ['ends', [0, 3]],
    ['both', [1, 3]],
    ['lengths', [2, 4]],
  ] as const)('brings %s together', (alignment, seconds) => {
    const made = after(both, (draft) => alignRuns(draft, position, [scale], alignment))
    const { start, end } = readRun(made, scale).run
    expect([start, end].map((time) => time / TICKS_PER_SECOND)).toEqual(seconds)
    expect(propertyOf(made, 'a', 'position')).toBe(propertyOf(both, 'a', 'position'))
  })
})

describe('matchPeaks', () => {
  it('brings the fastest moment to the same time and height', () => {
    const near = property('pair', [key(1.25, [100, 100], late), key(3.5, [150, 150])])
    const given = of(pan, near)
    const other = run('a', 'scale', [1.25, 3.5])
    const made = after(given, (draft) => matchPeaks(draft, position, [other]))
    const { peaks } = compare(made, position, other)
    expect(Math.abs(peaks[1].frame - peaks[0].frame)).toBeLessThan(0.05)
    const [first, second] = [position, other].map((ref) => readRun(made, ref).run.change)
    expect(peaks[1].speed / second!).toBeCloseTo(peaks[0].speed / first!, 2)
  })

  it.each([
    [property('pair', [key(3.5, [1, 1], ease), key(5, [2, 2])]), [3.5, 5], 'align them first'],
    [property('pair', [key(1.8, [1, 1], ease), key(2.2, [2, 2])]), [1.8, 2.2], 'Match their lengths first'],
    [property('pair', [key(1, [1, 1]), key(2, [2, 2]), key(3, [5, 5])]), [1, 3], 'several spans'],
    [property('pair', [key(1, [1, 1], { kind: 'hold' }), key(3, [5, 5])]), [1, 3], 'jumps'],
  ] as const)('refuses what cannot be with a sentence (%#)', (other, ends, sentence) => {
    expect(() =>
      after(of(pan, other), (draft) => matchPeaks(draft, position, [run('a', 'scale', ends)])),
    ).toThrow(sentence)
  })
})

describe('makeOne', () => {
  const whole = run('a', 'position', [1, 4])

  it('gives times, keys and bends of one run to others', () => {
    const turn = property('turn', [key(0, 10), key(6, -80)])
    const given = projectOf([layerWith('a', { position: bent, scale: zoom, turn })])
    const onto = [scale, run('a', 'turn', [0, 6])]
    const made = after(given, (draft) => makeOne(draft, whole, onto, ids()))
    for (const ref of onto) expect(compare(made, whole, ref, true).largest.percent).toBeLessThan(1e-6)
    const keys = propertyOf(made, 'a', 'turn').keys
    expect(keys.map(({ id, t }) => [id, t / TICKS_PER_SECOND])).toEqual([
      ['k0', 1],
      ['n2', 2],
      ['k6', 4],
    ])
    expect([keys[0]!.value, keys[2]!.value]).toEqual([10, -80])
  })

  it('goes along the other’s own route, which keeps its shape', () => {
    const three = property('pair', [key(2, [0, 0], late), key(3, [30, 30], ease), key(6, [100, 100])])
    const made = after(of(bent, three), (draft) => makeOne(draft, run('a', 'scale', [2, 6]), [whole], ids()))
    expect(compare(made, run('a', 'scale', [2, 6]), whole, true).largest.percent).toBeLessThan(1e-6)
    const points = (project: Project, [from, to]: readonly [number, number]): string[] => {
      const { start, end } = { start: from * TICKS_PER_SECOND, end: to * TICKS_PER_SECOND }
      const { progressAt, change } = readRun(project, whole).run
      expect(progressAt(start)).toBe(0)
      expect(progressAt(end)).toBe(1)
      return [change.toFixed(6)]
    }
    expect(points(made, [2, 6])).toEqual(points(of(bent, three), [1, 4]))
  })

  it('refuses to turn back on a curved route', () => {
    const back = property('pair', [key(2, [0, 0]), key(3, [60, 60]), key(4, [30, 30]), key(6, [100, 100])])
    expect(() =>
      after(of(bent, back), (draft) => makeOne(draft, run('a', 'scale', [2, 6]), [whole], ids())),
    ).toThrow('turns back')
    const straight = of(pan, back)
    const made = after(straight, (draft) => makeOne(draft, run('a', 'scale', [2, 6]), [position], ids()))
    expect(propertyOf(made, 'a', 'position').keys.map(({ value }) => value)).toEqual([
      [0, 0],
      [180, 240],
      [90, 120],
      [300, 400],
    ])
  })

  it('says how many other keys gave way', () => {
    const longer = property('pair', [key(0, [9, 9]), key(1.5, [1, 1]), key(2, [0, 0], late), key(5, [5, 5])])
    let report: GivenRun | null = null
    const made = after(of(pan, longer), (draft) => (report = makeOne(draft, position, [scale], ids())))
    expect(report!.replaced).toBe(1)
    expect(propertyOf(made, 'a', 'scale').keys.map(({ t }) => t / TICKS_PER_SECOND)).toEqual([0, 1, 3])
  })

  it('refuses a key that is gone', () => {
    expect(() => readRun(both, run('a', 'scale', [2, 9]))).toThrow('no longer there')
  })
})
