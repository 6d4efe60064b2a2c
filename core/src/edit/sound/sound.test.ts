import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edited, ids, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import { EASE_BOTH, LINEAR } from '../../bend/index.ts'
import { compileProperty, valueAt, type Property } from '../../property/index.ts'
import { projectSchema, sourceMoments, type Layer, type Project } from '../../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import {
  followLevel,
  keysOnBeats,
  lineUpKeys,
  markBeats,
  roughenKeys,
  type FollowLevel,
  type KeysOnBeats,
} from '../index.ts'

const at = (seconds: number) => asTicks(Math.round(seconds * TICKS_PER_SECOND))
const scene = (project: Project) => project.scenes[0]!
const refOf = (layer: string, name: string) => ({ scene: 'scene', layer, property: name })
const of = (project: Project, layer: string, name: string): Property =>
  scene(project).layers.find(({ id }) => id === layer)!.properties[name]!
const problem = (project: Project): string => {
  const read = projectSchema.safeParse(project)
  return read.success ? '' : read.error.issues[0]!.message
}
const keysIn = (project: Project, layer: string, name: string) =>
  of(project, layer, name).keys.map(({ id }) => ({ ...refOf(layer, name), key: id }))

describe('moments of a sound', () => {
  const sounding = (properties: Record<string, Property>, given: Partial<Layer> = {}): Layer => ({
    ...layerWith('s', properties, 'sound'),
    span: [at(2), at(8)],
    ...given,
  })
  const times = (layer: Layer, seconds: readonly number[]): [number, number][] =>
    sourceMoments(scene(projectOf([layer])), 's', seconds, []).map(({ time, index }) => [
      Number((time / TICKS_PER_SECOND).toFixed(4)),
      index,
    ])

  it('come up as much later as the sound begins, and not outside its span', () => {
    expect(times(sounding({}), [0.5, 1.25, 5.9, 6.5])).toEqual([
      [2.5, 0],
      [3.25, 1],
      [7.9, 2],
    ])
    expect(times(sounding({ 'local time': { kind: 'number', value: 1, keys: [] } }), [0.5, 1.25])).toEqual([
      [2.25, 1],
    ])
  })

  it('come up as often as it is played, backwards too', () => {
    const toAndFro = property('number', [key(2, 0), key(4, 2), key(6, 0)])
    expect(times(sounding({ 'local time': toAndFro }), [0.5, 1.5])).toEqual([
      [2.5, 0],
      [3.5, 1],
      [4.5, 1],
      [5.5, 0],
    ])
    expect(sourceMoments(scene(projectOf([])), 'none', [1], [])).toEqual([])
  })
})

describe('beats as markers', () => {
  it('come in place of those marked before, beside the ones set by hand', () => {
    const own = { id: 'own', t: at(1), name: 'Berth' }
    const project = projectOf([])
    const marked = edited({ ...project, scenes: [{ ...scene(project), markers: [own] }] }, (draft) => {
      markBeats(draft, 'scene', [at(2), at(1), at(0.5)], { makeId: ids() })
    })
    expect(scene(marked).markers.map(({ name, beat }) => [name, beat])).toEqual([
      ['Beat 1', true],
      ['Berth', undefined],
      ['Beat 2', true],
    ])
    expect(problem(marked)).toBe('')
    const again = edited(marked, (draft) => void markBeats(draft, 'scene', [at(3)], { makeId: ids() }))
    expect(scene(again).markers.map(({ t }) => t)).toEqual([at(1), at(3)])
    const many = Array.from({ length: 6000 }, (_, i) => at(i / 100))
    expect(() => edited(project, (draft) => void markBeats(draft, 'scene', many, { makeId: ids() }))).toThrow(
      '5,000 markers at most',
    )
  })
})

describe('keys on beats', () => {
  const options = (given: Partial<KeysOnBeats> = {}): KeysOnBeats => ({
    beats: [
      { time: at(1), strength: 1 },
      { time: at(2), strength: 0.5 },
      { time: at(2.2), strength: 1 },
    ],
    low: 20,
    high: 100,
    attack: at(0.1),
    decay: at(0.3),
    attackBend: LINEAR,
    decayBend: EASE_BOTH,
    byStrength: true,
    makeId: ids(),
    ...given,
  })
  const project = projectOf([layerWith('a', { opacity: { kind: 'number', value: 60, keys: [] } })])
  const laid = (given: Partial<KeysOnBeats> = {}, on = project, name = 'opacity'): Property => {
    const after = edited(on, (draft) => void keysOnBeats(draft, refOf('a', name), options(given)))
    expect(problem(after)).toBe('')
    return of(after, 'a', name)
  }
  const value = (given: Property, seconds: number): number =>
    valueAt(compileProperty(given, []), at(seconds))[0]!

  it('rise to each and fall after it, by its strength; close ones share the room between them', () => {
    const lamp = laid()
    expect([0.9, 1, 1.3, 1.6, 1.9].map((s) => value(lamp, s))).toEqual([20, 100, 20, 20, 20])
    expect([2, 2.15, 2.2].map((s) => value(lamp, s))).toEqual([60, 20, 100])
    expect(value(lamp, 0.95)).toBeCloseTo(60, 6)
    expect(laid({ byStrength: false }).keys.filter((one) => one.value === 100)).toHaveLength(3)
  })

  it('jump where they take no time, and replace what stood among them only', () => {
    const keyed = projectOf([
      layerWith('a', { opacity: property('number', [key(0, 5), key(1.5, 50), key(9, 7)]) }),
    ])
    const jumps = laid({ attack: at(0), decay: at(0) }, keyed)
    expect([0.999, 1, 1.001, 1.5].map((s) => Math.round(value(jumps, s)))).toEqual([20, 100, 20, 20])
    expect(jumps.keys[0]!.value).toBe(5)
    expect(jumps.keys.at(-1)!.value).toBe(7)
  })

  it('go between pairs and colours, and not where there is nothing between', () => {
    const colours = laid({ low: '#000000', high: '#ffffff' }, project, 'fill')
    expect(colours.keys.map((one) => one.value)).toContain('#ffffff')
    expect(laid({ low: [1, 2], high: [3, 4] }, project, 'size').keys.map((one) => one.value)).toContainEqual([
      2, 3,
    ])
    const words = projectOf([layerWith('a', {}, 'text')])
    expect(() => laid({}, words, 'content')).toThrow('nothing between two values')
    expect(() => laid({ beats: [] })).toThrow('no beats')
    expect(() => laid({ decay: asTicks(-1) })).toThrow('take some time')
  })
})

describe('keys lined up', () => {
  const project = projectOf(
    [1.1, 2.4, 2.6].map((s, i) => layerWith(`l${i}`, { turn: property('turn', [key(s, 0), key(s + 1, 9)]) })),
  )
  const refs = scene(project).layers.flatMap(({ id }) => keysIn(project, id, 'turn'))
  const starts = (after: Project): number[] =>
    scene(after).layers.map(({ properties }) => properties['turn']!.keys[0]!.t / TICKS_PER_SECOND)
  const moments = [1, 2, 3, 4].map(at)

  it('come to the nearest beat each, or to one after another', () => {
    const near = edited(project, (draft) => void lineUpKeys(draft, refs, { moments, how: 'nearest' }))
    expect(starts(near)).toEqual([1, 2, 3])
    const four = edited(
      project,
      (draft) => void lineUpKeys(draft, refs, { moments: [1, 1.5, 2, 2.5].map(at), how: 'following' }),
    )
    expect(starts(four)).toEqual([1, 1.5, 2])
    expect(of(four, 'l1', 'turn').keys[1]!.t).toBe(at(2.5))
  })

  it('are refused without enough of them', () => {
    const few = { moments: [at(1)], how: 'following' } as const
    expect(() => edited(project, (draft) => void lineUpKeys(draft, refs, few))).toThrow(
      '1 beats from there on',
    )
    expect(() => edited(project, (draft) => void lineUpKeys(draft, refs, { ...few, moments: [] }))).toThrow(
      'no beats',
    )
  })
})

describe('roughened keys', () => {
  const times = [0, 1, 1.05, 2, 3]
  const project = projectOf([
    layerWith('a', {
      turn: property(
        'turn',
        times.map((s) => key(s, 10 * s)),
      ),
    }),
  ])
  const rough = (given: { time?: number; value?: number; seed?: number; holdEnds?: boolean }): Property => {
    const after = edited(project, (draft) =>
      roughenKeys(draft, keysIn(project, 'a', 'turn'), {
        time: 0,
        value: 0,
        seed: 1,
        holdEnds: true,
        ...given,
      }),
    )
    expect(problem(after)).toBe('')
    return of(after, 'a', 'turn')
  }

  it('keep their order and, where asked, their ends, and vary no farther than told', () => {
    fc.assert(
      fc.property(
        fc.integer(),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.boolean(),
        (seed, far, holdEnds) => {
          const { keys } = rough({ seed, time: at(far), value: far, holdEnds })
          keys.forEach((one, i) => {
            if (i > 0) expect(one.t).toBeGreaterThan(keys[i - 1]!.t)
            expect(Math.abs(one.t - at(times[i]!))).toBeLessThanOrEqual(at(far))
            expect(Math.abs((one.value as number) - 10 * times[i]!)).toBeLessThanOrEqual(far + 1e-9)
          })
          if (holdEnds) expect([keys[0]!.t, keys.at(-1)!.t, keys[0]!.value]).toEqual([0, at(3), 0])
        },
      ),
    )
  })

  it('are the same for the same seed, and one amount does not change what the other does', () => {
    expect(rough({ seed: 7, value: 5 })).toEqual(rough({ seed: 7, value: 5 }))
    expect(rough({ seed: 8, value: 5 })).not.toEqual(rough({ seed: 7, value: 5 }))
    const values = ({ keys }: Property) => keys.map(({ value }) => value)
    expect(values(rough({ seed: 7, value: 5, time: at(0.2) }))).toEqual(values(rough({ seed: 7, value: 5 })))
    expect(() => rough({ time: -1 })).toThrow('0 or more')
  })
})

describe('a property that follows a level', () => {
  const sound: Layer = { ...layerWith('s', {}, 'sound'), span: [at(1), at(9)], source: { asset: 'drum' } }
  const drum = { id: 'drum', name: 'Drum', kind: 'sound', type: 'audio/wav', sha256: 'd'.repeat(64) } as const
  const project: Project = {
    ...projectOf([sound, layerWith('a', {})]),
    assets: [{ ...drum, duration: at(8) }],
  }
  /** Loud for half a second of each, 20 times a second. */
  const level = Array.from({ length: 160 }, (_, i) => (i % 20 < 10 ? 0.6 : 0.1))
  const options = (given: Partial<FollowLevel> = {}): FollowLevel => ({
    sound: 's',
    level,
    rate: 20,
    from: at(0),
    to: at(8),
    floor: 0.1,
    ceiling: 0.6,
    threshold: 0,
    attack: 0,
    decay: 0,
    ahead: 0,
    low: 20,
    high: 100,
    bend: LINEAR,
    within: 1,
    makeId: ids(),
    ...given,
  })
  const followed = (given: Partial<FollowLevel> = {}, name = 'opacity'): Property => {
    const after = edited(project, (draft) => void followLevel(draft, refOf('a', name), options(given)))
    expect(problem(after)).toBe('')
    return of(after, 'a', name)
  }
  const value = (given: Property, seconds: number): number =>
    valueAt(compileProperty(given, []), at(seconds))[0]!

  it('is low where it is silent and high where it is loud, when it is heard', () => {
    const lamp = followed()
    // The sound begins a second late.
    expect([0.5, 1.25, 1.75, 2.25, 2.75].map((s) => Math.round(value(lamp, s) / 10) * 10)).toEqual([
      20, 100, 20, 100, 20,
    ])
    const early = followed({ ahead: 0.25 })
    expect(Math.round(value(early, 0.9) / 10) * 10).toBe(100)
  })

  it('rises and falls as slowly as told, by its bend, and not for what is faint', () => {
    const slow = followed({ decay: 0.2 })
    // After 0.2 s a first-order follower has 1/e of the way left. Source: textbook.
    expect(value(slow, 1.7)).toBeCloseTo(20 + 80 * Math.exp(-1), -1)
    expect(value(followed({ ceiling: 1.1, threshold: 0.7 }), 1.25)).toBeCloseTo(20, 0)
    const squared = { kind: 'family', family: 'power', mode: 'in', power: 2 } as const
    expect(value(followed({ ceiling: 1.1, bend: squared }), 1.25)).toBeCloseTo(20 + 80 * 0.25, 0)
  })

  it('stays within the distance asked for with few keys, and goes between pairs and colours', () => {
    const soft = { attack: 0.1, decay: 0.3 }
    const [fine, coarse] = [followed({ ...soft, within: 0.5 }), followed({ ...soft, within: 10 })]
    expect(coarse.keys.length).toBeLessThan(fine.keys.length)
    for (let s = 0.1; s < 7.9; s += 0.07) expect(Math.abs(value(fine, s) - value(coarse, s))).toBeLessThan(11)
    expect(followed({ low: '#000000', high: '#ffffff', within: 0.01 }, 'fill').keys.length).toBeGreaterThan(4)
    expect(followed({ low: [10, 10], high: [90, 90] }, 'size').keys.length).toBeGreaterThan(4)
  })

  it('is refused with a sentence where it cannot', () => {
    expect(() => followed({ ceiling: 0.1 })).toThrow('above what counts as silent')
    expect(() => followed({ attack: -1 })).toThrow('takes some time')
    expect(() => followed({ low: [1, 2] })).toThrow('as the property has them')
    expect(() => followed({}, 'position')).toThrow()
  })
})
