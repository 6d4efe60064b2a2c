import { LINEAR, type PlainBend } from '../bend.ts'
import type { UnitCurve } from '../curves/unitCurve.ts'

/** Samples of the least-squares comparison. */
const SAMPLES = 48

/**
 * The bend of a strength: a power of exponent 1 + |strength|/50, `in` below 0 and `out` above.
 * @param strength −100 … 100; 0 is linear
 * Source: own.
 */
export function strengthBend(strength: number): PlainBend {
  if (strength === 0) return LINEAR
  return {
    kind: 'family',
    family: 'power',
    mode: strength < 0 ? 'in' : 'out',
    power: 1 + Math.abs(strength) / 50,
  }
}

/** The strength a bend was made with, or null when it was not made by strength. */
export function strengthOf(bend: PlainBend): number | null {
  if (bend.kind === 'linear') return 0
  if (bend.kind !== 'family' || bend.family !== 'power' || bend.part || bend.mode === 'inOut') return null
  const amount = ((bend.power ?? 3) - 1) * 50
  if (amount > 100) return null
  return bend.mode === 'out' ? amount : -amount
}

/** The strength whose curve lies nearest by least squares, a whole number −100 … 100. */
export function nearestStrength(curve: UnitCurve): number {
  let nearest = 0
  let least = Infinity
  for (let strength = -100; strength <= 100; strength += 1) {
    const exponent = 1 + Math.abs(strength) / 50
    let sum = 0
    for (let i = 1; i < SAMPLES; i += 1) {
      const u = i / SAMPLES
      const p = strength < 0 ? u ** exponent : 1 - (1 - u) ** exponent
      sum += (curve.progress(u) - p) ** 2
    }
    if (sum < least) {
      least = sum
      nearest = strength
    }
  }
  return nearest
}
