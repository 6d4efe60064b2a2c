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
  refsOf,
  worstMiss,
} from '../../../test/trials.ts'
import { compileProperty, valueAt, type Property } from '../../property/index.ts'
import { projectSchema } from '../../scene/index.ts'
import { asTicks, frameTicks, TICKS_PER_SECOND } from '../../time/index.ts'
import { addKey, bakeCurve, healKeys, setWaypoints, simplifyKeys, type SimplifyReport } from '../index.ts'

const names = { turn: 'turn', pair: 'scale', place: 'position', colour: 'fill' } as Record<string, string>
const kinds = fc.constantFrom('turn', 'pair', 'place', 'colour').chain((kind) => anyProperty(kind))
const ref = (name: string) => ({ scene: 'scene', layer: 'a', property: name })
const frame = frameTicks({ num: 24, den: 1 })

/** Moments four times a frame and more, off the keys, where jumps may stand. */
const everywhere = (given: Property): number[] => {
  const { times } = compileProperty(given, [])
  const [start, end] = [times[0]!, times[times.length - 1]!]
  return Array.from(
    { length: Math.floor((4 * (end - start)) / frame) },
    (_, i) => start + ((i + 0.5) * frame) / 4,
  )
}

describe('simplifyKeys', () => {
  it('never strays by more than it may, and keeps the first and the last key', () => {
    fc.assert(
      fc.property(kinds, fc.constantFrom(0.5, 3, 20), (made, size) => {
        const given = lawful(made)
        const name = names[given.kind]!
        const within = given.kind === 'colour' ? size / 100 : size
        const project = projectOf([layerWith('a', { [name]: given })])
        let report: SimplifyReport | null = null
        const after = edited(project, (draft) => {
          report = simplifyKeys(draft, refsOf(project, 'a', name), { within })
        })
        const now = propertyOf(after, 'a', name)
        expect(projectSchema.safeParse(after).error?.issues).toBeUndefined()
        expect(report!.removed).toBe(given.keys.length - now.keys.length)
        expect(report!.error).toBeLessThanOrEqual(within)
        expect([now.keys[0]!.id, now.keys[now.keys.length - 1]!.id]).toEqual([
          given.keys[0]!.id,
          given.keys[given.keys.length - 1]!.id,
        ])
        // Looked at elsewhere than where it was proven, it may be off by a little more.
        expect(worstMiss(given, now, { times: everywhere(given) })).toBeLessThanOrEqual(within * 1.25 + 1e-6)
      }),
      { numRuns: 500, seed: 111 },
    )
  })

  it('takes away again every key that was put on one Bézier', () => {
    const bezier = fc.record({
      leave: fc.record({ reach: fc.constantFrom(0.2, 0.4, 0.7), rise: fc.constantFrom(0, 0.3, -0.4) }),
      arrive: fc.record({ reach: fc.constantFrom(0.2, 0.5, 0.6), rise: fc.constantFrom(0, 0.2, -0.3) }),
    })
    fc.assert(
      fc.property(
        bezier,
        fc.uniqueArray(fc.integer({ min: 1, max: 19 }), { minLength: 1, maxLength: 5 }),
        (handles, cuts) => {
          const given = property('turn', [key(0, 0, { kind: 'handles', ...handles }), key(2, 90)])
          const project = projectOf([layerWith('a', { turn: given })])
          const makeId = ids()
          const cut = edited(project, (draft) => {
            for (const tenth of cuts)
              addKey(draft, ref('turn'), asTicks((tenth * TICKS_PER_SECOND) / 10), makeId)
          })
          const after = edited(cut, (draft) =>
            simplifyKeys(draft, refsOf(cut, 'a', 'turn'), { within: 1e-3 }),
          )
          expect(propertyOf(after, 'a', 'turn').keys).toHaveLength(2)
        },
      ),
      { numRuns: 500, seed: 112 },
    )
  })

  it('refuses a distance of nothing', () => {
    const project = projectOf([layerWith('a', { turn: property('turn', [key(0, 0), key(1, 1), key(2, 5)]) })])
    for (const within of [0, -1, NaN])
      expect(() =>
        edited(project, (draft) => simplifyKeys(draft, refsOf(project, 'a', 'turn'), { within })),
      ).toThrow(/above 0/)
  })
})

describe('healKeys', () => {
  it('gives back the one Bézier a key was put on, and says how far it is off', () => {
    fc.assert(
      fc.property(anyProperty('place', 2), fc.integer({ min: 1, max: 9 }), (made, share) => {
        const handles = {
          kind: 'handles',
          leave: { reach: 0.4, rise: 0.1 },
          arrive: { reach: 0.5, rise: 0 },
        } as const
        const corner = made.keys.map((one) => ({ ...one, bend: handles, through: 'corner' as const }))
        const given = { ...made, keys: corner }
        const [start, end] = [given.keys[0]!.t, given.keys[1]!.t]
        const project = projectOf([layerWith('a', { position: given })])
        const time = asTicks(Math.round(start + (share / 10) * (end - start)))
        const cut = edited(project, (draft) => addKey(draft, ref('position'), time, ids()))
        let error = 0
        const healed = edited(cut, (draft) => {
          error = healKeys(draft, refsOf(cut, 'a', 'position').slice(1, 2), time).error
        })
        const now = propertyOf(healed, 'a', 'position')
        const size = Math.max(1, valueAt(compileProperty(given, []), 0).length, pathLength(given))
        expect(now.keys).toHaveLength(2)
        expect(error).toBeLessThan(1e-3 * size)
        expect(worstMiss(given, now, { times: momentsOf(given) })).toBeLessThan(2e-3 * size)
      }),
      { numRuns: 500, seed: 113 },
    )
  })

  it('makes one piece of the route again where only a waypoint goes', () => {
    const curved = property('place', [
      key(0, [0, 0], ease, { route: { arrive: [0, 0], leave: [150, -90], through: 'corner' } }),
      key(2, [500, 100], ease, { route: { arrive: [-120, 140], leave: [0, 0], through: 'corner' } }),
    ])
    const project = projectOf([layerWith('a', { position: curved })])
    const time = asTicks(TICKS_PER_SECOND)
    const passed = edited(project, (draft) => {
      addKey(draft, ref('position'), time, ids())
      setWaypoints(draft, [{ ...ref('position'), key: 'n1' }], true)
    })
    expect(propertyOf(passed, 'a', 'position').keys[1]!.timeless).toBe(true)
    const healed = edited(passed, (draft) => healKeys(draft, [{ ...ref('position'), key: 'n1' }], time))
    const now = propertyOf(healed, 'a', 'position')
    expect(now.keys.map(({ id }) => id)).toEqual(['k0', 'k2'])
    expect(worstMiss(curved, now, { times: momentsOf(curved, 20) })).toBeLessThan(1)
  })

  it('bends across a gap as near as one bend comes, and clears what has no keys left', () => {
    const given = property('turn', [key(0, 0, ease), key(1, 40, ease), key(2, 100, ease), key(3, 90)])
    const project = projectOf([layerWith('a', { turn: given })])
    let error = 0
    const after = edited(project, (draft) => {
      error = healKeys(draft, refsOf(project, 'a', 'turn').slice(1, 3), asTicks(0)).error
    })
    expect(propertyOf(after, 'a', 'turn').keys.map(({ id }) => id)).toEqual(['k0', 'k3'])
    const miss = worstMiss(given, propertyOf(after, 'a', 'turn'), { times: everywhere(given) })
    expect(miss).toBeLessThanOrEqual(error * 1.05)
    expect(error).toBeLessThan(15)
    const gone = edited(project, (draft) => healKeys(draft, refsOf(project, 'a', 'turn'), asTicks(0)))
    expect(propertyOf(gone, 'a', 'turn')).toMatchObject({ keys: [], value: 0 })
  })
})

function pathLength(given: Property): number {
  const compiled = compileProperty(given, [])
  return compiled.spans.reduce(
    (sum, span) => sum + (span as unknown as { route: { length: number } }).route.length,
    0,
  )
}

describe('bakeCurve', () => {
  it('follows a wave with few keys, within what was asked', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 25 }), fc.constantFrom(0.05, 0.5), (tenths, within) => {
        const waves = tenths / 10
        const project = projectOf([layerWith('a', {})])
        const end = 2 * TICKS_PER_SECOND
        const wave = (t: number): number => 50 * Math.sin((2 * Math.PI * waves * t) / TICKS_PER_SECOND)
        let report = { keys: 0, error: 0 }
        const after = edited(project, (draft) => {
          report = bakeCurve(draft, ref('turn'), {
            curve: { width: 1, valueInto: (out, t) => out.set([wave(t)]) },
            start: asTicks(0),
            end: asTicks(end),
            within,
            makeId: ids(),
          })
        })
        const now = compileProperty(propertyOf(after, 'a', 'turn'), [])
        expect(report.error).toBeLessThanOrEqual(within)
        expect(report.keys).toBe(now.keys.length)
        expect(report.keys).toBeLessThanOrEqual(4 + 2 * 4 * waves)
        const looks = Array.from({ length: 201 }, (_, i) => (i / 200) * end)
        const misses = looks.map((t) => Math.abs(valueAt(now, t)[0]! - wave(t)))
        expect(Math.max(...misses)).toBeLessThanOrEqual(within * 1.05)
      }),
      { numRuns: 500, seed: 114 },
    )
  })

  it('holds before a jump, and refuses a place', () => {
    const project = projectOf([layerWith('a', {})])
    const bake = (name: string) =>
      edited(project, (draft) =>
        bakeCurve(draft, ref(name), {
          curve: { width: 1, valueInto: (out, t) => out.set([t < TICKS_PER_SECOND / 2 ? 0 : 10]) },
          start: asTicks(0),
          end: asTicks(TICKS_PER_SECOND),
          within: 0.01,
          breaks: [TICKS_PER_SECOND / 2],
          makeId: ids(),
        }),
      )
    const now = compileProperty(propertyOf(bake('turn'), 'a', 'turn'), [])
    expect(valueAt(now, TICKS_PER_SECOND * 0.49)).toEqual([0])
    expect(valueAt(now, TICKS_PER_SECOND * 0.51)).toEqual([10])
    expect(() => bake('position')).toThrow(/does not follow a curve/)
  })
})
