import type { Bend, Handle, Handles } from './bend.ts'
import { compileBend } from './compileBend.ts'
import { HandlesCurve } from './handlesCurve.ts'
import type { UnitCurve } from './unitCurve.ts'

/** Looks the fit is judged by. */
const SAMPLES = 60
/** Rounds of the search, each with half the stride of the last. */
const ROUNDS = 14

/** A bend's handles: its own, a straight line's thirds, or else those of the nearest single Bézier. */
export function asHandles(bend: Bend): Handles {
  if (bend.kind === 'handles') return { leave: bend.leave, arrive: bend.arrive }
  const third: Handle = { reach: 1 / 3, rise: 1 / 3 }
  return bend.kind === 'linear' ? { leave: third, arrive: third } : nearestHandles(compileBend(bend))
}

/**
 * The single Bézier nearest to a curve by least squares of progress. How near that is depends on the curve:
 * a sine within 0.5 %, a bounce only in its general run.
 * Source: own; a compass search from three starts.
 */
export function nearestHandles(curve: UnitCurve): Handles {
  const wanted = Float64Array.from({ length: SAMPLES - 1 }, (_, i) => curve.progress((i + 1) / SAMPLES))
  const miss = ([x1, y1, x2, y2]: readonly number[]): number => {
    const made = new HandlesCurve(handlesOf(x1!, y1!, x2!, y2!))
    return wanted.reduce((sum, p, i) => sum + (made.progress((i + 1) / SAMPLES) - p) ** 2, 0)
  }
  const starts = [
    [0.4, 0, 0.6, 1],
    [0.6, 0.1, 0.8, 0.6],
    [0.2, 0.4, 0.4, 0.9],
  ]
  const found = starts.map((start) => compassSearch(start, miss))
  const best = found.reduce((a, b) => (b.least < a.least ? b : a)).at
  return handlesOf(best[0]!, best[1]!, best[2]!, best[3]!)
}

function handlesOf(x1: number, y1: number, x2: number, y2: number): Handles {
  return { leave: { reach: x1, rise: y1 }, arrive: { reach: 1 - x2, rise: 1 - y2 } }
}

function compassSearch(
  start: readonly number[],
  miss: (at: readonly number[]) => number,
): { at: number[]; least: number } {
  let at = [...start]
  let least = miss(at)
  let stride = 0.2
  for (let round = 0; round < ROUNDS; round += 1) {
    let better = true
    for (let tries = 0; better && tries < 40; tries += 1) {
      better = false
      for (let i = 0; i < 4; i += 1) {
        for (const sign of [1, -1]) {
          const next = [...at]
          next[i] = next[i]! + sign * stride
          if (i % 2 === 0) next[i] = Math.min(1, Math.max(0, next[i]!))
          const score = miss(next)
          if (score >= least) continue
          at = next
          least = score
          better = true
        }
      }
    }
    stride /= 2
  }
  return { at, least }
}
