import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  edited,
  ids,
  key,
  lawful,
  layerWith,
  momentsOf,
  projectOf,
  property,
  propertyOf,
} from '../../../test/trials.ts'
import { compileProperty, valueAt, type Key, type Property } from '../../property/index.ts'
import { compileScene, projectSchema, sampleSceneInto, type Project } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { joinPosition, setRules, splitPosition, type SplitReport } from '../index.ts'

const layer = { scene: 'scene', layer: 'a' }
const step = frameTicks({ num: 24, den: 1 }) / 4

/** Largest distance between two projects' only layer, four times a frame. */
function worstDistance(first: Project, second: Project, times: readonly number[]): number {
  const [a, b] = [first, second].map((project) => compileScene(project.scenes[0]!, []))
  let worst = 0
  for (const time of times) {
    const [here, there] = [sampleSceneInto(a!, time)[0]!.matrix, sampleSceneInto(b!, time)[0]!.matrix]
    worst = Math.max(worst, Math.hypot(here[4]! - there[4]!, here[5]! - there[5]!))
  }
  return worst
}
const everyQuarter = (given: Property): number[] => {
  const { times } = compileProperty(given, [])
  const [start, end] = [times[0]!, times[times.length - 1]!]
  const looks = Array.from({ length: Math.ceil((end - start) / step) }, (_, i) => start + i * step)
  // A hold's last look before its jump counts; the jump itself is one moment.
  return looks.filter((time) => !times.includes(time))
}
const everywhere = (given: Property): number[] => [...everyQuarter(given), ...momentsOf(given)]

describe('splitPosition', () => {
  it('keeps the position within 0.1 px, and says how near it is', () => {
    fc.assert(
      fc.property(anyProperty('place', 3), (made) => {
        // Half a second a span at least: bounces within two frames have no 0.1 px to be held to.
        const keys = made.keys.map((one) => ({ ...one, t: asTicks(one.t * 5) }))
        const given = lawful({ ...made, keys })
        const project = projectOf([layerWith('a', { position: given })])
        let report: SplitReport | null = null
        const split = edited(project, (draft) => {
          report = splitPosition(draft, layer, { makeId: ids() })
        })
        expect(projectSchema.safeParse(split).error?.issues).toBeUndefined()
        // Four times a frame; in between, as where it bounces, it may be farther off for an instant, and the report says so.
        expect(worstDistance(project, split, everyQuarter(given))).toBeLessThanOrEqual(0.1)
        expect(worstDistance(project, split, everywhere(given))).toBeLessThanOrEqual(
          report!.error * 1.25 + 1e-3,
        )
        expect(report!.keys).toBe(
          propertyOf(split, 'a', 'position x').keys.length + propertyOf(split, 'a', 'position y').keys.length,
        )
      }),
      { numRuns: 200, seed: 101 },
    )
  })

  it('copies the bends of straight routes, so that nothing at all changes', () => {
    fc.assert(
      fc.property(anyProperty('place', 5), (made) => {
        const keys = made.keys.map((one): Key => {
          const bare = { ...one }
          delete bare.route
          return bare
        })
        const given = lawful({ ...made, keys })
        const project = projectOf([layerWith('a', { position: given })])
        const split = edited(project, (draft) => splitPosition(draft, layer, { makeId: ids() }))
        expect(propertyOf(split, 'a', 'position x').keys).toHaveLength(keys.length)
        expect(worstDistance(project, split, everywhere(given))).toBeLessThan(1e-6)
        const joined = edited(split, (draft) => joinPosition(draft, layer, { makeId: ids() }))
        // Looked at elsewhere than where it was proven, it may be off by a little more.
        expect(worstDistance(project, joined, everywhere(given))).toBeLessThanOrEqual(0.12)
      }),
      { numRuns: 200, seed: 102 },
    )
  })
})

describe('joinPosition', () => {
  const split = (x: Property, y: Property): Project =>
    projectOf([
      layerWith('a', {
        position: property('place', [], { value: [0, 0], split: true }),
        'position x': x,
        'position y': y,
      }),
    ])

  it('follows any two axes within 0.1 px', () => {
    const smooth = (made: Property): Property => ({
      ...made,
      kind: 'number',
      keys: made.keys.map((one) => ({
        ...one,
        through: 'smooth' as const,
        bend: { kind: 'linear' as const },
      })),
    })
    fc.assert(
      fc.property(anyProperty('number', 4), anyProperty('number', 4), (madeX, madeY) => {
        const [x, y] = [smooth(madeX), smooth(madeY)]
        const project = split(x, y)
        let report: SplitReport | null = null
        const joined = edited(project, (draft) => {
          report = joinPosition(draft, layer, { makeId: ids() })
        })
        expect(projectSchema.safeParse(joined).error?.issues).toBeUndefined()
        expect(propertyOf(joined, 'a', 'position').split).toBeUndefined()
        expect(report!.error).toBeLessThanOrEqual(0.12)
        const off = worstDistance(project, joined, [...everywhere(x), ...everywhere(y)])
        expect(off).toBeLessThanOrEqual(report!.error * 1.25 + 1e-3)
      }),
      { numRuns: 200, seed: 103 },
    )
  })

  it('gives axes that share keys and bends back as straight routes, exactly', () => {
    const axis = (from: number, to: number): Property =>
      property('number', [key(0, from, ease), key(1, to, { kind: 'hold' }), key(2, from)])
    const project = split(axis(0, 100), axis(50, 20))
    const joined = edited(project, (draft) => joinPosition(draft, layer, { makeId: ids() }))
    const position = propertyOf(joined, 'a', 'position')
    expect(position.keys.map(({ value, bend, route }) => [value, bend.kind, route])).toEqual([
      [[0, 50], 'handles', undefined],
      [[100, 20], 'hold', undefined],
      [[0, 50], 'linear', undefined],
    ])
    expect(valueAt(compileProperty(position, []), 352_800_000)).toEqual([50, 35])
  })

  it('refuses what is split already, or is not, and a locked layer', () => {
    const whole = projectOf([layerWith('a', { position: property('place', [], { value: [3, 4] }) })])
    const options = { makeId: ids() }
    const apart = edited(whole, (draft) => splitPosition(draft, layer, options))
    expect(propertyOf(apart, 'a', 'position y').value).toBe(4)
    expect(() => edited(apart, (draft) => splitPosition(draft, layer, options))).toThrow(/split already/)
    expect(() => edited(whole, (draft) => joinPosition(draft, layer, options))).toThrow(/not split/)
    const locked = projectOf([{ ...layerWith('a', {}), locked: true }])
    expect(() => edited(locked, (draft) => splitPosition(draft, layer, options))).toThrow(/locked/)
  })
})

describe('splitting and joining of what goes on outside the keys', () => {
  const curved = (rule: Property['after']): Property => ({
    ...property('place', [
      key(1, [0, 0], ease, { route: { arrive: [0, 0], leave: [300, 0], through: 'corner' } }),
      key(
        2,
        [400, 300],
        { kind: 'handles', leave: { reach: 0.3, rise: 0 }, arrive: { reach: 0.3, rise: 0.6 } },
        { route: { arrive: [0, -200], leave: [0, 0], through: 'corner' } },
      ),
      key(3, [500, 600]),
    ]),
    before: rule!,
    after: rule!,
  })

  it.each(['hold', 'loop', 'carryOn', 'thereAndBack', 'continue'] as const)(
    'keeps to its bound over the whole scene, or says how far off it is: %s',
    (rule) => {
      const given = curved(rule)
      const before = projectOf([layerWith('a', { position: given })])
      let report = { keys: 0, error: Infinity }
      const split = edited(before, (draft) => {
        report = splitPosition(draft, { scene: 'scene', layer: 'a' }, { makeId: ids() })
      })
      const place = compileProperty(given, [])
      const axes = ['position x', 'position y'].map((name) =>
        compileProperty(propertyOf(split, 'a', name), []),
      )
      let worst = 0
      for (let time = 0; time < 10 * TICKS_PER_SECOND; time += 12_345_678) {
        const [x, y] = valueAt(place, time)
        worst = Math.max(
          worst,
          Math.hypot(valueAt(axes[0]!, time)[0]! - x!, valueAt(axes[1]!, time)[0]! - y!),
        )
      }
      expect(worst).toBeLessThanOrEqual(report.error * 1.25 + 1e-9)
      expect(report.error).toBeLessThanOrEqual(0.1)
    },
  )

  it('joins axes whose rules differ by writing them out', () => {
    const base = projectOf([
      layerWith('a', { position: property('place', [key(0, [0, 0], ease), key(1, [90, 50])]) }),
    ])
    const at = { scene: 'scene', layer: 'a' }
    const split = edited(base, (draft) => {
      splitPosition(draft, at, { makeId: ids() })
      setRules(draft, [{ ...at, property: 'position x' }], { after: 'loop' })
    })
    let error = Infinity
    const joined = edited(split, (draft) => {
      ;({ error } = joinPosition(draft, at, { makeId: ids() }))
    })
    expect(error).toBeLessThanOrEqual(0.1)
    const place = compileProperty(propertyOf(joined, 'a', 'position'), [])
    const x = compileProperty(propertyOf(split, 'a', 'position x'), [])
    for (let time = 5_000_000; time < 10 * TICKS_PER_SECOND; time += 98_765_432)
      expect(valueAt(place, time)[0]).toBeCloseTo(valueAt(x, time)[0]!, 0)
  })
})
