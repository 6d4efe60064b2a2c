import { playedValueInto, stretchesOf, valueInto, type CompiledProperty } from '@arrow-bend/core/property'
import { thinLine } from '../thinLine.ts'
import { MIDLINE, type LaneScale } from './ribbon.ts'

/** How far the line goes up and down, px. */
const SWING = 9
/** Looks a pixel; fewer while the view moves. */
const LOOKS = 4

/** A stretch of the line: where it begins, px, and how many looks it has. */
interface Run {
  readonly from: number
  readonly count: number
}

/** Where live patterns move a property: how far from what its keys say, lowest to highest, as one fine line; empty for none. */
export function patternLine(compiled: CompiledProperty, { xOf, width, coarse = false }: LaneScale): string {
  const { patterns, width: parts } = compiled
  if (patterns.length === 0) return ''
  const step = coarse ? 1 : 1 / LOOKS
  const runs = stretchesOf(patterns)
    .map(([from, to]): readonly [number, number] => [Math.max(0, xOf(from)), Math.min(width, xOf(to))])
    .map(([from, to]): Run => ({ from, count: Math.ceil((to - from) / step) }))
    .filter(({ count }) => count > 1)

  // Time is laid out evenly.
  const [x0, ticks] = [xOf(0), 1e9 / (xOf(1e9) - xOf(0))]
  // All components of a look stand together.
  const looks = new Float64Array(parts * runs.reduce((sum, { count }) => sum + count, 0))
  const [seen, said] = [new Float64Array(parts), new Float64Array(parts)]
  let at = 0
  for (const { from, count } of runs)
    for (let i = 0; i < count; i += 1, at += parts) {
      const time = (from + i * step - x0) * ticks
      playedValueInto(seen, compiled, time)
      valueInto(said, compiled, time)
      for (let part = 0; part < parts; part += 1) looks[at + part] = seen[part]! - said[part]!
    }

  const { part, low, high } = widest(looks, parts)
  const reach = high > low ? (2 * SWING) / (high - low) : 0
  const base = high > low ? MIDLINE + SWING : MIDLINE
  let path = ''
  at = part
  for (const { from, count } of runs) {
    const line = thinLine()
    for (let i = 0; i < count; i += 1, at += parts)
      line.take(from + i * step, base - (looks[at]! - low) * reach)
    path += `M${line.text()}`
  }
  return path
}

/** Which component of a value goes farthest, and between what. */
function widest(
  looks: Float64Array,
  parts: number,
): { readonly part: number; readonly low: number; readonly high: number } {
  let found = { part: 0, low: 0, high: 0 }
  for (let part = 0; part < parts; part += 1) {
    let [low, high] = [Infinity, -Infinity]
    for (let at = part; at < looks.length; at += parts) {
      low = Math.min(low, looks[at]!)
      high = Math.max(high, looks[at]!)
    }
    if (part === 0 || high - low > found.high - found.low) found = { part, low, high }
  }
  return found
}
