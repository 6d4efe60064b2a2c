import { describe, expect, it } from 'vitest'
import type { PlainBend } from '../bend.ts'
import { compileBend } from './compileBend.ts'
import { QUICK_BENDS } from '../quickBends.ts'
import { sampleBend } from './sampleBend.ts'
import { nearestStrength, strengthBend, strengthOf } from '../shape/strength.ts'

const BENDS: PlainBend[] = [
  ...QUICK_BENDS.map(({ bend }) => bend).filter(({ kind }) => kind !== 'hold'),
  { kind: 'family', family: 'elastic', mode: 'out' },
  { kind: 'family', family: 'bounce', mode: 'out' },
  { kind: 'family', family: 'circular', mode: 'inOut' },
  { kind: 'family', family: 'spring', mode: 'out', dampingRatio: 0.15 },
]

describe('sampleBend', () => {
  it.each(BENDS.map((bend) => [JSON.stringify(bend), bend] as const))(
    'stays within its tolerance for %s',
    (_, bend) => {
      const curve = compileBend(bend)
      const points = sampleBend(curve, 0.0005)
      let piece = 0
      let most = 0
      for (let i = 0; i <= 20000; i += 1) {
        const u = i / 20000
        while (points[piece + 1]!.u < u) piece += 1
        const [from, to] = [points[piece]!, points[piece + 1]!]
        const p = from.p + ((to.p - from.p) * (u - from.u)) / (to.u - from.u)
        most = Math.max(most, Math.abs(p - curve.progress(u)))
      }
      expect(most).toBeLessThanOrEqual(0.0005)
      expect(points.length).toBeLessThan(500)
    },
  )
})

describe('strengthBend', () => {
  it.each([-100, -37, 0, 12, 100])('of %d is known again', (strength) => {
    expect(strengthOf(strengthBend(strength))).toBeCloseTo(strength, 9)
    expect(nearestStrength(compileBend(strengthBend(strength)))).toBe(strength)
  })

  it('is no other bend’s', () => {
    expect(strengthOf({ kind: 'family', family: 'sine' })).toBeNull()
    expect(strengthOf({ kind: 'family', family: 'power', mode: 'inOut' })).toBeNull()
  })
})
