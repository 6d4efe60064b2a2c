import { converter, interpolateWithPremultipliedAlpha } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { key, property } from '../../test/trials.ts'
import type { PlainBend } from '../bend/index.ts'
import { TICKS_PER_SECOND } from '../time/index.ts'
import {
  compileProperty,
  speedAt,
  srgbOf,
  storedValueAt,
  valueAt,
  type Mix,
  type OklabAlpha,
} from './index.ts'

const at = (seconds: number): number => Math.round(seconds * TICKS_PER_SECOND)
const anyColour = fc
  .integer({ min: 0, max: 0xffffffff })
  .map((colour) => `#${colour.toString(16).padStart(8, '0')}`)

describe('colours', () => {
  const modes = { oklab: 'oklab', srgb: 'rgb', 'srgb-linear': 'lrgb' } as const
  const toRgb = converter('rgb')

  it.each(Object.keys(modes) as (keyof typeof modes)[])(
    'mix in %s as culori does, premultiplied, within 1/255',
    (mix) => {
      fc.assert(
        fc.property(anyColour, anyColour, fc.integer({ min: 1, max: 19 }), (from, to, twentieth) => {
          const given = compileProperty(property('colour', [key(0, from), key(1, to)], { mix }), [])
          const ours = valueAt(given, at(twentieth / 20)) as OklabAlpha
          const theirs = toRgb(interpolateWithPremultipliedAlpha([from, to], modes[mix])(twentieth / 20))!
          expect(Math.abs(ours[3] - (theirs.alpha ?? 1))).toBeLessThan(1 / 255)
          // Almost nothing is left of a colour that cannot be seen.
          if (ours[3] < 0.02) return
          const clip = (part: number): number => Math.min(1, Math.max(0, part))
          const rgb = [theirs.r, theirs.g, theirs.b].map(clip)
          srgbOf(ours)
            .slice(0, 3)
            .forEach((part, i) => expect(Math.abs(part - rgb[i]!)).toBeLessThan(1 / 255))
        }),
        { numRuns: 500, seed: 171 },
      )
    },
  )

  it.each([
    ['oklch', 'shorter'],
    ['oklch-longer', 'longer'],
  ] as const)('go the %s way round', (mix, way) => {
    // Red at hue 29.2°, blue at 264.1° (CSS Color 4's own sample conversions, from memory): 125.1° or 234.9° apart.
    const given = compileProperty(
      property('colour', [key(0, '#ff0000'), key(1, '#0000ff')], { mix: mix as Mix }),
      [],
    )
    const hue = ([, a, b]: number[]): number => ((Math.atan2(b!, a!) * 180) / Math.PI + 360) % 360
    const [start, middle, end] = [0, 0.5, 1].map((time) => hue(valueAt(given, at(time))))
    expect(start).toBeCloseTo(29.23, 1)
    expect(end).toBeCloseTo(264.05, 1)
    const shorter = way === 'shorter'
    expect(middle).toBeCloseTo(shorter ? 326.64 : 146.64, 1)
  })

  it('take the hue of the other where one has none, so that grey fades into a colour', () => {
    const given = compileProperty(
      property('colour', [key(0, '#808080'), key(1, '#00ff00')], { mix: 'oklch' }),
      [],
    )
    const [, a, b] = valueAt(given, at(0.5))
    const [, wantA, wantB] = valueAt(given, at(1))
    expect(Math.atan2(b!, a!)).toBeCloseTo(Math.atan2(wantB!, wantA!), 6)
  })

  it('have a speed that is the slope of the value, lifts too', () => {
    const bend = {
      kind: 'handles',
      leave: { reach: 0.3, rise: 0, lift: [0.1, 0.02, 0, 0] },
      arrive: { reach: 0.4, rise: 0.2 },
    } as const
    const given = compileProperty(property('colour', [key(0, '#c8401a', bend), key(2, '#0e6b75')]), [])
    for (const time of [0.2, 0.7, 1.4]) {
      const hair = 1e-5
      const slopes = valueAt(given, at(time + hair)).map(
        (part, i) => (part - valueAt(given, at(time - hair))[i]!) / (2 * hair),
      )
      speedAt(given, at(time)).forEach((part, i) => expect(part).toBeCloseTo(slopes[i]!, 4))
    }
  })
})

describe('the speed of a colour', () => {
  const MIXES = ['oklab', 'oklch', 'oklch-longer', 'srgb-linear', 'srgb'] as const
  const colour = fc.oneof(
    anyColour,
    fc
      .tuple(
        fc.integer({ min: 20, max: 980 }),
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 0, max: 3599 }),
      )
      .map(([l, c, h]) => `oklch(${l / 1000} ${c / 1000} ${h / 10})`),
  )
  it.each(MIXES)('is the slope of its value, from end to end: %s', (mix) => {
    fc.assert(
      fc.property(colour, colour, fc.integer({ min: 2, max: 998 }), (from, to, thousandth) => {
        const given = compileProperty(property('colour', [key(0, from), key(1, to)], { mix }), [])
        const time = at(thousandth / 1000)
        const hair = TICKS_PER_SECOND / 5e4
        const value = (steps: number): number[] => valueAt(given, time + steps * hair)
        const speeds = speedAt(given, time)
        // Five points, so that what is left is of the fourth order; where that is much, light passes 0 close by.
        const [a, b, c, d] = [value(-2), value(-1), value(1), value(2)]
        speeds.forEach((speed, i) => {
          const near = ((c![i]! - b![i]!) * TICKS_PER_SECOND) / (2 * hair)
          const wide = ((d![i]! - a![i]!) * TICKS_PER_SECOND) / (4 * hair)
          const slope = (4 * near - wide) / 3
          expect(Math.abs(speed - slope)).toBeLessThan(1e-6 + 2 * Math.abs(near - wide))
        })
      }),
      { numRuns: 500, seed: 62 },
    )
  })

  it('stays near close to a key where linear light passes 0', () => {
    const given = compileProperty(
      property('colour', [key(0, 'oklch(0.08464 0.07266 108.2)'), key(1, '#e77538')], { mix: 'srgb' }),
      [],
    )
    for (const time of [20_000, 100_000, 1_000_000]) {
      const [before, after] = [valueAt(given, time - 50), valueAt(given, time + 50)]
      speedAt(given, time).forEach((speed, i) => {
        const slope = ((after[i]! - before[i]!) * TICKS_PER_SECOND) / 100
        expect(Math.abs(speed - slope)).toBeLessThan(1e-3 * Math.max(1, Math.abs(slope)))
      })
    }
  })

  it('has an alpha that stands still where it is beyond what is shown', () => {
    const over: PlainBend = {
      kind: 'handles',
      leave: { reach: 0.3, rise: 0 },
      arrive: { reach: 0.3, rise: -2 },
    }
    const given = compileProperty(property('colour', [key(0, '#ff000080', over), key(1, '#ff0000')]), [])
    expect(valueAt(given, at(0.8))[3]).toBe(1)
    expect(speedAt(given, at(0.8))[3]).toBe(0)
  })
})

describe('choices', () => {
  const given = compileProperty(
    property('choice', [key(1, 'open'), key(2, false), key(3, 'shut')], { after: 'loop' }),
    [],
  )
  it('hold until the next key, and loop', () => {
    expect([0, 1, 1.5, 2, 2.9, 3, 3.5, 4.2].map((time) => storedValueAt(given, at(time)))).toEqual([
      'open',
      'open',
      'open',
      false,
      false,
      'shut',
      'open',
      false,
    ])
  })
})

describe('geometric mixing', () => {
  it('of ten equal steps from 1 to a half multiplies each by 0.9330', () => {
    // Source: arithmetic, 0.5^(1/10).
    const given = compileProperty(property('number', [key(0, 1), key(10, 0.5)], { mix: 'geometric' }), [])
    for (let step = 1; step <= 10; step += 1)
      expect(valueAt(given, at(step))[0]! / valueAt(given, at(step - 1))[0]!).toBeCloseTo(0.5 ** 0.1, 12)
    expect(0.5 ** 0.1).toBeCloseTo(0.933, 4)
  })

  it('goes plainly through nothing and below it', () => {
    const given = compileProperty(property('number', [key(0, -4), key(1, 4)], { mix: 'geometric' }), [])
    expect(valueAt(given, at(0.5))[0]).toBe(0)
  })
})
