import bezierEasing from 'bezier-easing'
import { HandlesCurve } from '@arrow-bend/core/bend'
import { seeded, shortestOfBoth, type Result } from './result.ts'

const easingOf = ((bezierEasing as unknown as { default?: typeof bezierEasing }).default ??
  bezierEasing) as typeof bezierEasing

/** From gentle to the steepest legal. */
const HANDLES: readonly (readonly [number, number, number, number])[] = [
  [0.25, 0.1, 0.25, 1],
  [0.42, 0, 0.58, 1],
  [0.4, 0, 0.6, 1],
  [0.3, -0.5, 0.4, 1.6],
  [0.9, 0, 0.1, 1],
  [0.98, 0, 0.02, 1],
  [1, 0, 0, 1],
  [0, 0, 1, 1.2],
  [0, 1, 0, 1],
  [1, 0, 1, 0],
]
const COUNT = 40_000

let kept = 0

function sumOurs(curve: HandlesCurve, times: Float64Array): void {
  let sum = 0
  for (const u of times) sum += curve.progress(u)
  kept += sum
}

function sumTheirs(ease: (u: number) => number, times: Float64Array): void {
  let sum = 0
  for (const u of times) sum += ease(u)
  kept += sum
}

/** Progress of handles bends against bezier-easing, times in order and at random, and the largest error in u. */
export function benchBends(): Result[] {
  const random = seeded(7)
  const ordered = Float64Array.from({ length: COUNT }, (_, i) => i / COUNT)
  const shuffled = Float64Array.from({ length: COUNT }, random)
  const results: Result[] = []
  const logs = { order: 0, random: 0 }
  let worst = 0
  for (const [x1, y1, x2, y2] of HANDLES) {
    const curve = new HandlesCurve({
      leave: { reach: x1, rise: y1 },
      arrive: { reach: 1 - x2, rise: 1 - y2 },
    })
    const ease = easingOf(x1, y1, x2, y2)
    for (const [order, times] of [
      ['order', ordered],
      ['random', shuffled],
    ] as const) {
      const pair = shortestOfBoth(
        () => sumOurs(curve, times),
        () => sumTheirs(ease, times),
      )
      const [ours, reference] = pair.map((ms) => (ms / COUNT) * 1e6) as [number, number]
      logs[order] += Math.log(reference / ours) / HANDLES.length
      results.push({
        name: `bend ${[x1, y1, x2, y2].join(', ')}, ${order}`,
        unit: 'ns',
        ours,
        reference,
        wanted: '> 1',
      })
    }
    for (const u of shuffled) {
      const s = curve.parameter(u)
      worst = Math.max(worst, Math.abs(3 * x1 * s * (1 - s) ** 2 + 3 * x2 * s * s * (1 - s) + s ** 3 - u))
    }
  }
  results.push({
    name: 'bends in order, geometric mean',
    unit: 'ns',
    ours: 1,
    reference: Math.exp(logs.order),
    wanted: '≥ 2',
  })
  results.push({
    name: 'bends at random, geometric mean',
    unit: 'ns',
    ours: 1,
    reference: Math.exp(logs.random),
    wanted: '≥ 1.3',
  })
  results.push({ name: 'bends, largest error in u × 1e12', unit: 'error', ours: worst * 1e12, wanted: '≤ 1' })
  if (!Number.isFinite(kept)) throw new Error('a bend gave no number')
  return results
}
