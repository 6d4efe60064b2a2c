import { playedValueInto, stretchesOf, valueInto, type CompiledProperty } from '@arrow-bend/core/property'
import { MIDLINE, type LaneScale } from './ribbon.ts'

/** How far the line goes up and down, px. */
const SWING = 9
/** Looks a pixel; fewer while the view moves. */
const LOOKS = 4

/** Where live patterns move a property: how far from what its keys say, lowest to highest, as one fine line; empty for none. */
export function patternLine(compiled: CompiledProperty, { xOf, width, coarse = false }: LaneScale): string {
  const { patterns, width: parts } = compiled
  if (patterns.length === 0) return ''
  // Time is laid out evenly.
  const [x0, ticks] = [xOf(0), 1e9 / (xOf(1e9) - xOf(0))]
  const step = coarse ? 1 : 1 / LOOKS
  const [value, said] = [new Float64Array(parts), new Float64Array(parts)]
  const runs: { readonly x: number; readonly at: number }[][] = []
  const looks: number[][] = []
  for (const [from, to] of stretchesOf(patterns)) {
    const run: { readonly x: number; readonly at: number }[] = []
    const end = Math.min(width, xOf(to))
    for (let x = Math.max(0, xOf(from)); x < end; x += step) {
      playedValueInto(value, compiled, (x - x0) * ticks)
      run.push({ x, at: looks.length })
      valueInto(said, compiled, (x - x0) * ticks)
      looks.push([...value].map((part, i) => part - said[i]!))
    }
    runs.push(run)
  }
  const { part, low, high } = widest(looks, parts)
  const y = (at: number): number =>
    high > low ? MIDLINE + SWING - ((looks[at]![part]! - low) / (high - low)) * 2 * SWING : MIDLINE
  return runs
    .filter((run) => run.length > 1)
    .map((run) => `M${run.map(({ x, at }) => `${x.toFixed(1)} ${y(at).toFixed(1)}`).join('L')}`)
    .join('')
}

/** Which number of a value goes farthest, and between what. */
function widest(
  looks: readonly (readonly number[])[],
  parts: number,
): { readonly part: number; readonly low: number; readonly high: number } {
  let found = { part: 0, low: 0, high: 0 }
  for (let part = 0; part < parts; part += 1) {
    let [low, high] = [Infinity, -Infinity]
    for (const look of looks) {
      low = Math.min(low, look[part]!)
      high = Math.max(high, look[part]!)
    }
    if (part === 0 || high - low > found.high - found.low) found = { part, low, high }
  }
  return found
}
