import { clamp } from '../number/index.ts'
import type { SpeedLook } from './speedProfile.ts'

/** A span that a speed was drawn over. */
export interface DrawnSpan {
  /** In order of time, at least two. */
  readonly looks: readonly SpeedLook[]
  /** What it changes by, in the speeds' unit times `seconds`. */
  readonly change: number
  /** > 0 */
  readonly seconds: number
}

/** Moments a drawn span is looked at where it was not drawn densely. */
const STEPS = 64

/**
 * A speed drawn over neighbouring spans in one stroke, made to fit what each of them changes by without a jump at the
 * keys between: what was drawn is multiplied by a gain that goes straight from key to key, and that changes as little
 * as it can.
 * @param spans neighbours in order of time
 * @returns the looks of each span; null where no gain of one sign does it, as for spans that go opposite ways or stand still
 * Source: own. With gains g at the keys a span gains T·(g₀·∫d·(1 − u) + g₁·∫d·u), so one gain is free; the others follow
 * from it, and it is chosen for the least sum of squared differences.
 */
export function speedInOnePiece(spans: readonly DrawnSpan[]): readonly (readonly SpeedLook[])[] | null {
  // What stands still takes no speed from its neighbours.
  if (spans.some(({ change }) => change === 0)) return null
  const turned = spans.map((span) => ({
    ...span,
    looks: span.looks.map(({ u, speed }) => ({ u, speed: -speed })),
  }))
  return withGains(spans) ?? withGains(turned)
}

/** With gains of 0 and above. */
function withGains(spans: readonly DrawnSpan[]): readonly (readonly SpeedLook[])[] | null {
  const dense = spans.map(({ looks }) => densely(looks))
  // Gains as a + b·g of the first: the first is g itself.
  const gains = [{ a: 0, b: 1 }]
  for (const [i, { change, seconds }] of spans.entries()) {
    const { early, late } = moments(dense[i]!)
    const { a, b } = gains[i]!
    if (!(Math.abs(late) > 1e-9)) return null
    gains.push({ a: (change / seconds - early * a) / late, b: (-early * b) / late })
  }
  const first = leastRough(gains)
  if (first === null) return null
  const g = gains.map(({ a, b }) => a + b * first)
  return dense.map((looks, i) =>
    looks.map(({ u, speed }) => ({ u, speed: speed * (g[i]! + (g[i + 1]! - g[i]!) * u) })),
  )
}

/** The first gain for which all change least from one to the next, and none is below 0; null where there is none. */
function leastRough(gains: readonly { readonly a: number; readonly b: number }[]): number | null {
  let [square, product] = [0, 0]
  let [least, most] = [0, Infinity]
  gains.forEach(({ a, b }, i) => {
    if (b > 0) least = Math.max(least, -a / b)
    else if (b < 0) most = Math.min(most, -a / b)
    else if (a < 0) most = -1
    const before = gains[i - 1]
    if (!before) return
    square += (b - before.b) ** 2
    product += (b - before.b) * (a - before.a)
  })
  if (!(least <= most) || square === 0) return null
  const first = clamp(-product / square, least, most)
  return Number.isFinite(first) ? first : null
}

/** ∫ d·(1 − u) and ∫ d·u over a span whose speeds are joined by straight lines, each piece by Simpson's rule (exact). */
function moments(looks: readonly SpeedLook[]): { readonly early: number; readonly late: number } {
  let [early, late] = [0, 0]
  looks.slice(1).forEach((to, i) => {
    const from = looks[i]!
    const [u, speed] = [(from.u + to.u) / 2, (from.speed + to.speed) / 2]
    const share = (to.u - from.u) / 6
    late += share * (from.speed * from.u + 4 * speed * u + to.speed * to.u)
    early += share * (from.speed * (1 - from.u) + 4 * speed * (1 - u) + to.speed * (1 - to.u))
  })
  return { early, late }
}

/** Looks from 0 to 1, close enough that a gain along them is followed by straight lines. */
function densely(looks: readonly SpeedLook[]): SpeedLook[] {
  const rising = looks.filter(({ u }, i) => i === 0 || u > looks[i - 1]!.u)
  const [first, last] = [rising[0]!, rising[rising.length - 1]!]
  const points = [
    ...(first.u > 0 ? [{ u: 0, speed: first.speed }] : []),
    ...rising,
    ...(last.u < 1 ? [{ u: 1, speed: last.speed }] : []),
  ]
  return points.flatMap((point, i) => {
    const before = points[i - 1]
    if (!before) return [point]
    const count = Math.max(1, Math.ceil((point.u - before.u) * STEPS))
    return Array.from({ length: count }, (_, step) => {
      const share = (step + 1) / count
      return {
        u: before.u + (point.u - before.u) * share,
        speed: before.speed + (point.speed - before.speed) * share,
      }
    })
  })
}
