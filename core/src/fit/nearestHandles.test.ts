import { describe, expect, it } from 'vitest'
import { compileBend, HandlesCurve, type PlainBend } from '../bend/index.ts'
import { asHandles } from './index.ts'

describe('asHandles', () => {
  it.each([
    ['sine', 0.005],
    ['power', 0.01],
    ['back', 0.02],
    ['circular', 0.045],
  ] as const)('comes within its word of %s', (family, within) => {
    const bend: PlainBend = { kind: 'family', family, mode: 'inOut' }
    const [curve, nearest] = [compileBend(bend), new HandlesCurve(asHandles(bend))]
    for (let i = 0; i <= 100; i += 1)
      expect(Math.abs(curve.progress(i / 100) - nearest.progress(i / 100))).toBeLessThan(within)
  })

  it('gives a line its thirds and handles back as they are', () => {
    expect(asHandles({ kind: 'linear' }).leave).toEqual({ reach: 1 / 3, rise: 1 / 3 })
    const own: Extract<PlainBend, { kind: 'handles' }> = {
      kind: 'handles',
      leave: { reach: 0.1, rise: 2 },
      arrive: { reach: 0.9, rise: -1 },
    }
    expect(asHandles(own)).toEqual({ leave: own.leave, arrive: own.arrive })
  })
})
