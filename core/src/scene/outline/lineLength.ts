import type { Outline } from '../../property/index.ts'
import { arcLength } from '../../route/index.ts'
import { outlineSegments } from './outlinePath.ts'

const LENGTHS = new WeakMap<Outline, number>()

/** How long the line of an outline is as it is drawn, with rounded corners, px. */
export function outlineLength(outline: Outline): number {
  const known = LENGTHS.get(outline)
  if (known !== undefined) return known
  const length = outlineSegments(outline).reduce((sum, segment) => {
    if (segment.kind === 'cubic') return sum + arcLength(segment.cubic)
    if (segment.kind === 'line')
      return sum + Math.hypot(segment.to[0] - segment.from[0], segment.to[1] - segment.from[1])
    const { from, to, radius } = segment.corner
    // Of less than half a turn, so its chord tells.
    const chord = Math.hypot(to[0] - from[0], to[1] - from[1])
    return sum + 2 * radius * Math.asin(Math.min(1, chord / (2 * radius)))
  }, 0)
  LENGTHS.set(outline, length)
  return length
}

/** How long the line round a rectangle is, px. @param corner radius, no more than half of either side */
export function rectangleLength(width: number, height: number, corner: number): number {
  return 2 * (width + height) - (8 - 2 * Math.PI) * corner
}

/** Points on an ellipse at which its speed is summed. */
const SUMMED = 256

/** How long the line round an ellipse is, px. Source: the trapezoidal rule, exact to rounding for smooth periodic sums (textbook). */
export function ellipseLength(width: number, height: number): number {
  let sum = 0
  for (let i = 0; i < SUMMED; i += 1) {
    const angle = (2 * Math.PI * i) / SUMMED
    sum += Math.hypot((width / 2) * Math.sin(angle), (height / 2) * Math.cos(angle))
  }
  return (2 * Math.PI * sum) / SUMMED
}
