import { clamp } from '../number/index.ts'
import type { Curve } from './curve.ts'

/** A smooth stretch of a curve, looked at evenly. */
export interface LookedAt {
  readonly width: number
  readonly times: Float64Array
  /** `width` numbers a look. */
  readonly values: Float64Array
  /** Units per unit of time, `width` numbers a look; ±Infinity where it stands upright. */
  readonly slopes: Float64Array
}

/** How far inside its ends a stretch is looked at, as a share of it: at a jump the near side counts. */
const INSIDE = 1e-9

/** Parts of the first and the last gap where looks stand, too: curves may start and end upright. */
const NEAR_ENDS = [1 / 256, 1 / 64, 1 / 16, 1 / 4] as const

/** Looks at a curve in `count` even gaps, and more closely near both ends. */
export function lookAt(curve: Curve, start: number, end: number, count: number): LookedAt {
  const { width } = curve
  const gap = (end - start) / count
  const times = Float64Array.from([
    start,
    ...NEAR_ENDS.map((share) => start + share * gap),
    ...Array.from({ length: count - 1 }, (_, i) => start + (i + 1) * gap),
    ...NEAR_ENDS.map((share) => end - share * gap).reverse(),
    end,
  ])
  const values = new Float64Array(times.length * width)
  const slopes = new Float64Array(times.length * width)
  const hair = INSIDE * (end - start)
  for (let i = 0; i < times.length; i += 1) {
    const t = clamp(times[i]!, start + hair, end - hair)
    curve.valueInto(values.subarray(i * width, (i + 1) * width), t)
    curve.slopeInto?.(slopes.subarray(i * width, (i + 1) * width), t)
  }
  if (!curve.slopeInto) differencesInto(slopes, { width, times, values })
  return { width, times, values, slopes }
}

/** Slopes from three neighbouring looks, one-sided at the ends. Source: the parabola through three points (textbook). */
function differencesInto(
  out: Float64Array,
  { width, times, values }: Pick<LookedAt, 'width' | 'times' | 'values'>,
): void {
  const last = times.length - 1
  for (let i = 0; i <= last; i += 1) {
    const middle = clamp(i, 1, Math.max(1, last - 1))
    if (last < 2) {
      for (let c = 0; c < width; c += 1)
        out[i * width + c] = (values[last * width + c]! - values[c]!) / (times[last]! - times[0]!)
      continue
    }
    const [t0, t1, t2] = [times[middle - 1]!, times[middle]!, times[middle + 1]!]
    const t = times[i]!
    for (let c = 0; c < width; c += 1) {
      const [v0, v1, v2] = [-1, 0, 1].map((k) => values[(middle + k) * width + c]!) as [
        number,
        number,
        number,
      ]
      const first = (v1 - v0) / (t1 - t0)
      const second = ((v2 - v1) / (t2 - t1) - first) / (t2 - t0)
      out[i * width + c] = first + second * (2 * t - t0 - t1)
    }
  }
}
