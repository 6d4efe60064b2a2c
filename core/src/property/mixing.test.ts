import { converter, interpolateWithPremultipliedAlpha } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { key, property } from '../../test/trials.ts'
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
