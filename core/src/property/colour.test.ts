import { converter, displayable } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  BadColour,
  colourText,
  exactColourText,
  hexOf,
  isInSrgb,
  oklabOfOklch,
  oklchOf,
  parseColour,
} from './index.ts'

const rgb = converter('rgb')

describe('parseColour', () => {
  // Source: W3C, CSS Color 4, sample conversions (oklab of white, of green #008000, of red #ff0000).
  it.each([
    ['#ffffff', [1, 0, 0]],
    ['green', [0.51975, -0.1403, 0.10768]],
    ['#ff0000', [0.62796, 0.22486, 0.12585]],
    ['oklch(0.51975 0.17686 142.495)', [0.51975, -0.1403, 0.10768]],
  ])('reads %s', (text, lab) => {
    const [l, a, b, alpha] = parseColour(text)
    expect([l, a, b].map((part, i) => Math.abs(part - lab[i]!)).every((gap) => gap < 1e-4)).toBe(true)
    expect(alpha).toBe(1)
  })

  it.each(['', 'reddish', '#12', 'url(x)', `#${'f'.repeat(200)}`])('refuses %j with a sentence', (text) => {
    expect(() => parseColour(text)).toThrow(BadColour)
  })

  it('writes every 8-bit colour back as it was', () => {
    for (let i = 0; i < 4096; i += 7) {
      const hex = `#${(i * 4099 * 7).toString(16).padStart(6, '0').slice(-6)}`
      expect(hexOf(parseColour(hex))).toBe(hex)
    }
    expect(hexOf(parseColour('#11223380'))).toBe('#11223380')
  })

  it('keeps every digit in exact text', () => {
    const colour = [0.4321987654, -0.123456789, 0.0987654321, 0.25] as [number, number, number, number]
    parseColour(exactColourText(colour)).forEach((part, i) => expect(part).toBeCloseTo(colour[i]!, 12))
  })
})

describe('colours by lightness, chroma and hue', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true })

  it('are those of CSS Color 4, as culori reads it, and in sRGB where it says so', () => {
    fc.assert(
      fc.property(share, share, share, (l, chroma, turn) => {
        const [c, h] = [0.35 * chroma, 360 * turn]
        const colour = oklabOfOklch(l, c, h, 1)
        const other = parseColour(`oklch(${l} ${c} ${h})`)
        colour.forEach((part, i) => expect(part).toBeCloseTo(other[i]!, 9))
        const [lightness, back, hue] = oklchOf(colour)
        expect([lightness, back]).toEqual([expect.closeTo(l, 9), expect.closeTo(c, 9)])
        if (c > 1e-6) expect(Math.abs(((hue - h + 540) % 360) - 180)).toBeLessThan(1e-6)
        const exact = { mode: 'oklch' as const, l, c, h }
        if (displayable(exact)) expect(isInSrgb(colour)).toBe(true)
        const { r, g, b } = rgb(exact)
        if ([r, g, b].some((part) => part < -0.01 || part > 1.01)) expect(isInSrgb(colour)).toBe(false)
      }),
    )
  })

  it('are stored as hex where that holds them, else as they are', () => {
    expect(colourText(parseColour('#c8401a80'))).toBe('#c8401a80')
    expect(colourText(parseColour('oklch(0.7 0.3 145 / 0.5)'))).toBe('oklch(0.7 0.3 145 / 0.5)')
  })
})
