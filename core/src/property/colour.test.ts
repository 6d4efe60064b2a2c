import { describe, expect, it } from 'vitest'
import { BadColour, exactColourText, hexOf, parseColour } from './index.ts'

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
