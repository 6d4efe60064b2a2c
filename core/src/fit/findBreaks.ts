import { clamp } from '../number/index.ts'
import type { Curve } from './curve.ts'

const LOOKS = 1024
/** Halvings by which a jump is found to about the last bit. */
const HALVINGS = 46
/** A step this many times its neighbours' is worth a closer look. */
const STANDS_OUT = 4

/**
 * Where a curve jumps, or its slope does, between two times.
 * @returns times in order, each to 1e-13 of the stretch; what lies closer together than a 1024th may be missed
 * Source: own; a step that halving does not shrink is a jump.
 */
export function findBreaks(
  curve: Curve,
  start: number,
  end: number,
  { within, step }: { readonly within: number; readonly step: number },
): number[] {
  const scratch = new Float64Array(curve.width)
  const valueOf = (t: number): number[] => {
    curve.valueInto(scratch, t)
    return [...scratch]
  }
  const jumps = findJumps(valueOf, { start, end, least: within / 2, shrink: 0.7 })
  if (!curve.slopeInto) return jumps
  const slopeOf = (t: number): number[] => {
    curve.slopeInto!(scratch, t)
    return [...scratch].map((part) => (Number.isFinite(part) ? part : 0))
  }
  const kinks = findJumps(slopeOf, { start, end, least: within / (4 * step), shrink: 0.9 })
  return [...new Set([...jumps, ...kinks])].sort((a, b) => a - b)
}

interface Search {
  readonly start: number
  readonly end: number
  /** Smaller steps are passed over. */
  readonly least: number
  /** A step that keeps this share of itself to the last halving is a jump. */
  readonly shrink: number
}

function findJumps(f: (t: number) => number[], { start, end, least, shrink }: Search): number[] {
  const hair = 1e-12 * (end - start)
  const time = (i: number): number => clamp(start + (i / LOOKS) * (end - start), start + hair, end - hair)
  const looks = Array.from({ length: LOOKS + 1 }, (_, i) => f(time(i)))
  const gap = (from: readonly number[], to: readonly number[]): number =>
    Math.hypot(...from.map((part, c) => part - to[c]!))
  const steps = looks.slice(1).map((to, i) => gap(looks[i]!, to))
  return steps.flatMap((size, i) => {
    const beside = Math.min(steps[i - 1] ?? Infinity, steps[i + 1] ?? Infinity)
    if (size < least || size < STANDS_OUT * beside) return []
    let [low, high] = [time(i), time(i + 1)]
    let [before, after] = [looks[i]!, looks[i + 1]!]
    for (let k = 0; k < HALVINGS; k += 1) {
      const middle = (low + high) / 2
      if (middle <= low || middle >= high) break
      const here = f(middle)
      if (gap(before, here) >= gap(here, after)) {
        high = middle
        after = here
      } else {
        low = middle
        before = here
      }
    }
    return gap(before, after) > shrink * size ? [high] : []
  })
}
