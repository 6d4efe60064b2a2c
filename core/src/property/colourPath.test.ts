import { clampChroma } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { key, property } from '../../test/trials.ts'
import { TICKS_PER_SECOND } from '../time/index.ts'
import { colourLooks, compileProperty, mostChroma } from './index.ts'

describe('a colour over time', () => {
  const looks = (values: readonly string[], mix: 'oklab' | 'oklch' = 'oklch') => {
    const keys = values.map((value, i) => key(i, value))
    const times = Array.from({ length: (values.length - 1) * 10 + 1 }, (_, i) => (i * TICKS_PER_SECOND) / 10)
    return colourLooks(compileProperty(property('colour', keys, { mix }), []), times)
  }

  it('is told by lightness, chroma, hue and alpha', () => {
    const [first] = looks(['oklch(0.3 0.1 40 / 0.2)', 'oklch(0.8 0.05 100)'])
    const middle = looks(['oklch(0.3 0.1 40)', 'oklch(0.8 0.05 100)'])[5]!
    expect([first!.lightness, first!.chroma, first!.hue, first!.alpha]).toEqual(
      [0.3, 0.1, 40, 0.2].map((part) => expect.closeTo(part, 6)),
    )
    expect(middle.hue).toBeCloseTo(70, 6)
    expect(middle.lightness).toBeCloseTo(0.55, 6)
  })

  it('goes on past a full turn of hues, and greys have no hue of their own', () => {
    const round = looks(['oklch(0.6 0.1 340)', 'oklch(0.6 0.1 20)', 'oklch(0.6 0.1 140)'])
    round.slice(1).forEach(({ hue }, i) => expect(hue).toBeGreaterThan(round[i]!.hue))
    expect(round.at(-1)!.hue).toBeCloseTo(500, 6)
    const dawn = looks(['#000000', 'oklch(0.7 0.12 60)', '#ffffff'], 'oklab')
    for (const { hue } of dawn) expect(hue).toBeCloseTo(60, 3)
  })

  // Source: culori's clampChroma, which finds the most chroma of OKLCH in sRGB by itself.
  it('has as much chroma as sRGB holds, as another library finds it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        (l, h) => {
          const theirs = clampChroma({ mode: 'oklch', l, c: 0.4, h }, 'oklch', 'rgb')
          // Half a step of eight bits counts as the border itself, which is the more chroma the darker it is.
          expect(Math.abs(mostChroma(l, h) - theirs.c)).toBeLessThan(0.008)
        },
      ),
      { numRuns: 300 },
    )
  })
})
