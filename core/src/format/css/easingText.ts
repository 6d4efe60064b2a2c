import { compileBend, sampleBend, type PlainBend } from '../../bend/index.ts'

/** Digits that keep a share of a span to 1e-7 of it. */
const short = (value: number): string => String(Number(value.toFixed(7)))

/**
 * A bend as a CSS easing function, exact for linear, hold, steps and plain handles, else `linear()` points.
 * @param within largest error of the points, in progress
 * Source: W3C, CSS Easing Functions 2: linear(), cubic-bezier(), steps().
 */
export function easingText(bend: PlainBend, within = 0.0005): string {
  if (bend.kind === 'linear') return 'linear'
  if (bend.kind === 'hold') return 'steps(1, end)'
  if (bend.kind === 'handles') {
    const { leave, arrive } = bend
    return `cubic-bezier(${[leave.reach, leave.rise, 1 - arrive.reach, 1 - arrive.rise].map(exact).join(', ')})`
  }
  if (bend.kind === 'family' && bend.family === 'steps' && !bend.part) {
    return `steps(${bend.steps ?? 4}, jump-${bend.jump ?? 'end'})`
  }
  const points = sampleBend(compileBend(bend), within)
  return `linear(${points.map(({ u, p }) => `${short(p)} ${short(u * 100)}%`).join(', ')})`
}

function exact(value: number): string {
  return String(Number(value.toPrecision(12)))
}
