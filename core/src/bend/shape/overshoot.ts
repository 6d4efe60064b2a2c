import type { PlainBend } from '../bend.ts'
import { compileBend } from '../curves/compileBend.ts'
import type { UnitCurve } from '../curves/unitCurve.ts'

export interface Overshoot {
  /** How far progress goes beyond 1, ≥ 0. */
  readonly amount: number
  /** Elapsed fraction of that moment; null where it does not overshoot. */
  readonly at: number | null
}

const LOOKS = 400
const HALVINGS = 40
/** Less than this is not an overshoot but rounding. */
const NOTHING = 1e-6
/** The lowest an arriving handle is pulled: it makes an overshoot of several times the change. */
const LOWEST_RISE = -12

/** How far a curve goes past its end, and when it is farthest. */
export function overshootOf(curve: UnitCurve): Overshoot {
  let at = 0
  let most = -Infinity
  for (let i = 0; i <= LOOKS; i += 1) {
    const p = curve.progress(i / LOOKS)
    if (p > most) [most, at] = [p, i / LOOKS]
  }
  if (most - 1 <= NOTHING) return { amount: 0, at: null }
  let [low, high] = [Math.max(0, at - 1 / LOOKS), Math.min(1, at + 1 / LOOKS)]
  for (let i = 0; i < HALVINGS; i += 1) {
    const third = (high - low) / 3
    if (curve.progress(low + third) < curve.progress(high - third)) low += third
    else high -= third
  }
  const peak = (low + high) / 2
  return { amount: curve.progress(peak) - 1, at: peak }
}

/**
 * A bend that overshoots by an amount: a `back` by its number, handles by the height of the arriving one, whose reach
 * stays (a third where it had none). Other bends come back as they are.
 * @param amount share of the change, ≥ 0
 */
export function withOvershoot(bend: PlainBend, amount: number): PlainBend {
  const wanted = Math.max(0, amount)
  if (bend.kind === 'family' && bend.family === 'back') return { ...bend, overshoot: wanted }
  if (bend.kind !== 'handles') return bend
  const reach = bend.arrive.reach > 0 ? bend.arrive.reach : 1 / 3
  const risen = (rise: number): PlainBend => ({ ...bend, arrive: { ...bend.arrive, reach, rise } })
  if (wanted === 0) return risen(Math.max(0, bend.arrive.rise))
  let [low, high] = [LOWEST_RISE, 0]
  for (let i = 0; i < HALVINGS; i += 1) {
    const rise = (low + high) / 2
    if (overshootOf(compileBend(risen(rise))).amount > wanted) low = rise
    else high = rise
  }
  return risen((low + high) / 2)
}
