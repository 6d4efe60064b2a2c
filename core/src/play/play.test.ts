import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  edited,
  ids,
  key,
  layerWith,
  projectOf,
  property,
  TRIAL_LIBRARY,
} from '../../test/trials.ts'
import { compileBend } from '../bend/index.ts'
import { splitOutline } from '../edit/index.ts'
import { compiledOf, storedValueAt, valueAt, type Property } from '../property/index.ts'
import { compileLayerClock, outlineReader, type LayerClock, type Scene } from '../scene/index.ts'
import { asTicks, TICKS_PER_SECOND } from '../time/index.ts'
import {
  choiceValues,
  playAlong,
  playOutline,
  playOutlineLooks,
  playProperty,
  type PlayedTrack,
  type PlayOptions,
} from './index.ts'

const SECONDS = 4
const DURATION = asTicks(SECONDS * TICKS_PER_SECOND)
const FRAME = TICKS_PER_SECOND / 24
const sceneTime: LayerClock = { isSceneTime: true, timeAt: (time) => time, paceAt: () => 1 }
const optionsWith = (more: Partial<PlayOptions> = {}): PlayOptions => ({
  duration: DURATION,
  within: 0.001,
  library: TRIAL_LIBRARY,
  clock: sceneTime,
  frame: FRAME,
  checkCount: () => undefined,
  ...more,
})

/** What a player shows that mixes numbers by each key's bend; the last key holds. */
function played({ keys }: PlayedTrack, share: number): readonly number[] {
  let i = keys.length - 1
  while (i > 0 && keys[i]!.share > share) i -= 1
  const [from, to] = [keys[i]!, keys[i + 1]]
  if (!to || share < from.share) return from.numbers
  const p = compileBend(from.bend).progress((share - from.share) / (to.share - from.share))
  return from.numbers.map((part, k) => part + p * (to.numbers[k]! - part))
}

/** Spans are halved no further than this share of the longest: what is steeper may come so much sooner or later. */
const FINEST = 1 / (8 * 2 ** 12)

function largestGap(given: Property, track: PlayedTrack, options: PlayOptions): number {
  const compiled = compiledOf(given, options.library)
  const wanted = (share: number) => valueAt(compiled, options.clock.timeAt(share * DURATION))
  let gap = 0
  for (let i = 0; i <= 240; i += 1) {
    const share = (i + 0.31) / 241
    const near = [share - FINEST, share, share + FINEST].map(wanted)
    played(track, share).forEach((part, k) => {
      const [least, most] = [Math.min(...near.map((one) => one[k]!)), Math.max(...near.map((one) => one[k]!))]
      gap = Math.max(gap, least - part, part - most)
    })
  }
  return gap
}

/** Lifts on handles that cross make spikes in a stretch that is all but upright, narrower than pieces are looked at. */
const isSmoothEnough = ({ keys }: Property): boolean =>
  keys.every(({ bend }) => bend.kind !== 'handles' || bend.leave.reach + bend.arrive.reach <= 1)

/** A layer in a group whose local time has these keys. */
const clockOf = (keys: ReturnType<typeof key>[]): { scene: Scene; clock: LayerClock } => {
  const local = { 'local time': property('number', keys) }
  const scene = projectOf([layerWith('a', {}, 'rectangle', 'g'), layerWith('g', local, 'group')]).scenes[0]!
  return { scene, clock: compileLayerClock(scene, 'a', []) }
}

describe('playProperty', () => {
  it.each(['number', 'pair', 'turn'] as const)('plays any %s within its tolerance', (kind) => {
    fc.assert(
      fc.property(anyProperty(kind, 4).filter(isSmoothEnough), (given) => {
        const options = optionsWith()
        const track = playProperty(given, options)
        const size = Math.max(1, ...track.keys.flatMap(({ numbers }) => numbers.map(Math.abs)))
        expect(largestGap(given, track, options)).toBeLessThanOrEqual(0.0012 + 1e-9 * size)
      }),
      { numRuns: 300, seed: 5 },
    )
  })

  it('leaves bends as they are where a value goes along with them', () => {
    const bend = { kind: 'family', family: 'elastic', mode: 'out' } as const
    const { keys, path } = playProperty(property('number', [key(0, 0, bend), key(4, 10)]), optionsWith())
    expect(path).toBeNull()
    expect(keys).toEqual([
      { share: 0, numbers: [0], bend },
      { share: 1, numbers: [10], bend: { kind: 'linear' } },
    ])
  })

  it('gives a curved route as a path with the distances along it', () => {
    const route = { arrive: [0, 0], leave: [0, 120], through: 'corner' } as const
    const { keys, path } = playProperty(
      property('place', [{ ...key(0, [0, 0]), route }, key(4, [100, 0])]),
      optionsWith(),
    )
    expect(path).toHaveLength(1)
    expect(keys.map(({ numbers }) => numbers)).toEqual([[0], [path![0]!.route.length]])
  })

  it('tells how many pieces it takes, and stops where that is refused', () => {
    const geometric = property('number', [key(0, 1), key(4, 100)], { mix: 'geometric' })
    const refuse = (count: number): void => {
      if (count > 10) throw new Error('too many')
    }
    expect(() => playProperty(geometric, optionsWith({ checkCount: refuse }))).toThrow('too many')
  })
})

describe('in a group with a time of its own', () => {
  const moving = property('number', [
    key(0, 0, { kind: 'family', family: 'sine', mode: 'inOut' }),
    key(3, 90),
  ])

  it.each([
    ['slower', [key(0, 0), key(4, 2)]],
    ['backwards', [key(0, 3), key(4, -1)]],
    ['there and back', [key(0, 0), key(2, 3), key(4, 0)]],
  ])('a property that runs %s stays within its tolerance', (_how, keys) => {
    const options = optionsWith({ clock: clockOf(keys).clock })
    expect(largestGap(moving, playProperty(moving, options), options)).toBeLessThanOrEqual(0.0011)
  })

  it('a jump stays a jump, at its moment to the tick', () => {
    const steps = property('number', [key(0, 0, { kind: 'hold' }), key(1, 50, { kind: 'hold' }), key(2, 10)])
    // Half as fast: at 2 s and at 4 s of the scene.
    const options = optionsWith({ clock: clockOf([key(0, 0), key(4, 2)]).clock })
    const { keys } = playProperty(steps, options)
    const jump = keys.find(({ numbers }) => numbers[0] === 50)!
    expect(Math.abs(jump.share * DURATION - 2 * TICKS_PER_SECOND)).toBeLessThan(2)
    expect(keys[keys.indexOf(jump) - 1]).toMatchObject({ numbers: [0], bend: { kind: 'hold' } })
  })

  it('a property that stands still is one key', () => {
    const options = optionsWith({ clock: clockOf([key(0, 0), key(4, 2)]).clock })
    expect(playProperty(property('number', [], { value: 7 }), options).keys).toHaveLength(1)
    expect(playProperty(property('number', [key(0, 7), key(2, 7)]), options).keys).toHaveLength(1)
  })

  it('a choice shows what it shows at its own time', () => {
    const words = property('choice', [key(0, 'one'), key(1, 'two'), key(3, 'three')])
    const options = optionsWith({ within: 0.5, clock: clockOf([key(0, 3.5), key(4, 0)]).clock })
    const values = choiceValues(words, options)
    const track = playProperty(words, options)
    for (let i = 0; i < 40; i += 1) {
      const share = (i + 0.5) / 40
      const wanted = storedValueAt(compiledOf(words, []), options.clock.timeAt(share * DURATION))
      expect(values[Math.round(played(track, share)[0]!)], `at ${share}`).toBe(wanted)
    }
  })

  it('a turn along a route follows it', () => {
    const route = { arrive: [0, 0], leave: [0, 150], through: 'corner' } as const
    const position = property('place', [{ ...key(0, [0, 0]), route }, key(2, [200, 0])])
    const layer = { ...layerWith('a', { position }), turnAlongRoute: 0 }
    const scenes = playAlong(layer, optionsWith())
    const slower = playAlong(layer, optionsWith({ clock: clockOf([key(0, 0), key(4, 2)]).clock }))
    for (const share of [0.05, 0.2, 0.33, 0.45])
      expect(played(slower, 2 * share)[0]).toBeCloseTo(played(scenes, share)[0]!, 1)
  })
})

describe('playOutlineLooks', () => {
  const vertexAt = (x: number, y: number, arm: number) => ({
    at: [x, y] as const,
    arrive: { angle: 180, length: arm },
    leave: { angle: 10, length: arm },
    corner: 0,
  })
  const flag = (dip: number) => ({
    closed: true,
    vertices: [vertexAt(0, 0, 0), vertexAt(90, dip, 20 + dip), vertexAt(0, 60, 0)],
  })

  it('plays vertices that move by themselves as one key for all of them would', () => {
    const keys = [key(0, flag(0), { ...ease }), key(1, flag(40), { ...ease }), key(3, flag(-10))]
    const whole = layerWith('a', { outline: property('outline', keys, { value: flag(0) }) }, 'path')
    const apart = edited(projectOf([whole]), (draft) =>
      splitOutline(draft, { scene: 'scene', layer: 'a', property: 'outline' }, ids()),
    )
    const layer = apart.scenes[0]!.layers[0]!
    expect(layer.properties['vertex 2 leave length']!.keys).toHaveLength(3)
    const options = optionsWith({ within: 0.05 })
    const one = playOutline(whole.properties['outline']!, options).track
    const other = playOutlineLooks(outlineReader(layer, 'outline', []), () => false, options).track
    for (let share = 0; share < 1; share += 0.007)
      played(one, share).forEach((part, i) =>
        expect(Math.abs(part - played(other, share)[i]!)).toBeLessThanOrEqual(0.1),
      )
  })
})
