import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  anyProperty,
  ease,
  edited,
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
import {
  compileProperty,
  resolveRoutes,
  timeWaypoints,
  timeOfDistance,
  valueAt,
  type Key,
  type PlaceSpan,
  type Property,
} from '../../property/index.ts'
import { cubicPoint, nearestOnRoute, type Vec2 } from '../../route/index.ts'
import { projectSchema } from '../../scene/index.ts'
import {
  BadEdit,
  bendRoute,
  moveKeys,
  moveRoutes,
  removeKeys,
  scaleAndTurn,
  setRouteHandle,
  setRouteThrough,
  setWaypoints,
  transformRoutes,
} from '../index.ts'

const position = { scene: 'scene', layer: 'a', property: 'position' }
const holding = (given: Property) => projectOf([layerWith('a', { position: given })])
const offset = fc.tuple(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }))
const cross = (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0]
const dot = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1]

describe('setRouteHandle', () => {
  it('turns the other handle of a joined point into line and keeps its length; a free one turns it loose', () => {
    fc.assert(
      fc.property(anyProperty('place'), fc.nat(5), offset, fc.boolean(), (made, which, to, free) => {
        const project = holding(made)
        const refs = refsOf(project, 'a', 'position')
        const ref = refs[which % refs.length]!
        const before = resolveRoutes(made.keys)[which % refs.length]!
        const after = edited(project, (draft) =>
          setRouteHandle(draft, ref, { side: 'leave', offset: to, free }),
        )
        const { route } = propertyOf(after, 'a', 'position').keys[which % refs.length]!
        expect(route!.leave).toEqual(to)
        const joined = !free && before.through !== 'corner'
        if (!joined) expect(route!.arrive).toEqual(before.arrive)
        else {
          const length = Math.hypot(...before.arrive)
          if (Math.hypot(...to) > 0) {
            expect(Math.hypot(...route!.arrive)).toBeCloseTo(length, 9)
            expect(cross(route!.arrive, to)).toBeCloseTo(0, 6)
            expect(dot(route!.arrive, to)).toBeLessThanOrEqual(0)
          }
        }
      }),
      { numRuns: 500, seed: 91 },
    )
  })

  it('is refused where there is no route', () => {
    const project = projectOf([layerWith('a', { scale: property('pair', [key(0, [1, 1]), key(1, [2, 2])]) })])
    const [ref] = refsOf(project, 'a', 'scale')
    expect(() =>
      edited(project, (draft) => setRouteHandle(draft, ref!, { side: 'leave', offset: [1, 1] })),
    ).toThrow(/Only a place has a route/)
  })
})

describe('setRouteThrough', () => {
  it('writes smooth handles down without changing the route, and joins sides in one line', () => {
    fc.assert(
      fc.property(anyProperty('place'), (made) => {
        const project = holding(made)
        const refs = refsOf(project, 'a', 'position')
        const smooth = edited(project, (draft) => setRouteThrough(draft, refs, 'smooth'))
        const shown = propertyOf(smooth, 'a', 'position')
        const pinned = propertyOf(
          edited(smooth, (draft) => setRouteThrough(draft, refs, 'corner')),
          'a',
          'position',
        )
        expect(worstMiss(shown, pinned, { times: momentsOf(shown) })).toBeLessThan(1e-9)
        const joined = propertyOf(
          edited(project, (draft) => setRouteThrough(draft, refs, 'joined')),
          'a',
          'position',
        )
        joined.keys.forEach(({ route }, i) => {
          expect(Math.abs(cross(route!.arrive, route!.leave)), made.keys[i]!.id).toBeLessThan(1)
          expect(dot(route!.arrive, route!.leave)).toBeLessThanOrEqual(1e-9)
        })
      }),
      { numRuns: 500, seed: 92 },
    )
  })
})

describe('transformRoutes', () => {
  it('moves every point of the way as the map says, when all is scaled alike', () => {
    const scale = fc.constantFrom(0.5, 1, 2, 3)
    fc.assert(
      fc.property(
        anyProperty('place'),
        scale,
        fc.boolean(),
        fc.integer({ min: -180, max: 180 }),
        offset,
        offset,
        (made, size, mirror, degrees, about, by) => {
          const given = lawful(made)
          const matrix = scaleAndTurn([mirror ? -size : size, size], degrees)
          const after = propertyOf(
            edited(holding(given), (draft) => transformRoutes(draft, [position], { matrix, about, by })),
            'a',
            'position',
          )
          const [before, now] = [compileProperty(given, []), compileProperty(after, [])]
          for (const time of momentsOf(given)) {
            const [x, y] = valueAt(before, time) as [number, number]
            const [dx, dy] = [x - about[0], y - about[1]]
            const [a, b, c, d] = matrix
            const wanted = [about[0] + a * dx + c * dy + by[0], about[1] + b * dx + d * dy + by[1]]
            const [hereX, hereY] = valueAt(now, time) as [number, number]
            expect(Math.hypot(hereX - wanted[0]!, hereY - wanted[1]!)).toBeLessThan(size * 1e-3)
          }
        },
      ),
      { numRuns: 500, seed: 93 },
    )
  })

  it('moves whole routes, and refuses to flatten one', () => {
    const given = property('place', [key(0, [0, 0], ease), key(1, [10, 20])], { value: [1, 1] })
    const after = edited(holding(given), (draft) => moveRoutes(draft, [position], [5, -5]))
    expect(propertyOf(after, 'a', 'position')).toMatchObject({
      value: [6, -4],
      keys: [{ value: [5, -5] }, { value: [15, 15] }],
    })
    expect(() =>
      edited(holding(given), (draft) => transformRoutes(draft, [position], { matrix: [1, 0, 0, 0] })),
    ).toThrow(BadEdit)
  })
})

describe('waypoints', () => {
  const timeless = (made: Property, from: number, to: number): Property => ({
    ...made,
    keys: made.keys.map((one, i): Key => (i > from && i < to ? { ...one, timeless: true } : one)),
  })

  it('become keys with times without changing the motion, at the moment they are passed', () => {
    const bends = fc.record({
      reach: fc.integer({ min: 50, max: 600 }),
      rise: fc.integer({ min: 0, max: 600 }),
      late: fc.integer({ min: 50, max: 600 }),
    })
    fc.assert(
      fc.property(anyProperty('place', 5), bends, (made, { reach, rise, late }) => {
        fc.pre(made.keys.length > 2)
        // A bend that only goes on, so that each point is passed once.
        const bend = {
          kind: 'handles',
          leave: { reach: reach / 1000, rise: rise / 1000 },
          arrive: { reach: late / 1000, rise: 0.2 },
        } as const
        const plain = {
          ...made,
          keys: made.keys.map((one) => ({ ...one, bend, through: 'corner' as const })),
        }
        const given = timeWaypoints(timeless(plain, 0, plain.keys.length - 1), [])
        const project = holding(given)
        expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
        const after = propertyOf(
          edited(project, (draft) => setWaypoints(draft, refsOf(project, 'a', 'position'), false)),
          'a',
          'position',
        )
        expect(after.keys.every((one) => !one.timeless)).toBe(true)
        const length = compileProperty(given, []).values.length * 2000
        const points = given.keys.map(({ value }) => value as Vec2)
        const apart = points.every(
          (a, i) => i === 0 || Math.hypot(a[0] - points[i - 1]![0], a[1] - points[i - 1]![1]) > 1,
        )
        fc.pre(apart)
        expect(worstMiss(given, after, { times: momentsOf(given, 40) })).toBeLessThan(length * 1e-6)
      }),
      { numRuns: 500, seed: 94 },
    )
  })

  it('stay between their neighbours through edits, and the ends of a place have times', () => {
    const step = fc.tuple(fc.nat(2), fc.nat(5), fc.integer({ min: -30, max: 30 }))
    fc.assert(
      fc.property(anyProperty('place'), fc.array(step, { maxLength: 6 }), (made, steps) => {
        let project = holding(made)
        for (const [what, which, tenths] of steps) {
          const refs = refsOf(project, 'a', 'position')
          const chosen = refs[which % Math.max(1, refs.length)]
          if (!chosen) continue
          project = edited(project, (draft) => {
            if (what === 0) setWaypoints(draft, [chosen], tenths > 0)
            else if (what === 1) moveKeys(draft, [chosen], (tenths * 705600000) / 10)
            else removeKeys(draft, [chosen], 0 as never)
          })
          expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
        }
      }),
      { numRuns: 500, seed: 95 },
    )
  })
})

describe('bendRoute', () => {
  it('brings the grabbed point just where it is dragged, and keeps joined sides in line', () => {
    fc.assert(
      fc.property(
        anyProperty('place'),
        fc.nat(5),
        fc.integer({ min: 1, max: 9 }),
        offset,
        (made, which, tenth, by) => {
          const project = holding(made)
          const at = which % (made.keys.length - 1)
          const ref = refsOf(project, 'a', 'position')[at]!
          const s = tenth / 10
          const cubicOf = (given: Property) => {
            const { cubics } = (compileProperty(given, []).spans[at] as PlaceSpan).route
            return cubicPoint(cubics[0]!, s)
          }
          const now = propertyOf(
            edited(project, (draft) => bendRoute(draft, ref, { s, by })),
            'a',
            'position',
          )
          const [x, y] = cubicOf(now)
          const [from, to] = [made.keys[at]!.value as Vec2, made.keys[at + 1]!.value as Vec2]
          const shown = resolveRoutes(made.keys)
          const straight = [...shown[at]!.leave, ...shown[at + 1]!.arrive].every((part) => part === 0)
          // Handles of thirds run through a straight line evenly.
          const before = straight
            ? [from[0] + s * (to[0] - from[0]), from[1] + s * (to[1] - from[1])]
            : cubicOf(made)
          expect(x).toBeCloseTo(before[0]! + by[0], 6)
          expect(y).toBeCloseTo(before[1]! + by[1], 6)
        },
      ),
      { numRuns: 500, seed: 96 },
    )
  })
})

describe('nearestOnRoute and timeOfDistance', () => {
  it('find the moment a point of the route is passed', () => {
    fc.assert(
      fc.property(anyProperty('place', 3), fc.integer({ min: 1, max: 99 }), (made, percent) => {
        const keys = made.keys.map((one) => ({
          ...one,
          bend: { kind: 'linear' as const },
          through: 'corner' as const,
        }))
        const given = { ...made, keys }
        const compiled = compileProperty(given, [])
        const { route } = compiled.spans[0] as PlaceSpan
        if (route.length < 1) return
        const time = compiled.times[0]! + (percent / 100) * (compiled.times[1]! - compiled.times[0]!)
        const point = valueAt(compiled, time) as unknown as Vec2
        const nearest = nearestOnRoute(route.cubics, point)
        expect(nearest.distance).toBeLessThan(1e-3 * route.length)
        const found = timeOfDistance(compiled, 0, (percent / 100) * route.length)
        expect(Math.abs(found - time)).toBeLessThan(1e-5 * (compiled.times[1]! - compiled.times[0]!) + 1)
        const there = route.locate((percent / 100) * route.length)
        expect(route.distanceOf(there)).toBeCloseTo((percent / 100) * route.length, 3)
      }),
      { numRuns: 500, seed: 97 },
    )
  })
})
