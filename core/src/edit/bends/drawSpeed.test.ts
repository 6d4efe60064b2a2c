import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ease, key, layerWith, projectOf, property } from '../../../test/trials.ts'
import {
  compileProperty,
  speedAt,
  valueAt,
  type CompiledProperty,
  type Property,
} from '../../property/index.ts'
import { TICKS_PER_SECOND } from '../../time/index.ts'
import { drawSpeed, findProperty, type SpeedOverSpan } from '../index.ts'

const ref = { scene: 'scene', layer: 'a', property: 'scale' }
const drawn = (given: Property, spans: readonly SpeedOverSpan[]): CompiledProperty => {
  const project = projectOf([layerWith('a', { scale: given })])
  return compileProperty(
    findProperty(
      produce(project, (draft) => drawSpeed(draft, ref, spans)),
      ref,
    )!,
    [],
  )
}
const speed = (compiled: CompiledProperty, seconds: number): number =>
  speedAt(compiled, seconds * TICKS_PER_SECOND)[0]!
/** A stroke over spans, as a hand draws it: a look every 40th of a second. */
const stroke = (times: readonly number[], height: (seconds: number) => number): SpeedOverSpan[] =>
  times.slice(1).map((to, i) => {
    const from = times[i]!
    const looks = Array.from({ length: Math.round((to - from) * 40) + 1 }, (_, step) => {
      const u = step / Math.round((to - from) * 40)
      return { u, speed: height(from + u * (to - from)) }
    })
    return { key: `k${from}`, looks }
  })
const humps = (seconds: number): number => 20 + 60 * Math.sin((Math.PI * seconds) / 3) ** 2

describe('a drawn speed', () => {
  it('gives a span its shape: two equal spikes stay equal, the change stays', () => {
    const spikes = [0, 1, 0.1, 1, 0].map((height, i) => ({ u: i / 4, speed: height }))
    const after = drawn(property('number', [key(0, 0, ease), key(2, 200)]), [{ key: 'k0', looks: spikes }])
    expect(speed(after, 0.5) / speed(after, 1.5)).toBeCloseTo(1, 1)
    expect(speed(after, 1)).toBeLessThan(speed(after, 0.5) / 3)
    expect(valueAt(after, 2 * TICKS_PER_SECOND)[0]).toBe(200)
  })

  it('is one piece over two spans: no jump at the key between, which stays where it is', () => {
    const given = property('number', [key(0, 0, ease), key(1, 40, ease), key(3, 160)])
    const after = drawn(given, stroke([0, 1, 3], humps))
    const step = 1e-4
    expect(speed(after, 1 - step)).toBeGreaterThan(20)
    expect(Math.abs(speed(after, 1 + step) - speed(after, 1 - step))).toBeLessThan(0.5)
    expect(after.property.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
      [0, 0],
      [1, 40],
      [3, 160],
    ])
    expect(after.keys[1]!.through).toBe('joined')
    // The area of what was drawn is 150; the change is 160: all is a little faster, by the same law of shape.
    for (const seconds of [0.25, 0.75, 1.5, 2.5])
      expect(speed(after, seconds) / humps(seconds)).toBeGreaterThan(0.75)
  })

  it('is one piece whatever was drawn, where what spans change by is near it; changes always stay', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.8, max: 1.25, noNaN: true }), { minLength: 2, maxLength: 4 }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.constantFrom(1, -1),
        (shares, tilt, sign) => {
          const times = [0, ...shares.map((_, i) => i + 1)]
          const height = (seconds: number): number => sign * (60 + 20 * tilt * Math.cos(2 * seconds))
          let value = 0
          const keys = times.map((seconds, i) => {
            const middle = height(seconds - 0.5)
            if (i > 0) value += middle * shares[i - 1]!
            return key(seconds, value, ease)
          })
          const after = drawn(property('number', keys), stroke(times, height))
          expect(after.keys.map((one) => one.value)).toEqual(keys.map((one) => one.value))
          for (const seconds of times.slice(1, -1)) {
            const jump = speed(after, seconds + 1e-4) - speed(after, seconds - 1e-4)
            expect(Math.abs(jump)).toBeLessThan(1.5)
          }
        },
      ),
      { seed: 8, numRuns: 60 },
    )
  })

  it('of spans that go opposite ways is scaled for each alone, and their keys stay as they are', () => {
    const given = property('number', [key(0, 0, ease), key(1, 40, ease), key(3, -20)])
    const after = drawn(given, stroke([0, 1, 3], humps))
    expect(after.keys.map(({ through }) => through)).toEqual(['corner', 'corner', 'corner'])
    expect(valueAt(after, TICKS_PER_SECOND)[0]).toBe(40)
    expect(speed(after, 0.5)).toBeGreaterThan(0)
    expect(speed(after, 2)).toBeLessThan(0)
  })

  it('over a pause is drawn on both sides of it all the same', () => {
    const given = property('number', [key(0, 0, ease), key(1, 40, ease), key(3, 40, ease)])
    const after = drawn(given, stroke([0, 1, 3], humps))
    expect(after.keys.map(({ through }) => through)).toEqual(['corner', 'corner', 'corner'])
    expect(speed(after, 0.75)).toBeGreaterThan(speed(after, 0.1))
  })

  it('is in one piece along a route, too, and refused where it cancels out', () => {
    const place = property('place', [key(0, [0, 0], ease), key(1, [30, 40], ease), key(2, [30, 110])])
    const after = drawn(place, stroke([0, 1, 2], humps))
    expect(Math.abs(speed(after, 1.0001) - speed(after, 0.9999))).toBeLessThan(0.5)
    const looks = [
      { u: 0, speed: 1 },
      { u: 1, speed: -1 },
    ]
    expect(() => drawn(place, [{ key: 'k0', looks }])).toThrow('cancel out')
  })
})
