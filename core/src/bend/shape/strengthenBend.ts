import { clamp } from '../../number/index.ts'
import { LINEAR, type BendNode, type Handle, type PlainBend } from '../bend.ts'
import { clampNodes } from './clampNodes.ts'
import type { ShapedBend } from './slideBend.ts'
import { strengthBend, strengthOf } from './strength.ts'

/** Toward which a side of a bend goes as it grows stronger, and as it grows softer. */
const STRONGEST: Handle = { reach: 1, rise: 0 }
const EVEN: Handle = { reach: 1 / 3, rise: 1 / 3 }
/** The largest power dragging makes. */
const MOST_POWER = 8

const mix = (from: number, to: number, share: number): number => from + (to - from) * share

/**
 * The same bend made stronger or softer. Softer it comes nearer to even speed and ends there; stronger, each side that
 * eases eases longer. A power's exponent, a strength, the overshoot of `back` grow and shrink as numbers.
 * @param bend of kind linear, family, handles or points; a hold and steps come back as they are
 * @param by −1 (even) … 0 (unchanged) … 1; taken to the nearest of these
 * @param shaped the bend as handles or points, used for families without such a number
 * Source: own.
 */
export function strengthenBend(
  bend: PlainBend,
  by: number,
  shaped: (bend: PlainBend) => PlainBend,
): PlainBend {
  const amount = clamp(by, -1, 1)
  if (amount === 0 || bend.kind === 'hold') return bend
  if (bend.kind === 'family') {
    if (bend.family === 'steps') return bend
    const known = strengthenFamily(bend, amount)
    if (known) return known
  }
  const given = shaped(bend)
  return given.kind === 'handles' || given.kind === 'points' ? strengthenShape(given, amount) : bend
}

function strengthenFamily(bend: PlainBend & { kind: 'family' }, amount: number): PlainBend | null {
  const strength = strengthOf(bend)
  if (strength !== null && strength !== 0) {
    const size = Math.round(
      amount < 0 ? mix(Math.abs(strength), 0, -amount) : mix(Math.abs(strength), 100, amount),
    )
    return strengthBend(Math.sign(strength) * size)
  }
  if (bend.family === 'power') {
    const power = bend.power ?? 3
    const now = amount < 0 ? mix(power, 1, -amount) : mix(power, Math.max(power, MOST_POWER), amount)
    return now > 1 ? { ...bend, power: now } : LINEAR
  }
  if (bend.family === 'back') {
    const overshoot = bend.overshoot ?? 0.1
    return {
      ...bend,
      overshoot: amount < 0 ? mix(overshoot, 0, -amount) : mix(overshoot, overshoot * 3, amount),
    }
  }
  return null
}

function strengthenShape(bend: ShapedBend, amount: number): PlainBend {
  if (bend.kind === 'handles') {
    const side = (handle: Handle): Handle => {
      // A side without reach has no ease to grow: it stays sharp.
      if (amount > 0 && handle.reach === 0) return handle
      const goal = amount > 0 ? STRONGEST : EVEN
      const share = Math.abs(amount)
      const { lift } = handle
      return {
        reach: mix(handle.reach, goal.reach, share),
        rise: mix(handle.rise, goal.rise, share),
        ...(lift ? { lift: lift.map((part) => part * (1 + amount)) } : {}),
      }
    }
    return { kind: 'handles', leave: side(bend.leave), arrive: side(bend.arrive) }
  }
  // How far each point lies from even speed grows and shrinks.
  const scale = ([du, dp]: BendNode['leave']): BendNode['leave'] => [du, du + (dp - du) * (1 + amount)]
  const nodes = bend.nodes.map((node): BendNode => {
    const [u, p] = node.at
    return {
      ...node,
      at: [u, u + (p - u) * (1 + amount)],
      arrive: scale(node.arrive),
      leave: scale(node.leave),
    }
  })
  return { kind: 'points', nodes: clampNodes(nodes) }
}
