import { describe, expect, it } from 'vitest'
import { key, property } from '../../../../core/test/trials.ts'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawColour, type ColourDrawing } from './colourDrawing.ts'

/** A hundred px a second. */
const draw = (values: readonly string[]): ColourDrawing =>
  drawColour(
    property(
      'colour',
      values.map((value, i) => key(i, value)),
      { mix: 'oklch' },
    ),
    {
      xOf: (time) => (time / TICKS_PER_SECOND) * 100,
      timeAt: (x) => (x / 100) * TICKS_PER_SECOND,
      width: 400,
      top: 0,
      bottom: 160,
      library: [],
    },
  )

describe('a colour drawn large', () => {
  it('has a ramp without gaps, and a graph of each part on a scale of its own', () => {
    const { ramp, rampHeight, bands } = draw(['#140c2e', '#c8401a', '#7ab8e0'])
    expect(ramp[0]!.colour).toBe('#140c2e')
    ramp.slice(1).forEach(({ x }, i) => expect(x).toBeLessThanOrEqual(ramp[i]!.x + ramp[i]!.width))
    expect(bands.map(({ part }) => part)).toEqual(['lightness', 'chroma', 'hue'])
    bands.forEach(({ top, bottom, low, high, y, valueOf }, i) => {
      expect(top).toBeGreaterThanOrEqual(i === 0 ? rampHeight : bands[i - 1]!.bottom)
      expect([y(low), y(high)]).toEqual([bottom, top])
      expect(valueOf(y((low + high) / 2))).toBeCloseTo((low + high) / 2, 9)
    })
    expect(bands.map(({ beyond }) => beyond !== '')).toEqual([false, true, false])
  })

  it('has one of alpha where it is not full, and a bead a key in each', () => {
    const { bands, beads } = draw(['#ffffff', '#c8401a80'])
    expect(bands.at(-1)!.part).toBe('alpha')
    expect(beads.map(({ part, index }) => `${part} ${index}`)).toEqual(
      ['lightness', 'chroma', 'hue', 'alpha'].flatMap((part) => [`${part} 0`, `${part} 1`]),
    )
    const white = beads[0]!
    expect([white.x, white.y, white.look.lightness]).toEqual(
      [0, bands[0]!.top, 1].map((n) => expect.closeTo(n, 6)),
    )
  })

  it('has no beads where keys crowd, or lie out of view', () => {
    const many = Array.from({ length: 900 }, (_, i) => (i % 2 === 0 ? '#c8401a' : '#0e6b75'))
    const keys = many.map((value, i) => key(i / 300, value))
    const crowded = drawColour(property('colour', keys), {
      xOf: (time) => (time / TICKS_PER_SECOND) * 100,
      timeAt: (x) => (x / 100) * TICKS_PER_SECOND,
      width: 400,
      top: 0,
      bottom: 160,
      library: [],
    })
    expect(crowded.beads).toEqual([])
    expect(crowded.ramp.length).toBeGreaterThan(50)
    expect(draw(['#ffffff', '#000000', '#ffffff', '#000000', '#ffffff', '#000000']).beads).toHaveLength(15)
  })
})
