import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BadBend, compileBend, springOfBounce, springOfPhysics } from '../index.ts'

describe('springOfBounce', () => {
  it('swings over its target by the share asked for', () => {
    // Textbook percent overshoot of an endless spring; ours ends exactly at 1, which moves the peak by 0.001 at most.
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 80 }), (percent) => {
        const curve = compileBend(springOfBounce(percent / 100))
        let peak = 0
        for (let i = 0; i <= 4000; i += 1) peak = Math.max(peak, curve.progress(i / 4000))
        expect(Math.abs(peak - 1 - percent / 100)).toBeLessThan(0.004)
      }),
      { numRuns: 500, seed: 191 },
    )
    expect(springOfBounce(0).dampingRatio).toBe(1)
    for (const bounce of [-0.1, 1, NaN, 0.999]) expect(() => springOfBounce(bounce)).toThrow(BadBend)
  })
})

describe('springOfPhysics', () => {
  /** Position of a mass on a spring let go at distance 1, by Runge–Kutta steps of 1/20 000 s. */
  function letGo(mass: number, stiffness: number, damping: number, seconds: number): number {
    let [x, v] = [1, 0]
    const step = 1 / 20_000
    const pull = (at: number, speed: number): number => (-stiffness * at - damping * speed) / mass
    for (let t = 0; t < seconds; t += step) {
      const [a1, b1] = [v, pull(x, v)]
      const [a2, b2] = [v + (step / 2) * b1, pull(x + (step / 2) * a1, v + (step / 2) * b1)]
      const [a3, b3] = [v + (step / 2) * b2, pull(x + (step / 2) * a2, v + (step / 2) * b2)]
      const [a4, b4] = [v + step * b3, pull(x + step * a3, v + step * b3)]
      x += (step / 6) * (a1 + 2 * a2 + 2 * a3 + a4)
      v += (step / 6) * (b1 + 2 * b2 + 2 * b3 + b4)
    }
    return x
  }

  it.each([
    [1, 100, 4],
    [2, 80, 25.298221281347036],
    [0.5, 200, 45],
  ])(
    'of %d kg, %d N/m and %d N·s/m goes as mechanics has it, in its natural time',
    (mass, stiffness, damping) => {
      const { bend, seconds } = springOfPhysics({ mass, stiffness, damping })
      expect(bend.dampingRatio).toBeCloseTo(damping / (2 * Math.sqrt(stiffness * mass)), 12)
      const curve = compileBend(bend)
      for (const share of [0.1, 0.25, 0.4, 0.7]) {
        // The bend ends exactly at 1: it is off the endless spring by up to the 0.001 that is left at its end.
        const miss = Math.abs(1 - curve.progress(share) - letGo(mass, stiffness, damping, share * seconds))
        expect(miss).toBeLessThan(0.0015)
      }
    },
  )

  it('refuses what no spring is', () => {
    expect(() => springOfPhysics({ mass: 0, stiffness: 1, damping: 1 })).toThrow(/above 0/)
    expect(() => springOfPhysics({ mass: 1, stiffness: Infinity, damping: 1 })).toThrow(BadBend)
    expect(() => springOfPhysics({ mass: 1, stiffness: 1, damping: 1000 })).toThrow(/damping ratio lies from/)
  })
})
