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
} from '../../test/trials.ts'
import { compileProperty, valueAt, type Key, type Property } from '../property/index.ts'
import { compileScene, projectSchema, sampleSceneInto, type Project } from '../scene/index.ts'
import { asTicks, frameTicks } from '../time/index.ts'
import { joinPosition, splitPosition, type SplitReport } from './index.ts'

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
const everywhere = (given: Property): number[] => {
  const { times } = compileProperty(given)
  const [start, end] = [times[0]!, times[times.length - 1]!]
  const looks = Array.from({ length: Math.ceil((end - start) / step) }, (_, i) => start + i * step)
  // A hold's last look before its jump counts; the jump itself is one moment.
  return [...looks, ...momentsOf(given)].filter((time) => !times.includes(time))
}

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
        expect(report!.error).toBeLessThanOrEqual(0.1)
        expect(report!.keys).toBe(
          propertyOf(split, 'a', 'position x').keys.length + propertyOf(split, 'a', 'position y').keys.length,
        )
        expect(worstDistance(project, split, everywhere(given))).toBeLessThanOrEqual(0.12)
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
        expect(report!.error).toBeLessThanOrEqual(0.1)
        expect(worstDistance(project, joined, [...everywhere(x), ...everywhere(y)])).toBeLessThanOrEqual(0.12)
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
    expect(valueAt(compileProperty(position), 352_800_000)).toEqual([50, 35])
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
