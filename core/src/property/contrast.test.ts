import { wcagContrast } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contrastRatio, laidOver, parseColour, srgbOf, type EncodedRgb } from './index.ts'

const rgb = (text: string): EncodedRgb => {
  const [r, g, b] = srgbOf(parseColour(text))
  return [r, g, b]
}

describe('the contrast of two colours', () => {
  // Source: W3C, WCAG 2.2; #767676 is the lightest grey that passes on white (W3C, Understanding SC 1.4.3).
  it('goes from 1 to 21, whichever is on top', () => {
    expect(contrastRatio(rgb('#000'), rgb('#fff'))).toBeCloseTo(21, 6)
    expect(contrastRatio(rgb('#c8401a'), rgb('#c8401a'))).toBe(1)
    expect(contrastRatio(rgb('#767676'), rgb('#ffffff'))).toBeGreaterThanOrEqual(4.5)
    expect(contrastRatio(rgb('#777777'), rgb('#ffffff'))).toBeLessThan(4.5)
  })

  it('is what another library says (culori)', () => {
    const part = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(fc.tuple(part, part, part), fc.tuple(part, part, part), (one, other) => {
        const [a, b] = [one, other].map(([r, g, bl]) => ({ mode: 'rgb', r, g, b: bl }) as const)
        expect(contrastRatio(one, other)).toBeCloseTo(wcagContrast(a!, b!), 2)
      }),
    )
  })

  it('is of what is seen: half of a colour over another is between them', () => {
    expect(laidOver([1, 1, 1], 0.5, [0, 0, 0])).toEqual([0.5, 0.5, 0.5])
  })
})
